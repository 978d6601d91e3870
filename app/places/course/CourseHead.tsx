import { TextInput } from "@mantine/core";
import { Link } from "react-router";
import { UndoButtons } from "../../ui/UndoButtons.tsx";
import styles from "./Course.module.css";

/** The title, to type over; a step back and forward; the way off the shelf. */
export function CourseHead({
  title,
  busy,
  undo,
  redo,
  onTitle,
  onPutAway,
}: {
  title: string;
  /** Whether an edit is on its way. */
  busy: boolean;
  /** Null when there is nothing to undo. */
  undo: (() => void) | null;
  redo: (() => void) | null;
  onTitle: (title: string) => void;
  onPutAway: () => void;
}) {
  return (
    <header className={styles.head}>
      <Link to="/" aria-label="Regulanda: back to the shelf">
        <img src="/mark.svg" alt="" width={30} height={30} />
      </Link>
      <TextInput
        variant="unstyled"
        aria-label="Title of the course"
        classNames={{ input: styles.title ?? "" }}
        key={title}
        defaultValue={title}
        maxLength={120}
        onBlur={(e) => {
          const typed = e.currentTarget.value.trim();
          if (typed === "") e.currentTarget.value = title;
          else if (typed !== title) onTitle(typed);
        }}
        onKeyDown={(e) => e.key === "Enter" && e.currentTarget.blur()}
      />
      <span className={styles.steps}>
        <UndoButtons undo={undo} redo={redo} />
        <span role="status">{busy ? "Saving…" : "Saved"}</span>
        <button type="button" className={styles.quiet} onClick={onPutAway}>
          Put the course away
        </button>
      </span>
    </header>
  );
}
