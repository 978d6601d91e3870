import { type Colour, canvasPen, drawWith, type Mark, type Pen } from "#core/display";
import type { FilmPicture, OverlayFrame } from "#core/overlay";
import { leftOf, lineSetter } from "#film/set-line.ts";
import type { Typeface } from "#film/typeface.ts";

type Palette = Readonly<Record<Colour, string>>;

/** Paints pictures of a film on a canvas of its size. */
export interface FilmPainter {
  readonly canvas: OffscreenCanvas;
  readonly context: OffscreenCanvasRenderingContext2D;
  /** Lays a picture of the overlay over what is on the canvas. */
  paint(frame: OverlayFrame): void;
  /** Takes everything away. */
  clear(): void;
}

/**
 * A painter whose lists of standing marks are kept as pictures: they are painted again only when another list comes, so that
 * a picture costs what moves in it. `read`: its pixels will be read, so that they are kept where that is cheap.
 */
export function filmPainter(
  picture: FilmPicture,
  palette: Palette,
  typeface: Typeface,
  read: boolean,
): FilmPainter {
  const { canvas, context } = surface(picture, read);
  const pen = outlinePen(context, palette, typeface);
  const lines = layer(picture, palette, typeface);
  const words = layer(picture, palette, typeface);
  return {
    canvas,
    context,
    clear: () => context.clearRect(0, 0, picture.widthPx, picture.heightPx),
    paint: (frame) => {
      if (frame.lines.length > 0) context.drawImage(lines(frame.lines), 0, 0);
      for (const mark of frame.drawn) drawWith(pen, mark);
      if (frame.words.length > 0) context.drawImage(words(frame.words), 0, 0);
      for (const mark of frame.moving) drawWith(pen, mark);
    },
  };
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

function surface({ widthPx, heightPx }: FilmPicture, read: boolean) {
  const canvas = new OffscreenCanvas(widthPx, heightPx);
  const context = canvas.getContext("2d", { willReadFrequently: read });
  if (!context) throw new Error("this browser gives no canvas to paint on");
  return { canvas, context };
}

/** A list of marks as a picture, painted again only when it is another list. */
function layer(
  picture: FilmPicture,
  palette: Palette,
  typeface: Typeface,
): (marks: readonly Mark[]) => OffscreenCanvas {
  const { canvas, context } = surface(picture, true);
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
