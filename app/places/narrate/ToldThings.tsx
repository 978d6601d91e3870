import { Button, Checkbox } from "@mantine/core";
import { useMemo, useState } from "react";
import { findCurrentTake } from "#core/document/lesson";
import { putTold, thingsTold } from "#core/document/proposals";
import { formatClock, formatLength } from "#core/ground/base";
import { tokensOf } from "#core/time/narration";
import { useLesson } from "../../lesson/lesson-context.ts";
import styles from "./Narrate.module.css";

/** Where the words came first: what they seem to draw, to be put on the empty sheet and fitted there. */
export function ToldThings() {
  const { lesson, computed, commit } = useLesson();
  const cues = findCurrentTake(lesson)?.narration?.cues;
  const told = useMemo(
    () => (cues && lesson.objects.length === 0 ? thingsTold(tokensOf(cues), computed.heard) : []),
    [cues, lesson.objects.length, computed.heard],
  );
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  if (told.length === 0) return null;
  const chosen = told.filter((_, i) => !left.has(i));
  return (
    <section className={styles.doubtful}>
      <h2>The words seem to draw</h2>
      <ul>
        {told.map((thing, i) => (
          <li key={`${thing.label} ${thing.atMs}`}>
            <Checkbox
              checked={!left.has(i)}
              label={`${thing.label}, from ${formatClock(thing.atMs)} on`}
              description={
                [
                  thing.wideMm === null ? "" : `${formatLength(thing.wideMm, lesson.sheet)} wide`,
                  thing.highMm === null ? "" : `${formatLength(thing.highMm, lesson.sheet)} high`,
                ]
                  .filter(Boolean)
                  .join(", ") || "size not told"
              }
              onChange={(e) => {
                const next = new Set(left);
                if (e.currentTarget.checked) next.delete(i);
                else next.add(i);
                setLeft(next);
              }}
            />
          </li>
        ))}
      </ul>
      <Button
        size="compact-md"
        disabled={chosen.length === 0}
        onClick={() => commit(putTold(lesson, chosen))}
      >
        Put them on the sheet
      </Button>
    </section>
  );
}
