import { memo, useMemo } from "react";
import type { Sheet } from "#core/drawing/view";
import { labelMarks, type Mark } from "#core/showing/display";
import type { Step } from "#core/telling/steps";
import { useDeskBox, useMmPerPx } from "../../lesson/desk/desk-scale.ts";
import { MarkLayer } from "../../ui/DrawingView.tsx";

/** Size of letters and readings on the screen, px. */
const TEXT_PX = 16;

/** The letters, numbers, readings and signs of the chosen step, as large on the screen however near one looks. */
export const StepOnSheet = memo(function StepOnSheet({
  step,
  sheet,
  marks,
}: {
  step: Step;
  sheet: Sheet;
  /** What is drawn: labels keep off it. */
  marks: readonly Mark[];
}) {
  const mmPerPx = useMmPerPx();
  const area = useDeskBox();
  const labels = useMemo(
    () =>
      labelMarks(
        step.pictured,
        { sheet, to: (p) => ({ x: p.xMm, y: p.yMm }), area, textSize: TEXT_PX * mmPerPx },
        marks,
        { id: step.id, isFirst: step.stage === "reason" },
      ),
    [step, sheet, marks, area, mmPerPx],
  );
  return (
    <g pointerEvents="none">
      <MarkLayer drawing={{ unit: "mm", box: area, marks: labels, alt: "" }} />
    </g>
  );
});
