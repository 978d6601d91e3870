import { drawState } from "#core/display";
import { blankLesson, type Lesson } from "#core/lesson";
import { computeLesson } from "#core/pipeline";
import { DrawingView } from "../../ui/DrawingView.tsx";
import styles from "./Build.module.css";

/** A small lesson with one box, drawn by the engine itself. */
function iconDrawing() {
  const blank = blankLesson("icon", "mm");
  const lesson: Lesson = {
    ...blank,
    plan: { ...blank.plan, centre: "none" },
    sheet: { ...blank.sheet, widthMm: 64, heightMm: 56 },
    view: {
      ...blank.view,
      horizonFromTopMm: 6,
      frames: [{ id: "main", kind: "one-point", vanishingPoint: { fromLeftMm: 70 } }],
    },
    objects: [
      {
        id: "box",
        label: "box",
        recipe: "box",
        frame: "main",
        depthSetBy: "free",
        seeThrough: false,
        handles: {
          fromLeftMm: 5,
          fromBottomMm: 5,
          width: { mm: 30 },
          height: { mm: 26 },
          depth: { fraction: 0.45 },
        },
      },
    ],
  };
  const { paper, moves } = computeLesson(lesson);
  const all = drawState(paper, lesson.sheet, moves.length - 1, moves.length, "overlay");
  return { ...all, marks: all.marks.filter((m) => m.id.startsWith("box/")), alt: "" };
}

const ICON = iconDrawing();

export function BoxIcon() {
  return (
    <span aria-hidden="true" className={styles.icon}>
      <DrawingView drawing={ICON} />
    </span>
  );
}
