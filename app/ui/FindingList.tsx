import { Button } from "@mantine/core";
import type { Change, Finding } from "#core/ground/base";
import styles from "./FindingList.module.css";

const SIGN = { fault: "✕", warning: "!", note: "i" } as const;

/** Findings with their mends. They never block; a mend is an edit like any other and can be undone. */
export function FindingList({
  findings,
  onMend,
}: {
  findings: readonly Finding[];
  onMend?: (changes: readonly Change[]) => void;
}) {
  if (findings.length === 0) return null;
  return (
    <ul className={styles.list}>
      {findings.map((f) => (
        <li key={`${f.code} ${f.about} ${f.message}`} data-severity={f.severity} className={styles.finding}>
          <span className={styles.sign} aria-hidden="true">
            {SIGN[f.severity]}
          </span>
          <span>{f.message}</span>
          {onMend && f.mend ? (
            <span className={styles.mends}>
              {[f.mend, ...(f.otherMends ?? [])].map((mend) => (
                <Button
                  key={mend.label}
                  size="compact-sm"
                  variant="light"
                  onClick={() => onMend(mend.changes)}
                >
                  {mend.label}
                </Button>
              ))}
            </span>
          ) : null}
        </li>
      ))}
    </ul>
  );
}
