import { type FilmPlan, growsInto, lengthOfMark, msOfPicture } from "#core/output/film";
import { type Colour, escapeXml, type Mark, sameMark } from "#core/showing/display";
import type { Overlay } from "#core/showing/overlay";
import type { Watch } from "./file-sink.ts";
import { outliningPen } from "./outlined-svg.ts";
import type { Typeface } from "./typeface.ts";

/** From back to front, as the overlay has them. */
const BANDS = ["lines", "drawn", "words", "moving"] as const;

/** A mark as it is seen in a stretch of time, [fromMs, toMs), growing from a share of its length to all of it. */
interface Shown {
  readonly mark: Mark;
  readonly band: number;
  /** Its place in its band, so that what lies over it then lies over it in the file. */
  readonly rank: number;
  readonly fromMs: number;
  toMs: number;
  /** The share of it that was there at first; 1: it does not grow. */
  readonly grownFrom: number;
}

/** A mark that is on show at the picture looked at last. */
interface Open {
  readonly first: Mark;
  last: Mark;
  readonly rank: number;
  readonly fromMs: number;
  /** Whether all it did so far was to grow along itself. */
  grew: boolean;
}

/**
 * An overlay as one animated SVG that needs nothing but itself: letters are outlines, a line draws itself by its dash, all
 * else is shown and hidden at its moment (SMIL: W3C, SVG 1.1, chapter 19).
 */
export async function animatedSvg(
  overlay: Overlay,
  { picture, rate, frames, totalMs }: FilmPlan,
  palette: Readonly<Record<Colour, string>>,
  typeface: Typeface,
  title: string,
  watch: Watch,
): Promise<string> {
  const shown: Shown[] = [];
  const open = BANDS.map(() => new Map<string, Open>());
  const lists: (readonly Mark[])[] = BANDS.map(() => []);
  const close = (band: number, id: string, atMs: number) => {
    const it = open[band]?.get(id);
    if (!it) return;
    open[band]?.delete(id);
    const grownFrom = it.grew ? lengthOfMark(it.first) / Math.max(1e-9, lengthOfMark(it.last)) : 1;
    shown.push({ mark: it.last, band, rank: it.rank, fromMs: it.fromMs, toMs: atMs, grownFrom });
  };
  for (let n = 0; n < frames; n++) {
    const atMs = msOfPicture(n, rate);
    const frame = overlay(atMs);
    for (const [band, name] of BANDS.entries()) {
      const marks = frame[name];
      if (marks === lists[band]) continue;
      lists[band] = marks;
      const now = new Set(marks.map((m) => m.id));
      for (const id of [...(open[band]?.keys() ?? [])]) if (!now.has(id)) close(band, id, atMs);
      for (const [rank, mark] of marks.entries()) {
        const it = open[band]?.get(mark.id);
        if (it && sameMark(it.last, mark)) continue;
        const unmoved = it && (it.grew || it.last === it.first);
        if (it && unmoved && growsInto(it.last, mark)) {
          it.last = mark;
          it.grew = true;
          continue;
        }
        close(band, mark.id, atMs);
        open[band]?.set(mark.id, { first: mark, last: mark, rank, fromMs: atMs, grew: false });
      }
    }
    if (n % 100 === 0) await watch(n / frames);
  }
  for (const [band, marks] of open.entries()) for (const id of [...marks.keys()]) close(band, id, totalMs);

  const pen = outliningPen(palette, typeface);
  const seconds = (ms: number) => `${Number((ms / 1000).toFixed(3))}s`;
  const body = shown
    .sort((a, b) => a.band - b.band || a.rank - b.rank || a.fromMs - b.fromMs)
    .map(({ mark, fromMs, toMs, grownFrom }) => {
      const grows = grownFrom < 1;
      const drawn = pen.write(mark, grows ? ' pathLength="1" stroke-dasharray="1 1"' : "");
      const draws = grows
        ? `<animate attributeName="stroke-dashoffset" from="${Number((1 - grownFrom).toFixed(4))}" to="0" begin="${seconds(fromMs)}" dur="${seconds(toMs - fromMs)}" fill="freeze"/>`
        : "";
      return `<g visibility="hidden"><set attributeName="visibility" to="visible" begin="${seconds(fromMs)}" end="${seconds(toMs)}"/>${draws ? drawn.replace("/>", `>${draws}</path>`) : drawn}</g>`;
    });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${picture.widthPx}" height="${picture.heightPx}" viewBox="0 0 ${picture.widthPx} ${picture.heightPx}">
<title>${escapeXml(title)}</title>
<defs>
${pen.outlines()}
</defs>
${body.join("\n")}
</svg>
`;
}
