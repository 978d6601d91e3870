import { Tooltip } from "@mantine/core";
import { createContext, memo, useContext, useEffect, useRef } from "react";
import type { Paper } from "#core/drawing/paper";
import type { Sheet } from "#core/drawing/view";
import { type Drawing, drawStep } from "#core/showing/display";
import type { Step } from "#core/telling/steps";
import type { Part } from "#core/time/schedule";
import { DrawingView } from "../../ui/DrawingView.tsx";
import { Sortable, SortableItem } from "../../ui/Sortable.tsx";
import { WhenNear } from "../../ui/WhenNear.tsx";
import type { LessonContext } from "../lesson-context.ts";
import { STEP_SIGNS, StepSign } from "./StepSign.tsx";
import styles from "./StepStrip.module.css";

/** Height of a thumbnail, as in the style sheet. */
const THUMBNAIL_PX = 56;
/** About as many as a wide window shows; a lesson may have hundreds, each a drawing of its own. */
const DRAWN_AT_FIRST = 16;

/** The steps of the lesson, each a thumbnail of its new lines; the same strip in every place. */
export const StepStrip = memo(function StepStrip({
  computed,
  step,
  chooseStep,
  onMove,
}: Pick<LessonContext, "computed" | "step" | "chooseStep"> & {
  /** A step is told at another place. */
  onMove: (stepId: string, toIndex: number) => void;
}) {
  const list = useRef<HTMLOListElement>(null);
  useEffect(() => {
    if (step)
      list.current
        ?.querySelector('[aria-current="step"]')
        ?.scrollIntoView({ block: "nearest", inline: "nearest" });
  }, [step]);
  const move = (by: number) => {
    const index = step ? computed.steps.indexOf(step) : -1;
    const next = computed.steps[Math.min(computed.steps.length - 1, Math.max(0, index + by))];
    if (!next) return;
    chooseStep(next.id);
    list.current?.querySelectorAll<HTMLButtonElement>("button")[next.number - 1]?.focus();
  };
  // A part begins where the one before it ends: told between the two steps.
  const parts = new Map(computed.parts.slice(0, -1).map((p) => [p.last + 1, p] as const));
  const flagged = new Set(computed.findings.filter((f) => f.severity !== "note").map((f) => f.about));
  return (
    <nav className={styles.strip} aria-label="Steps">
      <Drawn value={computed}>
        <Sortable ids={computed.steps.map((s) => s.id)} way="across" onMove={onMove}>
          <ol
            className={styles.list}
            ref={list}
            onKeyDown={(e) => {
              if (e.key === "ArrowRight" || e.key === "ArrowLeft") {
                e.preventDefault();
                move(e.key === "ArrowRight" ? 1 : -1);
              }
            }}
          >
            {computed.steps.map((s, i) => (
              <SortableItem key={s.id} id={s.id} className={styles.place}>
                {parts.get(i) ? <PartEnd part={parts.get(i)} /> : null}
                <StepButton
                  id={s.id}
                  number={s.number}
                  title={s.title}
                  kind={s.kind}
                  current={s.id === step?.id}
                  first={!step && i === 0}
                  flagged={flagged.has(s.id)}
                  chooseStep={chooseStep}
                />
              </SortableItem>
            ))}
          </ol>
        </Sortable>
      </Drawn>
    </nav>
  );
});

/** What the thumbnails are drawn of: it changes with every edit, while most of the strip stays as it is. */
const Drawn = createContext<LessonContext["computed"] | null>(null);

/** A step in the strip. */
const StepButton = memo(function StepButton({
  id,
  number,
  title,
  kind,
  current,
  first,
  flagged,
  chooseStep,
}: Pick<Step, "id" | "number" | "title" | "kind"> & {
  current: boolean;
  /** The one that is reached by the Tab key while none is chosen. */
  first: boolean;
  flagged: boolean;
  chooseStep: LessonContext["chooseStep"];
}) {
  return (
    <Tooltip
      label={`${title} · ${STEP_SIGNS[kind].says}`}
      position="top"
      openDelay={150}
      events={{ hover: true, focus: true, touch: false }}
    >
      <button
        type="button"
        className={styles.step}
        aria-current={current ? "step" : undefined}
        aria-label={`Step ${number}: ${title}`}
        data-kind={kind}
        tabIndex={current || first ? 0 : -1}
        onClick={() => chooseStep(current ? null : id)}
      >
        <StepPicture number={number} />
        <span className={styles.number}>
          <StepSign kind={kind} />
          {number}
          {flagged ? <span className={styles.flag}> !</span> : null}
        </span>
      </button>
    </Tooltip>
  );
});

function StepPicture({ number }: { number: number }) {
  const computed = useContext(Drawn);
  const step = computed?.steps[number - 1];
  if (!computed || !step) return null;
  const { paper, sheet } = computed;
  const width = (THUMBNAIL_PX * sheet.widthMm) / sheet.heightMm;
  return (
    <WhenNear atFirst={number <= DRAWN_AT_FIRST} width={width} height={THUMBNAIL_PX}>
      {() => <Thumbnail paper={paper} sheet={sheet} step={step} />}
    </WhenNear>
  );
}

/** Where a part of the lesson ends, and what is waited for before it goes on. */
function PartEnd({ part }: { part: Part | undefined }) {
  if (!part) return null;
  const wait = part.gate && part.gate.waitMinutes > 0 ? `, wait ${part.gate.waitMinutes} min` : "";
  return (
    <span className={styles.partEnd} title={part.gate?.says}>
      Part {part.number + 1}
      {wait}
    </span>
  );
}

const Thumbnail = memo(
  function Thumbnail({ paper, sheet, step }: { paper: Paper; sheet: Sheet; step: Step }) {
    const drawing: Drawing = drawStep(paper, sheet, step, "overlay");
    return <DrawingView drawing={drawing} className={styles.picture} />;
  },
  (a, b) =>
    a.paper === b.paper && a.sheet === b.sheet && a.step.id === b.step.id && a.step.marked === b.step.marked,
);
