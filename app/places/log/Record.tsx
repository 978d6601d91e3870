import { Button, Select, TextInput } from "@mantine/core";
import { useState } from "react";
import { useRevalidator } from "react-router";
import type { LearntPace } from "#core/class/pacing";
import { type ClassKept, totalsOf } from "#core/class/record";
import { countOf, type Finding, formatClock } from "#core/ground/base";
import { askRecord, OUTBOX_PREFIX, useClassOutbox } from "../../lesson/class/class-outbox.ts";
import { SetAside } from "../../lesson/frame/SetAside.tsx";
import { useLesson } from "../../lesson/lesson-context.ts";
import place from "../../lesson/place.module.css";
import { newKey } from "../../lesson/saving/new-key.ts";
import { FilePick } from "../../ui/FilePick.tsx";
import { FindingList } from "../../ui/FindingList.tsx";
import { ClassEntry } from "./ClassEntry.tsx";
import { FromRecord } from "./FromRecord.tsx";
import { PlannedAndReal } from "./PlannedAndReal.tsx";
import styles from "./Record.module.css";
import { TypedClass } from "./TypedClass.tsx";

const SORTS = {
  day: { label: "Day", of: (c: ClassKept) => c.taught.day },
  group: { label: "Group", of: (c: ClassKept) => c.taught.group.toLowerCase() },
  pupils: { label: "Pupils", of: (c: ClassKept) => c.taught.pupils ?? -1 },
  took: { label: "Took", of: (c: ClassKept) => totalsOf(c.taught).tookMs },
  over: { label: "Over", of: (c: ClassKept) => totalsOf(c.taught).tookMs - totalsOf(c.taught).plannedMs },
  stuck: { label: "Stuck", of: (c: ClassKept) => totalsOf(c.taught).stuck },
  slips: { label: "Slips", of: (c: ClassKept) => totalsOf(c.taught).slips },
} as const;
type Sort = keyof typeof SORTS;

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
  const [sort, setSort] = useState<{ by: Sort; up: boolean }>({ by: "day", up: false });
  const [group, setGroup] = useState<string | null>(null);
  const [find, setFind] = useState("");
  const [open, setOpen] = useState<string | null>(null);
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
  const words = find.trim().toLowerCase();
  const shown = classes
    .filter(
      ({ taught }) =>
        (group === null || taught.group === group) &&
        `${taught.group} ${taught.day} ${taught.change}`.toLowerCase().includes(words),
    )
    .sort((a, b) => {
      const [x, y] = [SORTS[sort.by].of(a), SORTS[sort.by].of(b)];
      return (x < y ? -1 : x > y ? 1 : 0) * (sort.up ? 1 : -1);
    });
  const groups = [...new Set(classes.map((c) => c.taught.group))].sort();
  return (
    <section className={styles.record} aria-label="Classes taught">
      <header className={styles.head}>
        <h1>Classes taught</h1>
        <Button size="compact-sm" variant="default" onClick={() => setTyping(!typing)} aria-expanded={typing}>
          Write one in
        </Button>
        <FilePick
          accept=".csv,text/csv"
          onPick={(file) => void file.text().then((text) => ask({ intent: "table", text }))}
        >
          {(props) => (
            <Button size="compact-sm" variant="default" {...props}>
              Bring in a table
            </Button>
          )}
        </FilePick>
        {classes.length > 0 ? (
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
      <SetAside prefix={OUTBOX_PREFIX} what="classes on their way into the record" />
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
        <>
          {classes.length > 3 ? (
            <div className={styles.find}>
              <TextInput
                type="search"
                aria-label="Find a class"
                placeholder="Find: June, door …"
                value={find}
                onChange={(e) => setFind(e.currentTarget.value)}
              />
              <Select
                aria-label="Group"
                placeholder="All groups"
                clearable
                data={groups}
                value={group}
                onChange={setGroup}
              />
            </div>
          ) : null}
          <table className={styles.table}>
            <thead>
              <tr>
                {(Object.keys(SORTS) as Sort[]).map((by) => (
                  <th key={by} aria-sort={sort.by === by ? (sort.up ? "ascending" : "descending") : "none"}>
                    <button
                      type="button"
                      onClick={() => setSort({ by, up: sort.by === by ? !sort.up : by === "group" })}
                    >
                      {SORTS[by].label}
                      {sort.by === by ? (sort.up ? " ↑" : " ↓") : ""}
                    </button>
                  </th>
                ))}
                <th>
                  <span>Change next time</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {shown.map((c) => (
                <ClassEntry
                  key={c.id}
                  kept={c}
                  open={open === c.id}
                  onOpen={() => setOpen(open === c.id ? null : c.id)}
                  onPutRight={(taught) => void putRight(c, taught)}
                  onTakeOut={() => void ask({ intent: "take-out", id: c.id }, true)}
                />
              ))}
            </tbody>
          </table>
          {shown.length < classes.length ? (
            <p className={place.quiet}>
              {shown.length} of {countOf(classes.length, "class", "classes")}
            </p>
          ) : null}
        </>
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
          <PlannedAndReal classes={shown} />
          <FromRecord classes={classes} learnt={learnt} />
        </>
      ) : null}
    </section>
  );
}
