import { Button } from "@mantine/core";
import type { Change, Finding } from "#core/ground/base";
import styles from "./FindingList.module.css";

const SIGN = { fault: "✕", warning: "!", note: "i" } as const;

/** Findings with their quick fixes. They never block; a fix is an edit like any other and can be undone. */
export function FindingList({
  findings,
  onFix,
}: {
  findings: readonly Finding[];
  onFix?: (changes: readonly Change[]) => void;
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
          {onFix && f.fix ? (
            <span className={styles.fixes}>
              {[f.fix, ...(f.otherFixes ?? [])].map((fix) => (
                <Button key={fix.label} size="compact-sm" variant="light" onClick={() => onFix(fix.changes)}>
                  {fix.label}
                </Button>
              ))}
            </span>
          ) : null}
        </li>
      ))}
    </ul>
  );
}
