import { formatLength } from "#core/ground/base";
import { cautionsOf, KIT } from "#core/ground/plan";
import { lengthOfMark } from "#core/output/film";
import { kitOf, type Source, wordsUsed } from "#core/output/handout";
import {
  carryMarks,
  type Drawing,
  drawWith,
  escapeXml,
  explainStep,
  isNew,
  type Mark,
  PRINT_PALETTE,
  strokeIdOf,
  svgPen,
  writeElement,
} from "#core/showing/display";
import type { Step } from "#core/telling/steps";
import { PLAYER } from "./player.ts";
import { STYLE } from "./style.ts";

/** The page's typeface, as web fonts in base64 (WOFF2). */
export interface PageFonts {
  readonly regular: string;
  readonly bold: string;
}

/** A picture's own measure: as a phone held upright shows it. */
const ROOM = { width: 150, height: 112, textSize: 5 } as const;
/** A second of drawing for so much of the picture's width. */
const PER_SECOND = 60;
const LEAST_MS = 350;
const LIFT_MS = 180;

/**
 * One file for pupils at home: every step with its drawing that draws itself, its words, its check, the words of the trade.
 * Everything is inside; it asks nothing of a network. It says all the words: nobody is there to answer.
 */
export function takeHomePage(source: Source, fonts: PageFonts): string {
  const { computed, handed } = source;
  const { steps, lesson } = computed;
  const kit = kitOf(lesson);
  const title = escapeXml(handed.title);
  const words = wordsUsed(steps);
  const startOf = new Map(computed.schedule.windows.map((w) => [w.stepId, w.startMs]));
  const video = (step: Step) => handed.videoAt?.(startOf.get(step.id) ?? 0) ?? null;
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${title}</title>
<link rel="icon" href="data:,">
<style>
${fontFace("400", fonts.regular)}
${fontFace("700", fonts.bold)}
${STYLE}</style>
</head>
<body>
<header>
<h1>${title}</h1>
<p>${steps.length} steps. You need: ${escapeXml([sheetSaid(computed.sheet), ...kit.filter((k) => k !== "sheet").map((k) => KIT[k].short)].join(", "))}.</p>
<p>${escapeXml(cautionsOf(kit).join(" "))}</p>
</header>
<nav aria-label="Steps"><ol>
${steps.map((s) => `<li><a href="#step-${s.number}" aria-label="Step ${s.number}: ${escapeXml(s.title)}">${s.number}</a></li>`).join("\n")}
</ol></nav>
<main>
${steps.map((step) => section(source, step, video(step))).join("\n")}
${
  words.length > 0
    ? `<details class="words"><summary>Words of this lesson</summary><dl>
${words.map((w) => `<dt>${escapeXml(w.word)}</dt><dd>${escapeXml(w.means)}</dd>`).join("\n")}
</dl></details>`
    : ""
}
</main>
<footer>
<button id="back" type="button">Back</button>
<button id="again" type="button">Draw again</button>
<button id="slow" type="button" aria-pressed="false">Slowly</button>
<span id="count" aria-live="polite"></span>
<button id="next" type="button">Next</button>
</footer>
<script>${PLAYER}</script>
</body>
</html>
`;
}

function fontFace(weight: string, base64: string): string {
  return `@font-face { font-family: "Alegreya Sans"; font-weight: ${weight}; src: url(data:font/woff2;base64,${base64}) format("woff2"); }`;
}

function sheetSaid(sheet: Source["computed"]["sheet"]): string {
  return `a sheet of ${formatLength(sheet.widthMm, sheet)} by ${formatLength(sheet.heightMm, sheet)}`;
}

function section({ computed }: Source, step: Step, video: string | null): string {
  const id = `step-${step.number}`;
  const actions = step.inFull;
  const check = step.check
    ? `<div class="check"><input type="checkbox" id="${id}-check"><label for="${id}-check">${escapeXml(step.check)}</label></div>`
    : "";
  return `<section class="step" id="${id}" aria-labelledby="${id}-title">
<h2 id="${id}-title" tabindex="-1">${step.number}. ${escapeXml(step.title)}</h2>
<figure>${picture(computed, step)}</figure>
<ol${actions.length === 1 ? ' class="one"' : ""}>
${actions.map((a) => `<li>${escapeXml(a)}</li>`).join("\n")}
</ol>
${step.notes.map((n) => `<p>${escapeXml(n)}</p>`).join("")}
${step.why ? `<p class="why">${escapeXml(step.why)}</p>` : ""}
${check}
${step.slip ? `<p class="slip">Not so: ${escapeXml(step.slip)}</p>` : ""}
${video ? `<p><a href="${escapeXml(video)}">Watch this step in the video</a></p>` : ""}
</section>`;
}

/** A step's picture as the page has it, before it draws itself. */
export function drawingOfStep(lesson: Source["computed"], step: Step): Drawing {
  return explainStep(lesson, step, ROOM, { full: true }).drawing;
}

/** The picture that explains, its new lines one after another in the order they are drawn. */
function picture(lesson: Source["computed"], step: Step): string {
  const drawing = drawingOfStep(lesson, step);
  const pen = svgPen(PRINT_PALETTE);
  const order = new Map(lesson.moves.map((m, i) => [m.id, i]));
  const placeOf = (mark: Mark) => order.get(strokeIdOf(mark.id)) ?? Number.POSITIVE_INFINITY;
  const fresh = drawing.marks
    .filter((m) => isNew(m) && order.has(strokeIdOf(m.id)))
    .sort((a, b) => placeOf(a) - placeOf(b));
  const timing = new Map<string, string>();
  let t = 400;
  for (const mark of fresh) {
    const ms = Math.max(LEAST_MS, (lengthOfMark(mark) / PER_SECOND) * 1000);
    const grows = mark.kind === "path" && !mark.closed && mark.ink?.dash.length === 0;
    timing.set(
      mark.id,
      ` class="${grows ? "grows" : "comes"}"${grows ? ' pathLength="1"' : ""} style="--t:${Math.round(t)}ms;--d:${Math.round(ms)}ms"`,
    );
    t += (grows ? ms : LEAST_MS) + LIFT_MS;
  }
  const { x, y, width, height } = drawing.box;
  const body = drawing.marks.map((m) => {
    const { attributes, ...rest } = drawWith(pen, carriedTo(m));
    const { "data-stroke": _, "font-family": __, ...needed } = attributes;
    return writeElement({ ...rest, attributes: needed }, timing.get(m.id) ?? "");
  });
  return `<svg viewBox="${x} ${y} ${width} ${height}" role="img" aria-label="${escapeXml(drawing.alt)}">${body.join("")}</svg>`;
}

/** A hundredth of the picture's unit is finer than any screen shows. */
const rounded = (n: number) => Math.round(n * 100) / 100;

function carriedTo(mark: Mark): Mark {
  const [carried] = carryMarks([mark], { to: (p) => ({ x: rounded(p.x), y: rounded(p.y) }) });
  return carried ?? mark;
}
