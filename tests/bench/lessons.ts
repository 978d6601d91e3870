import { blankLesson, type Lesson } from "#core/document/lesson";

/** A grid of boxes that shrink as their number grows, so that about the same share of the sheet is covered. */
export function quay(count: number): Lesson {
  const blank = blankLesson("Crates on the quay", "mm");
  const side = Math.ceil(Math.sqrt(count));
  const cell = 280 / side;
  const objects = Array.from({ length: count }, (_, i): Lesson["objects"][number] => ({
    id: `crate-${i + 1}`,
    label: `crate ${i + 1}`,
    recipe: "box",
    frame: "main",
    depthSetBy: "free",
    seeThrough: false,
    handles: {
      fromLeftMm: 5 + (i % side) * cell,
      fromBottomMm: 5 + Math.floor(i / side) * cell * 0.7,
      width: { mm: cell * 0.6 },
      height: { mm: cell * 0.4 },
      depth: { fraction: Math.min(0.9, 3 / side) },
    },
  }));
  return { ...blank, objects };
}

/** The same number of boxes, all large and overlapping: the dense case. */
export function crowd(count: number): Lesson {
  const lesson = quay(count);
  return {
    ...lesson,
    objects: lesson.objects.map((o) =>
      o.recipe === "box"
        ? { ...o, handles: { ...o.handles, width: { mm: 60 }, height: { mm: 40 }, depth: { fraction: 0.4 } } }
        : o,
    ),
  };
}

/** Two hundred things of about ten lines each: a hundred crates, each with its see-through twin. */
export function twoThousandStrokes(): Lesson {
  const lesson = quay(100);
  const twins = lesson.objects.map((o) => (o.recipe === "box" ? { ...o, seeThrough: true } : o));
  const rows = lesson.objects.slice(0, 70).map((o) =>
    o.recipe === "box"
      ? {
          ...o,
          id: `${o.id}-lid`,
          label: `${o.label} lid`,
          handles: { ...o.handles, height: { mm: 4 }, fromBottomMm: o.handles.fromBottomMm + 4 },
        }
      : o,
  );
  return { ...lesson, objects: [...twins, ...rows] };
}
