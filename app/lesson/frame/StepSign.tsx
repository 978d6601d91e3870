import type { Icon } from "@tabler/icons-react";
import IconBrush from "@tabler/icons-react/dist/esm/icons/IconBrush.mjs";
import IconChecklist from "@tabler/icons-react/dist/esm/icons/IconChecklist.mjs";
import IconEraser from "@tabler/icons-react/dist/esm/icons/IconEraser.mjs";
import IconEye from "@tabler/icons-react/dist/esm/icons/IconEye.mjs";
import IconMessage from "@tabler/icons-react/dist/esm/icons/IconMessage.mjs";
import IconPencil from "@tabler/icons-react/dist/esm/icons/IconPencil.mjs";
import IconRuler2 from "@tabler/icons-react/dist/esm/icons/IconRuler2.mjs";
import IconStar from "@tabler/icons-react/dist/esm/icons/IconStar.mjs";
import type { Step } from "#core/telling/steps";

/** What a class does in a step of each kind, as a sign and in words. */
export const STEP_SIGNS: Readonly<Record<Step["kind"], { readonly sign: Icon; readonly says: string }>> = {
  "draw-along": { sign: IconPencil, says: "Draw along" },
  watch: { sign: IconEye, says: "Watch only" },
  measure: { sign: IconRuler2, says: "Measure" },
  check: { sign: IconChecklist, says: "Check" },
  erase: { sign: IconEraser, says: "Rub out" },
  talk: { sign: IconMessage, says: "Talk" },
  optional: { sign: IconStar, says: "If you like" },
  task: { sign: IconBrush, says: "A task" },
};

/** The sign of a step's kind. */
export function StepSign({ kind }: { kind: Step["kind"] }) {
  const { sign: Sign } = STEP_SIGNS[kind];
  return <Sign size={14} stroke={2} aria-hidden="true" />;
}
