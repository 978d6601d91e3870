import { Button } from "@mantine/core";
import type { DrawnLesson } from "#core/document/pipeline";
import { isDot } from "#core/drawing/paper";
import { runsWithPaper } from "#core/drawing/view";
import { countOf, formatClock, sentenceCase } from "#core/ground/base";
import { paceOf } from "#core/ground/plan";
import { handTimesMs } from "#core/time/schedule";
import { useLesson } from "../../lesson/lesson-context.ts";
import styles from "./Build.module.css";
import { ConstructionTray } from "./ConstructionTray.tsx";
import { howToPut } from "./constructions.ts";
import type { Placing } from "./use-placing.ts";

/** Over the sheet: what can be put on it, or how to put down what was chosen. */
export function BenchTray({
  placing,
  open,
  setOpen,
  onChoose,
}: {
  placing: Placing;
  open: boolean;
  setOpen: (open: boolean) => void;
  onChoose: (name: NonNullable<Placing["what"]>) => void;
}) {
  const { lesson, drawn } = useLesson();
  const frame = drawn.view.frames[0];
  return (
    <div className={styles.tray}>
      {placing.what ? (
        <>
          <span className={styles.hint} role="status">
            {placing.drawingId
              ? sayOfNew(drawn, placing.drawingId)
              : howToPut(placing.what, frame !== undefined && !runsWithPaper(frame, "width"))}
          </span>
          <Button variant="subtle" size="compact-md" onClick={placing.putInMiddle}>
            Put it in the middle
          </Button>
          <Button variant="subtle" size="compact-md" onClick={placing.stop}>
            Never mind
          </Button>
        </>
      ) : (
        <ConstructionTray
          placing={placing.what}
          canHost={lesson.objects.length > 0}
          open={open}
          setOpen={setOpen}
          onChoose={onChoose}
        />
      )}
    </div>
  );
}

/** What a thing being put down comes to: its moves, its lines, and what a demonstrator needs for them. */
function sayOfNew({ moves, paper, lesson }: DrawnLesson, id: string): string {
  const own = moves.filter((m) => m.objectId === id && m.hand !== "take");
  const lines = paper.strokes.filter((s) => s.objectId === id && !isDot(s) && s.pieces.length > 0);
  const times = handTimesMs(moves, paper, paceOf(lesson.plan));
  const ms = moves.reduce((sum, m, i) => sum + (m.objectId === id ? (times[i] ?? 0) : 0), 0);
  return `${sentenceCase(countOf(own.length, "move"))}, ${countOf(lines.length, "line")}, drawn in about ${formatClock(ms)}. Let go to put it down.`;
}
