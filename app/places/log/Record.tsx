import { Button } from "@mantine/core";
import { useState } from "react";
import { useRevalidator } from "react-router";
import type { LearntPace } from "#core/class/pacing";
import { type ClassKept, totalsOf } from "#core/class/record";
import { type Finding, formatClock } from "#core/ground/base";
import { askRecord, OUTBOX_PREFIX, useClassOutbox } from "../../lesson/class/class-outbox.ts";
import { SetAside } from "../../lesson/frame/SetAside.tsx";
import { useLesson } from "../../lesson/lesson-context.ts";
import place from "../../lesson/place.module.css";
import { newKey } from "../../lesson/saving/new-key.ts";
import { FilePick } from "../../ui/FilePick.tsx";
import { FindingList } from "../../ui/FindingList.tsx";
import { ClassTable } from "./ClassTable.tsx";
import { FromRecord } from "./FromRecord.tsx";
import { PlannedAndReal } from "./PlannedAndReal.tsx";
import styles from "./Record.module.css";
import { TypedClass } from "./TypedClass.tsx";
import { useShownClasses } from "./use-shown-classes.ts";

/** The classes taught of a lesson: a table, what they really took as a chart, and what they speak for. */
export function Record({
  classes,
  takenOut,
  learnt,
}: {
  classes: readonly ClassKept[];
  takenOut: readonly ClassKept[];
  learnt: LearntPace | null;
}) {
  const { lessonId } = useLesson();
  const { revalidate } = useRevalidator();
  const { waiting, refused } = useClassOutbox();
  const found = useShownClasses(classes);
  const [typing, setTyping] = useState(false);
  const [said, setSaid] = useState<{ says: string; ok: boolean; findings: readonly Finding[] } | null>(null);
  /** A class as it was before it was put right, to go back to. */
  const [before, setBefore] = useState<ClassKept | null>(null);
  const putRight = async (kept: ClassKept, taught: ClassKept["taught"]) => {
    const done = await ask({ intent: "rewrite", id: kept.id, taught }, true);
    if (done) setBefore(kept);
  };
  const ask = async (asked: object, quiet = false) => {
    setBefore(null);
    const answer = await askRecord(lessonId, asked);
    setSaid(quiet && answer.ok ? null : answer);
    if (answer.ok) await revalidate();
    return answer.ok;
  };
  return (
    <section className={styles.record} aria-label="Classes taught">
      <RecordHead
        lessonId={lessonId}
        any={classes.length > 0}
        typing={typing}
        onTyping={setTyping}
        onTable={(text) => void ask({ intent: "table", text })}
      />
      <SetAside of={OUTBOX_PREFIX} what="classes on their way into the record" />
      {waiting > 0 ? (
        <p role="status">A class waits for the server to go into the record; it is tried again by itself.</p>
      ) : null}
      {refused ? <p role="alert">{refused}</p> : null}
      {said ? (
        <div role={said.ok ? "status" : "alert"} className={styles.said}>
          {said.says}
          {said.findings.length > 0 ? <FindingList findings={said.findings.slice(0, 8)} /> : null}
          <Button size="compact-sm" variant="subtle" onClick={() => setSaid(null)}>
            Understood
          </Button>
        </div>
      ) : null}
      {before ? (
        <p role="status" className={styles.out}>
          {before.taught.day}, {before.taught.group} was put right.{" "}
          <Button
            size="compact-sm"
            variant="subtle"
            onClick={() => void ask({ intent: "rewrite", id: before.id, taught: before.taught }, true)}
          >
            Back to what it was
          </Button>
        </p>
      ) : null}
      {typing ? (
        <TypedClass
          onDone={async (taught) => {
            if (await ask({ intent: "keep", key: newKey(), revision: null, taught }, true)) setTyping(false);
          }}
        />
      ) : null}
      {classes.length === 0 ? (
        <p className={place.quiet}>
          What became of each class will stand here: what every step took, where they got stuck, what to
          change. It is written by itself when you teach with this app, or written in afterwards. Groups,
          never persons.
        </p>
      ) : (
        <ClassTable
          classes={classes}
          of={found}
          onPutRight={(kept, taught) => void putRight(kept, taught)}
          onTakeOut={(kept) => void ask({ intent: "take-out", id: kept.id }, true)}
        />
      )}
      {takenOut.map((c) => (
        <p key={c.id} className={styles.out} role="status">
          {c.taught.day}, {c.taught.group} ({formatClock(totalsOf(c.taught).tookMs)}) was taken out. In five
          minutes it is gone for good.{" "}
          <Button
            size="compact-sm"
            variant="subtle"
            onClick={() => void ask({ intent: "bring-back", id: c.id }, true)}
          >
            Bring it back
          </Button>
        </p>
      ))}
      {classes.length > 0 ? (
        <>
          <h2>What each step took</h2>
          <PlannedAndReal classes={found.shown} />
          <FromRecord classes={classes} learnt={learnt} />
        </>
      ) : null}
    </section>
  );
}

/** What can be done with the record as a whole. */
function RecordHead({
  lessonId,
  any,
  typing,
  onTyping,
  onTable,
}: {
  lessonId: string;
  /** Whether there is a class in it. */
  any: boolean;
  typing: boolean;
  onTyping: (typing: boolean) => void;
  onTable: (text: string) => void;
}) {
  return (
    <header className={styles.head}>
      <h1>Classes taught</h1>
      <Button size="compact-sm" variant="default" onClick={() => onTyping(!typing)} aria-expanded={typing}>
        Write one in
      </Button>
      <FilePick accept=".csv,text/csv" onPick={(file) => void file.text().then(onTable)}>
        {(props) => (
          <Button size="compact-sm" variant="default" {...props}>
            Bring in a table
          </Button>
        )}
      </FilePick>
      {any ? (
        <>
          <a href={`/lessons/${lessonId}/classes`} download>
            Take the table out
          </a>
          <a href={`/lessons/${lessonId}/bundle?record=yes`} download>
            Take the lesson out with its record
          </a>
        </>
      ) : null}
    </header>
  );
}
