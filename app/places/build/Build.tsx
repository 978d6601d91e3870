import { memo, useEffect, useMemo, useState } from "react";
import type { DrawnLesson } from "#core/document/pipeline";
import { drawState, drawStep, toolMarks } from "#core/showing/display";
import { SheetDesk } from "../../lesson/desk/SheetDesk.tsx";
import { StillUnder } from "../../lesson/desk/TakeUnder.tsx";
import { useLesson } from "../../lesson/lesson-context.ts";
import place from "../../lesson/place.module.css";
import { useStill } from "../../lesson/take/use-still.ts";
import { BenchTray } from "./BenchTray.tsx";
import styles from "./Build.module.css";
import { BuildColumn } from "./BuildColumn.tsx";
import { MeasuresOnSheet } from "./MeasuresOnSheet.tsx";
import { MoveScrubber } from "./MoveScrubber.tsx";
import { ChosenFrames, FindingMarks } from "./OnTheSheet.tsx";
import { StepOnSheet } from "./StepOnSheet.tsx";
import { ThingHandles } from "./ThingHandles.tsx";
import { useBuildKeys } from "./use-build-keys.ts";
import { useChosen } from "./use-chosen.ts";
import { useMoving } from "./use-moving.ts";
import { usePlacing } from "./use-placing.ts";

/** How much desk shows round the sheet, mm. */
const DESK = { left: 10, right: 10, top: 6, bottom: 6 };

/** The bench: things are put on the sheet, held by their handles, and the drawing is scrubbed move by move. */
export const Build = memo(function Build() {
  const { lesson, computed, drawn, commit, step, chooseStep } = useLesson();
  const { sheet } = drawn;
  const chosen = useChosen(computed.lesson.objects);
  // While it is dragged, the thing is where the hand has it.
  const only = lesson.objects.find((o) => o.id === chosen.only?.id) ?? null;
  const [scrubbed, setScrubbed] = useState<number | null>(null);
  const [trayOpen, setTrayOpen] = useState(false);
  const still = useStill(lesson);
  const toThings = () => {
    setScrubbed(null);
    chooseStep(null);
  };
  const placing = usePlacing(chosen.only?.id ?? null, (id) => {
    chosen.choose(id);
    toThings();
  });
  const moving = useMoving(chosen, toThings);
  const shown = scrubbed ?? step?.lastMove ?? drawn.moves.length - 1;
  const scrub = (to: number) => setScrubbed(Math.min(computed.moves.length - 1, Math.max(-1, to)));
  useBuildKeys(chosen, placing, {
    openTray: () => setTrayOpen(true),
    beginBox: () => {
      toThings();
      placing.begin("box");
    },
    scrub: (by) => scrub(shown + by),
  });

  // A step chosen in the strip is what one wants to see: the things step back.
  const stepId = step?.id ?? null;
  useEffect(() => {
    if (stepId !== null) chosen.choose(null);
    setScrubbed(null);
  }, [stepId, chosen.choose]);

  const newFrom = scrubbed ?? step?.firstMove ?? drawn.moves.length;
  const finished = useMemo(
    () =>
      step && scrubbed === null
        ? drawStep(drawn.paper, sheet, step, "bench")
        : drawState(drawn.paper, sheet, shown, newFrom, "bench"),
    [drawn.paper, sheet, step, scrubbed, shown, newFrom],
  );
  const drawing = {
    ...finished,
    marks: [...finished.marks, ...toolsAt(drawn, scrubbed)],
    alt: "The drawing",
  };

  return (
    <div className={place.sides}>
      <div className={styles.bench}>
        <BenchTray
          placing={placing}
          open={trayOpen}
          setOpen={setTrayOpen}
          onChoose={(name) => {
            toThings();
            placing.begin(name);
          }}
        />
        <SheetDesk
          drawing={drawing}
          beyondMm={DESK}
          label="The sheet to build on"
          cursor={placing.what ? "crosshair" : undefined}
          over={
            only && !placing.what ? (
              <MeasuresOnSheet object={only} drawn={drawn} marks={finished.marks} commit={commit} />
            ) : undefined
          }
          under={still.isUnder ? <StillUnder still={still} sheet={sheet} /> : undefined}
          onPress={({ at, shiftKey, mmPerPx }) => {
            if (!placing.what) return moving.press(at, shiftKey, mmPerPx);
            placing.press(at);
            return true;
          }}
          onDrag={({ at, mmPerPx }) => (placing.what ? placing.drag(at) : moving.drag(at, mmPerPx))}
          onRelease={({ at, mmPerPx }) => (placing.what ? placing.release(at) : moving.release(at, mmPerPx))}
          onCancel={() => (placing.what ? placing.stop() : moving.cancel())}
          controls={
            <MoveScrubber moves={computed.moves} steps={computed.steps} shown={shown} onScrub={scrub} />
          }
        >
          {placing.what || step || scrubbed !== null ? null : (
            <FindingMarks chosen={chosen} onChoose={toThings} />
          )}
          {step && scrubbed === null && chosen.ids.length === 0 ? (
            <StepOnSheet step={step} sheet={sheet} marks={finished.marks} />
          ) : null}
          <ChosenFrames chosen={chosen} drawn={moving.frame} />
          {only && !placing.what ? <ThingHandles key={only.id} object={only} still={still} /> : null}
        </SheetDesk>
      </div>
      <BuildColumn chosen={chosen} only={only} still={still} shown={shown} toThings={toThings} />
    </div>
  );
});

/** Ruler, pencil or eraser where the hand has them at the move that is looked at. */
function toolsAt({ moves, paper, lesson }: DrawnLesson, moveIndex: number | null) {
  const move = moveIndex === null ? undefined : moves[moveIndex];
  if (!move || moveIndex === null) return [];
  return toolMarks(move, moveIndex, paper, { reach: 1, erased: 0.5, hand: lesson.plan.hand ?? "right" });
}
