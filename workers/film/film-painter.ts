import { type Box, type Colour, canvasPen, drawWith, type Mark, type Pen } from "#core/display";
import { boundsOfMarks, sameFrame } from "#core/film";
import type { FilmPicture, OverlayFrame } from "#core/overlay";
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
  /** Shows a picture of the overlay; answers what of the canvas is another than before, null: nothing. */
  show(frame: OverlayFrame): Patch | null;
}

const NOTHING: OverlayFrame = { stepId: null, lines: [], drawn: [], words: [], moving: [] };

/**
 * A painter whose lists of standing marks are kept as pictures: they are painted again only when another list comes, and of the
 * canvas only what moves is painted anew.
 */
export function filmPainter(picture: FilmPicture, palette: Palette, typeface: Typeface): FilmPainter {
  const { canvas, context } = surface(picture);
  const pen = outlinePen(context, palette, typeface);
  const lines = layer(picture, palette, typeface);
  const words = layer(picture, palette, typeface);
  const whole: Patch = { x: 0, y: 0, width: picture.widthPx, height: picture.heightPx };
  let shown = NOTHING;
  return {
    canvas,
    context,
    show: (frame) => {
      if (sameFrame(shown, frame)) return null;
      const stands = shown.lines === frame.lines && shown.words === frame.words;
      const moves = boundsOfMarks([...shown.drawn, ...shown.moving, ...frame.drawn, ...frame.moving]);
      const patch = stands && moves ? patchOf(moves, whole) : whole;
      shown = frame;
      if (!patch) return null;
      const { x, y, width, height } = patch;
      context.save();
      context.beginPath();
      context.rect(x, y, width, height);
      context.clip();
      context.clearRect(x, y, width, height);
      if (frame.lines.length > 0)
        context.drawImage(lines(frame.lines), x, y, width, height, x, y, width, height);
      for (const mark of frame.drawn) drawWith(pen, mark);
      if (frame.words.length > 0)
        context.drawImage(words(frame.words), x, y, width, height, x, y, width, height);
      for (const mark of frame.moving) drawWith(pen, mark);
      context.restore();
      return patch;
    },
  };
}

/** The whole even pixels round a box, inside the picture; null where it lies outside. */
function patchOf(box: Box, whole: Patch): Patch | null {
  const even = (v: number) => 2 * Math.floor(v / 2);
  const x = Math.max(0, even(box.x));
  const y = Math.max(0, even(box.y));
  const width = Math.min(whole.width, even(box.x + box.width) + 2) - x;
  const height = Math.min(whole.height, even(box.y + box.height) + 2) - y;
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

/** A list of marks as a picture, painted again only when it is another list. */
function layer(
  picture: FilmPicture,
  palette: Palette,
  typeface: Typeface,
): (marks: readonly Mark[]) => OffscreenCanvas {
  const { canvas, context } = surface(picture);
  const pen = outlinePen(context, palette, typeface);
  let painted: readonly Mark[] | null = null;
  return (marks) => {
    if (marks !== painted) {
      context.clearRect(0, 0, picture.widthPx, picture.heightPx);
      for (const mark of marks) drawWith(pen, mark);
      painted = marks;
    }
    return canvas;
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
    text: ({ at, lines, size, lineHeight, colour, weight, anchor, halo, opacity }) => {
      context.globalAlpha = opacity ?? 1;
      const each = (draw: (path: Path2D) => void) => {
        for (const [i, line] of lines.entries()) {
          const { width, letters } = setLine(line, weight);
          const left = leftOf(at.x, width * size, anchor);
          for (const { outline, x } of letters) {
            context.setTransform(size, 0, 0, size, left + x * size, at.y + i * lineHeight);
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
