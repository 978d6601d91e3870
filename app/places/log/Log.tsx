import { Button } from "@mantine/core";
import { memo, useState } from "react";
import { Form, useNavigation } from "react-router";
import type { LearntPace } from "#core/class/pacing";
import type { ClassKept } from "#core/class/record";
import type { Change } from "#core/ground/base";
import { useLesson } from "../../lesson/lesson-context.ts";
import { PrintList, type PrintRecord } from "../../lesson/output/PrintList.tsx";
import place from "../../lesson/place.module.css";
import { LocalTime } from "../../ui/LocalTime.tsx";
import { Compare } from "./Compare.tsx";
import styles from "./Log.module.css";
import { Record } from "./Record.tsx";
import { sayChanges } from "./say-changes.ts";

interface Revision {
  readonly revision: number;
  readonly kind: string;
  readonly changes: readonly Change[];
  readonly madeAt: Date;
}
interface SetAside {
  readonly id: number;
  readonly baseRevision: number;
  readonly foundRevision: number;
  readonly changes: readonly Change[];
  readonly madeAt: Date;
}

const DONE: Readonly<Record<string, string>> = {
  create: "put on the shelf",
  undo: "undone",
  redo: "done again",
  restore: "an earlier version brought back",
};

/** What happened to this lesson: classes taught, revisions to look at and bring back, prints, and versions kept aside. */
export const Log = memo(function Log({
  revisions,
  setAside,
  prints,
  classes,
  takenOut,
  learnt,
}: {
  classes: readonly ClassKept[];
  takenOut: readonly ClassKept[];
  learnt: LearntPace | null;
  revisions: readonly Revision[];
  setAside: readonly SetAside[];
  prints: readonly PrintRecord[];
}) {
  const { lessonId } = useLesson();
  const busy = useNavigation().state !== "idle";
  const [looked, setLooked] = useState<number | null>(null);
  const latest = revisions[0]?.revision ?? 1;
  return (
    <div className={place.page}>
      <Record classes={classes} takenOut={takenOut} learnt={learnt} />
      <div className={styles.columns}>
        <section>
          <h2>Revisions</h2>
          {revisions.length === 1 ? (
            <p className={place.quiet}>
              Every change will stand here, to be looked at and brought back; beside it what was printed, and
              which of those cards are still good.
            </p>
          ) : null}
          <ol className={styles.list}>
            {revisions.map((r, i) => (
              <li key={r.revision} data-looked={r.revision === looked}>
                <span className={styles.number}>{r.revision}</span>
                <button
                  type="button"
                  className={styles.what}
                  aria-pressed={r.revision === looked}
                  aria-label={`Look at revision ${r.revision}`}
                  onClick={() => setLooked(r.revision === looked ? null : r.revision)}
                >
                  <LocalTime at={r.madeAt} /> · {DONE[r.kind] ?? sayChanges(r.changes)}
                </button>
                {i > 0 ? (
                  <Form method="post">
                    <Button
                      type="submit"
                      name="revision"
                      value={r.revision}
                      size="compact-sm"
                      variant="default"
                      disabled={busy}
                      aria-label={`Bring back revision ${r.revision}`}
                    >
                      Bring back
                    </Button>
                  </Form>
                ) : (
                  <b>now</b>
                )}
              </li>
            ))}
          </ol>
        </section>
        <section className={styles.side}>
          <Compare lessonId={lessonId} revision={looked ?? Math.max(1, latest - 1)} latest={latest} />
          <PrintList prints={prints} />
          {setAside.length > 0 ? (
            <section>
              <h2>Kept aside</h2>
              <p className={place.quiet}>
                Versions that were saved over a lesson that had moved on. Nothing of them is lost.
              </p>
              <ol className={styles.list}>
                {setAside.map((s) => (
                  <li key={s.id}>
                    <span className={styles.number}>{s.baseRevision}+</span>
                    <span>
                      <LocalTime at={s.madeAt} /> · {sayChanges(s.changes)}, made on revision {s.baseRevision}{" "}
                      while {s.foundRevision} was saved
                    </span>
                    <Form method="post">
                      <Button
                        type="submit"
                        name="setAsideId"
                        value={s.id}
                        size="compact-sm"
                        variant="default"
                        disabled={busy}
                      >
                        Bring back
                      </Button>
                    </Form>
                  </li>
                ))}
              </ol>
            </section>
          ) : null}
        </section>
      </div>
    </div>
  );
});
