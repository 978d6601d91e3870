import { Button } from "@mantine/core";
import { useEffect, useMemo, useState } from "react";
import { moveToPlace } from "#core/document/changes";
import type { ComputedLesson, DrawnLesson } from "#core/document/pipeline";
import { isDot } from "#core/drawing/paper";
import { runsWithPaper } from "#core/drawing/view";
import { countOf, formatClock, sentenceCase } from "#core/ground/base";
import { paceOf } from "#core/ground/plan";
import { drawState, drawStep, toolMarks } from "#core/showing/display";
import { handTimesMs } from "#core/time/schedule";
import { SheetDesk } from "../../lesson/desk/SheetDesk.tsx";
import { StillUnder, TakeUnderPanel } from "../../lesson/desk/TakeUnder.tsx";
import { useLesson } from "../../lesson/lesson-context.ts";
import place from "../../lesson/place.module.css";
import { useStill } from "../../lesson/take/use-still.ts";
import { FindingList } from "../../ui/FindingList.tsx";
import styles from "./Build.module.css";
import { ConstructionTray } from "./ConstructionTray.tsx";
import { howToPut } from "./constructions.ts";
import { MeasuresOnSheet } from "./MeasuresOnSheet.tsx";
import { MoveScrubber } from "./MoveScrubber.tsx";
import { ObjectPanel } from "./ObjectPanel.tsx";
import { ChosenFrames, FindingMarks } from "./OnTheSheet.tsx";
import { Proposals } from "./Proposals.tsx";
import { PutTask } from "./PutTask.tsx";
import { StepOnSheet } from "./StepOnSheet.tsx";
import { StepPanel } from "./StepPanel.tsx";
import { TaskPanel } from "./TaskPanel.tsx";
import { ThingActions } from "./ThingActions.tsx";
import { ThingHandles } from "./ThingHandles.tsx";
import { ThingsList } from "./ThingsList.tsx";
import { useBuildKeys } from "./use-build-keys.ts";
import { useChosen } from "./use-chosen.ts";
import { useMoving } from "./use-moving.ts";
import { usePlacing } from "./use-placing.ts";

/** How much desk shows round the sheet, mm. */
const DESK = { left: 10, right: 10, top: 6, bottom: 6 };

/** The bench: things are put on the sheet, held by their handles, and the drawing is scrubbed move by move. */
export function Build() {
  const { lesson, computed, drawn, commit, step, chooseStep } = useLesson();
  const { sheet, view } = drawn;
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
  const frame = view.frames[0];

  return (
    <div className={place.sides}>
      <div className={styles.bench}>
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
              open={trayOpen}
              setOpen={setTrayOpen}
              onChoose={(name) => {
                toThings();
                placing.begin(name);
              }}
            />
          )}
        </div>
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
      <aside className={place.column} aria-label="What is on the sheet">
        <ThingsList
          objects={lesson.objects}
          chosen={chosen}
          onChoose={toThings}
          onMove={(id, to) => commit((now) => moveToPlace(now, id, to) ?? [])}
        />
        {lesson.objects.length === 0 ? (
          <p className={styles.hint}>
            Start with a box: press its picture above the sheet, then drag its front.
          </p>
        ) : null}
        {only ? <ObjectPanel key={only.id} object={only} /> : null}
        {chosen.ids.length > 0 ? <ThingActions chosen={chosen} computed={computed} commit={commit} /> : null}
        {step && chosen.ids.length === 0 ? (
          step.task ? (
            <TaskPanel key={step.id} step={step} task={step.task} />
          ) : (
            <StepPanel key={step.id} step={step} shown={shown} />
          )
        ) : null}
        {lesson.objects.length > 0 ? <PutTask things={chosen.ids} /> : null}
        <FindingList
          findings={computed.findings.filter(
            (f) => chosen.ids.includes(f.about) || f.about === step?.id || f.severity === "fault",
          )}
          onMend={commit}
        />
        <TakeUnderPanel
          still={still}
          fits={
            chosen.only
              ? { objectId: chosen.only.id, label: `Lay the ${chosen.only.label} on its lines` }
              : null
          }
          callStroke={(id) => callStroke(computed, id)}
          onFit={commit}
        />
        {chosen.ids.length > 0 || step ? null : <Proposals />}
      </aside>
    </div>
  );
}

/** Ruler, pencil or eraser where the hand has them at the move that is looked at. */
function toolsAt({ moves, paper, lesson }: DrawnLesson, moveIndex: number | null) {
  const move = moveIndex === null ? undefined : moves[moveIndex];
  if (!move || moveIndex === null) return [];
  return toolMarks(move, moveIndex, paper, { reach: 1, erased: 0.5, hand: lesson.plan.hand ?? "right" });
}

/** What a thing being put down comes to: its moves, its lines, and what a demonstrator needs for them. */
function sayOfNew({ moves, paper, lesson }: DrawnLesson, id: string): string {
  const own = moves.filter((m) => m.objectId === id && m.hand !== "take");
  const lines = paper.strokes.filter((s) => s.objectId === id && !isDot(s) && s.pieces.length > 0);
  const times = handTimesMs(moves, paper, paceOf(lesson.plan));
  const ms = moves.reduce((sum, m, i) => sum + (m.objectId === id ? (times[i] ?? 0) : 0), 0);
  return `${sentenceCase(countOf(own.length, "move"))}, ${countOf(lines.length, "line")}, drawn in about ${formatClock(ms)}. Let go to put it down.`;
}

function callStroke({ lesson, moves }: ComputedLesson, strokeId: string): string {
  const move = moves.find((m) => m.id === strokeId);
  const label = lesson.objects.find((o) => o.id === move?.objectId)?.label;
  const line = move?.lines[0]?.called ?? "line";
  return label ? `${line} of the ${label}` : line;
}
