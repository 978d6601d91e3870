import { Button } from "@mantine/core";
import { serialiseLesson } from "#core/document/lesson";
import { countOf, sentenceCase } from "#core/ground/base";
import { downloadText } from "../../ui/download-text.ts";
import type { LessonEditor } from "../saving/use-lesson-editor.ts";
import styles from "./LessonFrame.module.css";

/** That edits wait to be saved, why, what becomes of them, and what can be done meanwhile. */
export function NotSaved({
  editor,
  trouble,
}: {
  editor: LessonEditor;
  trouble: NonNullable<LessonEditor["trouble"]>;
}) {
  const { reason, message, waiting, kept } = trouble;
  const wait = sentenceCase(`${countOf(waiting, "edit")} ${waiting === 1 ? "waits" : "wait"}`);
  const where = kept ? "kept in this browser" : "as long as this window stays open";
  const again = waiting === 1 ? "It is sent again by itself." : "They are sent again by themselves.";
  return (
    <div className={styles.notice} role="alert">
      <p className={styles.trouble}>
        <b>{message}</b> {wait}, {where}. {reason === "missing" ? AS_ITS_OWN : again}
      </p>
      {reason === "signed-out" ? (
        <Button size="compact-sm" component="a" href="/enter" target="_blank">
          Enter the passphrase
        </Button>
      ) : null}
      <Button size="compact-sm" variant={reason === "missing" ? "default" : "filled"} onClick={editor.retry}>
        Try again
      </Button>
      <Button
        size="compact-sm"
        variant={reason === "missing" ? "filled" : "default"}
        onClick={() => downloadText(`${editor.lessonId}.json`, serialiseLesson(editor.lesson))}
      >
        Take out a copy
      </Button>
    </div>
  );
}

const AS_ITS_OWN = "Take out a copy, and bring it in on the shelf as a lesson of its own.";
