import { changedBoxes } from "#core/output/film";
import { type Box, type Colour, canvasPen, drawWith, type Mark, type Pen } from "#core/showing/display";
import type { FilmPicture, OverlayFrame } from "#core/showing/overlay";
import { leftOf, lineSetter } from "#film/set-line.ts";
import type { Typeface } from "#film/typeface.ts";

type Palette = Readonly<Record<Colour, string>>;

/** A stretch of a picture in whole pixels, even ones, so that colours that are kept for two by two pixels come along. */
export interface Patch {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Keeps the overlay as it is shown on a see-through canvas of the film's size. */
export interface FilmPainter {
  readonly canvas: OffscreenCanvas;
  readonly context: OffscreenCanvasRenderingContext2D;
  /** Shows a picture of the overlay; answers where the canvas is another than before. */
  show(frame: OverlayFrame): readonly Patch[];
}

const NOTHING: OverlayFrame = { stepId: null, lines: [], drawn: [], words: [], moving: [] };

/**
 * A painter whose lists of standing marks are kept as pictures: they are painted again only when another list comes, and of the
 * canvas only what moves is painted anew.
 */
export function filmPainter(picture: FilmPicture, palette: Palette, typeface: Typeface): FilmPainter {
  const { canvas, context } = surface(picture);
  const pen = outlinePen(context, palette, typeface);
  const [lines, words] = [layer(picture, palette, typeface), layer(picture, palette, typeface)];
  let shown = NOTHING;
  return {
    canvas,
    context,
    show: (frame) => {
      const patches = apart([
        ...lines.show(frame.lines),
        ...words.show(frame.words),
        ...patchesOf(changedBoxes(shown.drawn, frame.drawn), picture),
        ...patchesOf(changedBoxes(shown.moving, frame.moving), picture),
      ]);
      shown = frame;
      anew(context, patches, () => {
        context.drawImage(lines.canvas, 0, 0);
        for (const mark of frame.drawn) drawWith(pen, mark);
        context.drawImage(words.canvas, 0, 0);
        for (const mark of frame.moving) drawWith(pen, mark);
      });
      return patches;
    },
  };
}

/** Paints some patches of a canvas anew, and nothing besides. */
function anew(
  context: OffscreenCanvasRenderingContext2D,
  patches: readonly Patch[],
  paint: () => void,
): void {
  if (patches.length === 0) return;
  context.save();
  context.beginPath();
  for (const { x, y, width, height } of patches) context.rect(x, y, width, height);
  context.clip();
  for (const { x, y, width, height } of patches) context.clearRect(x, y, width, height);
  paint();
  context.restore();
}

/** Two patches that together take up little more than each by itself are one: every patch is read by itself. */
const LITTLE_MORE = 1.4;
const READING_PX = 3000;

function apart(patches: readonly Patch[]): readonly Patch[] {
  const left: Patch[] = [];
  for (const patch of patches) {
    const i = left.findIndex((other) => {
      const both = areaOf(other) + areaOf(patch);
      return areaOf(round(other, patch)) < both * LITTLE_MORE + READING_PX;
    });
    const other = left[i];
    if (other) left[i] = round(other, patch);
    else left.push(patch);
  }
  return left;
}

const areaOf = ({ width, height }: Patch) => width * height;

function round(a: Patch, b: Patch): Patch {
  const [x, y] = [Math.min(a.x, b.x), Math.min(a.y, b.y)];
  return {
    x,
    y,
    width: Math.max(a.x + a.width, b.x + b.width) - x,
    height: Math.max(a.y + a.height, b.y + b.height) - y,
  };
}

function patchesOf(boxes: readonly Box[], picture: FilmPicture): Patch[] {
  return boxes.flatMap((box) => patchOf(box, picture) ?? []);
}

/** The whole even pixels round a box, inside the picture; null where it lies outside. */
function patchOf(box: Box, { widthPx, heightPx }: FilmPicture): Patch | null {
  const even = (v: number) => 2 * Math.floor(v / 2);
  const x = Math.max(0, even(box.x));
  const y = Math.max(0, even(box.y));
  const width = Math.min(widthPx, even(box.x + box.width) + 2) - x;
  const height = Math.min(heightPx, even(box.y + box.height) + 2) - y;
  return width > 0 && height > 0 ? { x, y, width, height } : null;
}

/** Paints a list of marks as a picture of its own. */
export function paintMarks(
  context: OffscreenCanvasRenderingContext2D,
  marks: readonly Mark[],
  palette: Palette,
  typeface: Typeface,
): void {
  const pen = outlinePen(context, palette, typeface);
  for (const mark of marks) drawWith(pen, mark);
}

/** A canvas whose pixels are read again and again: kept where that is cheap. */
export function surface({ widthPx, heightPx }: Pick<FilmPicture, "widthPx" | "heightPx">) {
  const canvas = new OffscreenCanvas(widthPx, heightPx);
  const context = canvas.getContext("2d", { willReadFrequently: true });
  if (!context) throw new Error("this browser gives no canvas to paint on");
  return { canvas, context };
}

/** A list of marks as a picture; of another list only what is otherwise is painted. */
function layer(picture: FilmPicture, palette: Palette, typeface: Typeface) {
  const { canvas, context } = surface(picture);
  const pen = outlinePen(context, palette, typeface);
  let painted: readonly Mark[] = [];
  return {
    canvas,
    show: (marks: readonly Mark[]): readonly Patch[] => {
      if (marks === painted) return [];
      const patches = patchesOf(changedBoxes(painted, marks), picture);
      painted = marks;
      anew(context, patches, () => {
        for (const mark of marks) drawWith(pen, mark);
      });
      return patches;
    },
  };
}

/** The canvas pen with letters as outlines: a canvas cannot be told to set figures that stand on the line. */
function outlinePen(
  context: OffscreenCanvasRenderingContext2D,
  palette: Palette,
  typeface: Typeface,
): Pen<void> {
  const setLine = lineSetter(typeface);
  const paths = new Map<string, Path2D>();
  const pathOf = ({ name, d }: { readonly name: string; readonly d: string }) => {
    const path = paths.get(name) ?? new Path2D(d);
    paths.set(name, path);
    return path;
  };
  return {
    ...canvasPen(context, palette),
    text: ({ at, lines, size, lineHeight, colour, weight, anchor, halo, onHead, opacity }) => {
      context.globalAlpha = opacity ?? 1;
      const each = (draw: (path: Path2D) => void) => {
        for (const [i, line] of lines.entries()) {
          const { width, letters } = setLine(line, weight);
          const left = leftOf(at.x, width * size, anchor);
          for (const { outline, x } of letters) {
            const [right, down] = [left + x * size - at.x, i * lineHeight];
            const way = onHead ? -1 : 1;
            context.setTransform(way * size, 0, 0, way * size, at.x + way * right, at.y + way * down);
            draw(pathOf(outline));
          }
        }
      };
      if (halo) {
        context.strokeStyle = palette.sheet;
        context.lineWidth = (2 * halo) / size;
        context.lineJoin = "round";
        context.setLineDash([]);
        each((path) => context.stroke(path));
      }
      context.fillStyle = palette[colour];
      each((path) => context.fill(path));
      context.resetTransform();
      context.globalAlpha = 1;
    },
  };
}
