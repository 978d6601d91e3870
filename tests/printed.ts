import { execFileSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Lesson } from "#core/document/lesson";
import { type ComputedLesson, computeLesson } from "#core/document/pipeline";
import type { HandOut } from "#core/ground/plan";
import { type HandOutWish, layHandOut, lessonForHand, type Page } from "#core/output/handout";
import type { Mark } from "#core/showing/display";
import { measureText } from "../server/pdf/fonts.server.ts";

/** Lessons computed so far, by what they are and how they are printed. */
const known = new WeakMap<Lesson, Map<string, ComputedLesson>>();

/** A lesson as it is printed in a way. */
export function printedAs(lesson: Lesson, handOut: Partial<HandOut> = {}): ComputedLesson {
  const ways = known.get(lesson) ?? new Map<string, ComputedLesson>();
  known.set(lesson, ways);
  const way = JSON.stringify(handOut);
  const computed =
    ways.get(way) ?? computeLesson(lessonForHand({ ...lesson, handOut: { ...lesson.handOut, ...handOut } }));
  ways.set(way, computed);
  return computed;
}

/** A lesson's hand-out as pages; throws what is said where there are none. */
export function laidOut(lesson: Lesson, wish: HandOutWish, handOut: Partial<HandOut> = {}) {
  const computed = printedAs(lesson, handOut);
  const laid = layHandOut(computed, wish, measureText);
  if (!laid.ok) throw new Error(laid.says);
  return { ...laid, computed };
}

export const marksOn = (page: Page): Mark[] => page.parts.flatMap((p) => [...p.marks]);

/** What stands on pages in words, a mark's lines joined. */
export const textOf = (pages: readonly Page[]): string =>
  pages
    .flatMap(marksOn)
    .flatMap((m) => (m.kind === "text" ? [m.lines.join(" ")] : []))
    .join("\n");

export interface Extent {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

/** The paper a mark covers; letters reach three quarters of their size up and a quarter down. */
export function extentOf(mark: Mark): Extent {
  if (mark.kind === "text") {
    const width = Math.max(...mark.lines.map((l) => measureText(l, mark.size, mark.weight)));
    const left = mark.at.x - (mark.anchor === "start" ? 0 : mark.anchor === "end" ? width : width / 2);
    const below = (mark.lines.length - 1) * mark.lineHeight;
    const upright = {
      left,
      right: left + width,
      top: mark.at.y - 0.75 * mark.size,
      bottom: mark.at.y + below + 0.25 * mark.size,
    };
    if (!mark.onHead) return upright;
    return {
      left: 2 * mark.at.x - upright.right,
      right: 2 * mark.at.x - upright.left,
      top: 2 * mark.at.y - upright.bottom,
      bottom: 2 * mark.at.y - upright.top,
    };
  }
  const spots =
    mark.kind === "path"
      ? mark.points
      : mark.kind === "area"
        ? mark.rings.flat()
        : [
            { x: mark.at.x - mark.radius, y: mark.at.y - mark.radius },
            { x: mark.at.x + mark.radius, y: mark.at.y + mark.radius },
          ];
  const [xs, ys] = [spots.map((p) => p.x), spots.map((p) => p.y)];
  return { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) };
}

/** A page of a PDF as poppler sees it: grey values, 0 black to 255 white. */
export interface Raster {
  readonly width: number;
  readonly height: number;
  readonly pixelsPerMm: number;
  /** Where its upper left corner lies on the page, mm. */
  readonly left: number;
  readonly top: number;
  readonly grey: Uint8Array;
}

/** Rasterises a page of a PDF, or a stretch of it, by Debian's pdftoppm, in grey as a copier would. */
export function rasterised(
  pdf: Uint8Array,
  page: number,
  pixelsPerMm: number,
  stretch: Extent | null = null,
): Raster {
  const folder = mkdtempSync(join(tmpdir(), "regulanda-page-"));
  try {
    const file = join(folder, "page.pdf");
    writeFileSync(file, pdf);
    const pixels = (mm: number) => Math.round(mm * pixelsPerMm);
    const crop = stretch
      ? [
          ...["-x", `${pixels(stretch.left)}`, "-y", `${pixels(stretch.top)}`],
          ...["-W", `${pixels(stretch.right) - pixels(stretch.left)}`],
          ...["-H", `${pixels(stretch.bottom) - pixels(stretch.top)}`],
        ]
      : [];
    const range = ["-f", `${page}`, "-l", `${page}`, "-singlefile", ...crop];
    execFileSync("pdftoppm", ["-r", `${pixelsPerMm * 25.4}`, "-gray", ...range, file, join(folder, "page")]);
    const pgm = readFileSync(join(folder, "page.pgm"));
    const head = /^P5\s+(\d+)\s+(\d+)\s+255\s/.exec(pgm.subarray(0, 40).toString("latin1"));
    const grey = new Uint8Array(pgm.subarray(head?.[0].length ?? 0));
    const [left, top] = stretch ? [stretch.left, stretch.top].map((mm) => pixels(mm) / pixelsPerMm) : [0, 0];
    return {
      width: Number(head?.[1]),
      height: Number(head?.[2]),
      pixelsPerMm,
      left: left ?? 0,
      top: top ?? 0,
      grey,
    };
  } finally {
    rmSync(folder, { recursive: true });
  }
}

/** The ink in a box of a page, mm: its extent; null where there is none. */
export function inkIn(
  { width, height, pixelsPerMm: k, left: x0, top: y0, grey }: Raster,
  page: Extent,
  darkerThan = 160,
): Extent | null {
  const box = { left: page.left - x0, right: page.right - x0, top: page.top - y0, bottom: page.bottom - y0 };
  let [left, right, top, bottom] = [Number.POSITIVE_INFINITY, -1, Number.POSITIVE_INFINITY, -1];
  for (let y = Math.max(0, Math.round(box.top * k)); y < Math.min(height, box.bottom * k); y++)
    for (let x = Math.max(0, Math.round(box.left * k)); x < Math.min(width, box.right * k); x++) {
      if ((grey[y * width + x] ?? 255) > darkerThan) continue;
      [left, right] = [Math.min(left, x), Math.max(right, x + 1)];
      [top, bottom] = [Math.min(top, y), Math.max(bottom, y + 1)];
    }
  if (right < 0) return null;
  return { left: x0 + left / k, right: x0 + right / k, top: y0 + top / k, bottom: y0 + bottom / k };
}
