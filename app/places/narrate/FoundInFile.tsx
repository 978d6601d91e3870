import { Button } from "@mantine/core";
import type { Finding } from "#core/ground/base";
import { FindingList } from "../../ui/FindingList.tsx";
import styles from "./FoundInFile.module.css";

/** What was lost or mended in a file that was brought in, line by line, until it has been seen. */
export function FoundInFile({ findings, onSeen }: { findings: readonly Finding[]; onSeen: () => void }) {
  if (findings.length === 0) return null;
  return (
    <div className={styles.found} role="alert">
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls has to be reached by keys */}
      <section className={styles.list} aria-label="Found in the file" tabIndex={0}>
        <FindingList findings={findings} />
      </section>
      <Button size="compact-sm" variant="subtle" onClick={onSeen}>
        Understood
      </Button>
    </div>
  );
}
