import { Tooltip } from "@mantine/core";
import { createContext, memo, useContext } from "react";
import type { Paper } from "#core/drawing/paper";
import type { Sheet } from "#core/drawing/view";
import { type Drawing, drawStep } from "#core/showing/display";
import type { Step } from "#core/telling/steps";
import { DrawingView } from "../../ui/DrawingView.tsx";
import { WhenNear } from "../../ui/WhenNear.tsx";
import type { LessonContext } from "../lesson-context.ts";
import { STEP_SIGNS, StepSign } from "./StepSign.tsx";
import styles from "./StepStrip.module.css";

/** Height of a thumbnail, as in the style sheet. */
const THUMBNAIL_PX = 56;
/** About as many as a wide window shows; a lesson may have hundreds, each a drawing of its own. */
const DRAWN_AT_FIRST = 16;

/** What the pictures of the steps are drawn of: it changes with every edit, while most of a button stays as it is. */
export const StepPictures = createContext<LessonContext["computed"] | null>(null);

/** A step in the strip: its picture, its number and the sign of its kind. */
export const StepButton = memo(function StepButton({
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
  const computed = useContext(StepPictures);
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

const Thumbnail = memo(
  function Thumbnail({ paper, sheet, step }: { paper: Paper; sheet: Sheet; step: Step }) {
    const drawing: Drawing = drawStep(paper, sheet, step, "overlay");
    return <DrawingView drawing={drawing} className={styles.picture} />;
  },
  (a, b) =>
    a.paper === b.paper && a.sheet === b.sheet && a.step.id === b.step.id && a.step.marked === b.step.marked,
);
