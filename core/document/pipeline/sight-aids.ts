import { evaluate, LONGEST_TAPE_MM, slopeMarks, tapeNeeded } from "../../drawing/drafter/index.ts";
import { seenAt, type View } from "../../drawing/view/index.ts";
import { formatLength } from "../../ground/base/index.ts";
import { distanceMm } from "../../ground/geometry/index.ts";
import type { Ink, Mark, Spot } from "../../showing/display/index.ts";
import { coneRadiusMm, USUAL_RULER_MM, vanishingPoints } from "../judgements/index.ts";
import type { DrawnLesson } from "./draw-lesson.ts";

const QUIET: Ink = { colour: "quiet", width: 0.35, dash: [2.5, 1.5] };
const WRONG: Ink = { colour: "wrong", width: 0.5, dash: [] };

/** What can be shown on the desk beside the drawing itself. */
export type SightAid = "cone" | "tape" | "ruler" | "seams";

/**
 * Help for choosing horizon and points, drawn on the desk in paper mm: the 60° cone with the corners outside it ringed,
 * the strips to tape on or the marks on the edges that do without, the lines longer than the ruler, and where joined
 * sheets meet.
 */
export function sightAids(drawn: DrawnLesson, shown: ReadonlySet<SightAid>): Mark[] {
  return [
    ...(shown.has("seams") ? seams(drawn) : []),
    ...(shown.has("tape") ? [...tapes(drawn.view), ...edgeMarks(drawn)] : []),
    ...(shown.has("cone") ? cone(drawn) : []),
    ...(shown.has("ruler") ? beyondRuler(drawn) : []),
  ];
}

function path(
  id: string,
  points: readonly Spot[],
  closed: boolean,
  ink: Ink,
  fill: "tone-1" | null = null,
): Mark {
  return { kind: "path", id: `aid/${id}`, points, closed, ink, fill };
}

function word(id: string, at: Spot, text: string, anchor: "start" | "middle" | "end" = "middle"): Mark {
  return {
    kind: "text",
    id: `aid/${id}`,
    at,
    lines: [text],
    size: 6.5,
    lineHeight: 7.5,
    colour: "quiet",
    weight: "bold",
    anchor,
  };
}

function cone({ view, program }: DrawnLesson): Mark[] {
  const { principal, distanceMm: d } = view.camera;
  const radius = coneRadiusMm(d);
  const ring = Array.from({ length: 96 }, (_, i) => {
    const t = (i / 96) * 2 * Math.PI;
    return { x: principal.xMm + radius * Math.cos(t), y: principal.yMm + radius * Math.sin(t) };
  });
  const stretched = program.solids.flatMap(({ objectId, solid }) =>
    Object.entries(solid.corners).flatMap(([name, corner]): Mark[] => {
      const p = seenAt(view.camera, corner);
      if (!p || distanceMm(principal, p) <= radius + 0.05) return [];
      const circle = Array.from({ length: 24 }, (_, i) => {
        const t = (i / 24) * 2 * Math.PI;
        return { x: p.xMm + 2.2 * Math.cos(t), y: p.yMm + 2.2 * Math.sin(t) };
      });
      return [path(`stretched/${objectId}/${name}`, circle, true, WRONG)];
    }),
  );
  // Named at its left, where no handle is.
  const edge = {
    x: principal.xMm - radius * Math.cos(Math.PI / 6),
    y: principal.yMm - radius * Math.sin(Math.PI / 6),
  };
  return [
    path("cone", ring, true, QUIET),
    ...stretched,
    word("cone-name", edge, "cone of vision, 60°", "end"),
  ];
}

const STRIP_MM = 9;

