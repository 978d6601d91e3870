import { memo } from "react";
import { type Construction, sampleLesson } from "#core/document/changes";
import { drawLesson } from "#core/document/pipeline";
import { drawState, spotsOf } from "#core/showing/display";
import { DrawingView } from "../../ui/DrawingView.tsx";
import styles from "./Build.module.css";

/** A construction as the engine itself draws it, cut to what it shows. Worked out once, when it is first looked at. */
const drawn = new Map<Construction, ReturnType<typeof drawIcon>>();

function drawIcon(construction: Construction) {
  const { paper, sheet, moves } = drawLesson(sampleLesson(construction, "one-point"));
  const all = drawState(paper, sheet, moves.length - 1, moves.length, "overlay");
  const marks = all.marks.filter((m) => m.id !== "sheet" && !m.id.startsWith("sheet/"));
  const spots = marks.flatMap(spotsOf);
  const [x, y] = [Math.min(...spots.map((p) => p.x)), Math.min(...spots.map((p) => p.y))];
  const [right, bottom] = [Math.max(...spots.map((p) => p.x)), Math.max(...spots.map((p) => p.y))];
  const margin = 4;
  const box = {
    x: x - margin,
    y: y - margin,
    width: right - x + 2 * margin,
    height: bottom - y + 2 * margin,
  };
  return { ...all, marks, box, alt: "" };
}

export const ConstructionIcon = memo(function ConstructionIcon({
  construction,
  large = false,
}: {
  construction: Construction;
  large?: boolean;
}) {
  const known = drawn.get(construction) ?? drawIcon(construction);
  drawn.set(construction, known);
  return (
    <span aria-hidden="true" className={large ? styles.picture : styles.icon}>
      <DrawingView drawing={known} />
    </span>
  );
});
