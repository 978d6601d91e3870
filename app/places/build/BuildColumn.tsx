import { moveToPlace } from "#core/document/changes";
import type { Lesson } from "#core/document/lesson";
import type { ComputedLesson } from "#core/document/pipeline";
import { TakeUnderPanel } from "../../lesson/desk/TakeUnder.tsx";
import { useLesson } from "../../lesson/lesson-context.ts";
import place from "../../lesson/place.module.css";
import type { Still } from "../../lesson/take/use-still.ts";
import { FindingList } from "../../ui/FindingList.tsx";
import styles from "./Build.module.css";
import { ObjectPanel } from "./ObjectPanel.tsx";
import { Proposals } from "./Proposals.tsx";
import { PutTask } from "./PutTask.tsx";
import { StepPanel } from "./StepPanel.tsx";
import { TaskPanel } from "./TaskPanel.tsx";
import { ThingActions } from "./ThingActions.tsx";
import { ThingsList } from "./ThingsList.tsx";
import type { Chosen } from "./use-chosen.ts";

/** Beside the sheet: the things on it, and all that can be said of and done with the chosen thing or step. */
export function BuildColumn({
  chosen,
  only,
  still,
  shown,
  toThings,
}: {
  chosen: Chosen;
  /** The chosen thing where only one is, as the hand has it. */
  only: Lesson["objects"][number] | null;
  still: Still;
  /** The move up to which the sheet is drawn. */
  shown: number;
  /** Leaves the steps for the things. */
  toThings: () => void;
}) {
  const { lesson, computed, commit, step } = useLesson();
  return (
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
        onFix={commit}
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
  );
}

function callStroke({ lesson, moves }: ComputedLesson, strokeId: string): string {
  const move = moves.find((m) => m.id === strokeId);
  const label = lesson.objects.find((o) => o.id === move?.objectId)?.label;
  const line = move?.lines[0]?.called ?? "line";
  return label ? `${line} of the ${label}` : line;
}