function tapes(view: View): Mark[] {
  const { widthMm: w, heightMm: h } = view.sheet;
  return vanishingPoints(view).flatMap(({ at, called }): Mark[] =>
    tapeNeeded(at, view.sheet)
      .filter((t) => t.mm <= LONGEST_TAPE_MM)
      .flatMap(({ side, mm }): Mark[] => {
        const level = side === "left" || side === "right";
        const [x0, x1] = level
          ? side === "left"
            ? [-mm - STRIP_MM / 2, 0]
            : [w, w + mm + STRIP_MM / 2]
          : [at.xMm - STRIP_MM / 2, at.xMm + STRIP_MM / 2];
        const [y0, y1] = level
          ? [at.yMm - STRIP_MM / 2, at.yMm + STRIP_MM / 2]
          : side === "top"
            ? [-mm - STRIP_MM / 2, 0]
            : [h, h + mm + STRIP_MM / 2];
        const corners = [
          { x: x0, y: y0 },
          { x: x1, y: y0 },
          { x: x1, y: y1 },
          { x: x0, y: y1 },
        ];
        return [
          path(`tape/${called}/${side}`, corners, true, { ...QUIET, dash: [] }, "tone-1"),
          word(
            `tape-length/${called}/${side}`,
            { x: (x0 + x1) / 2, y: level ? y0 - 2 : (y0 + y1) / 2 },
            `tape ${formatLength(mm, view.sheet)}`,
          ),
        ];
      }),
  );
}

/** Pairs of marks on the sheet's edges that let a ruler find a line whose point is out of reach. */
function edgeMarks({ moves, view }: DrawnLesson): Mark[] {
  const { widthMm: w, heightMm: h } = view.sheet;
  const out = 4;
  return slopeMarks(moves, evaluate(moves, view).lines, view).flatMap(({ moveId, marks }) =>
    marks.map(({ edge, alongMm }): Mark => {
      const ends: Record<typeof edge, [Spot, Spot]> = {
        left: [
          { x: 0, y: alongMm },
          { x: -out, y: alongMm },
        ],
        right: [
          { x: w, y: alongMm },
          { x: w + out, y: alongMm },
        ],
        top: [
          { x: alongMm, y: 0 },
          { x: alongMm, y: -out },
        ],
        bottom: [
          { x: alongMm, y: h },
          { x: alongMm, y: h + out },
        ],
      };
      return path(`slope/${moveId}/${edge}`, ends[edge], false, { colour: "new", width: 0.5, dash: [] });
    }),
  );
}

function beyondRuler({ paper, sheet }: DrawnLesson): Mark[] {
  const reach = sheet.rulerMm ?? USUAL_RULER_MM;
  return paper.strokes.flatMap((s): Mark[] => {
    if (s.trace.kind !== "straight" || s.pieces.length === 0 || s.role === "crease") return [];
    const share = (s.pieces.at(-1)?.to ?? 1) - (s.pieces[0]?.from ?? 0);
    if (distanceMm(s.from, s.to) * share <= reach) return [];
    const ends = [s.from, s.to].map((p) => ({ x: p.xMm, y: p.yMm }));
    return [path(`ruler/${s.id}`, ends, false, { colour: "wrong", width: 0.4, dash: [5, 3] })];
  });
}

function seams({ sheet }: DrawnLesson): Mark[] {
  const { joined, widthMm: w, heightMm: h } = sheet;
  if (!joined) return [];
  const { across, down, overlapMm } = joined;
  const one = (whole: number, n: number) => (whole + (n - 1) * overlapMm) / n;
  const marks: Mark[] = [];
  for (let i = 1; i < across; i++) {
    const x = i * (one(w, across) - overlapMm);
    marks.push(seam(`across-${i}`, x, 0, overlapMm, h));
  }
  for (let i = 1; i < down; i++) {
    const y = i * (one(h, down) - overlapMm);
    marks.push(seam(`down-${i}`, 0, y, w, overlapMm));
  }
  return marks;
}

function seam(id: string, x: number, y: number, wide: number, high: number): Mark {
  const corners = [
    { x, y },
    { x: x + wide, y },
    { x: x + wide, y: y + high },
    { x, y: y + high },
  ];
  return path(`seam/${id}`, corners, true, QUIET);
}
