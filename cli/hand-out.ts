import type { Lesson } from "#core/document/lesson";
import { computeLesson } from "#core/document/pipeline";
import type { HandOut } from "#core/ground/plan";
import {
  HAND_OUTS,
  type HandOutKind,
  type HandOutWish,
  lessonForHand,
  OF_CARDS,
  WORKSHEETS,
} from "#core/output/handout";
import { writeHandOut } from "../server/pdf/hand-out.server.ts";
import { takeHomePage } from "../server/take-home/take-home.server.ts";
import { CliError, oneOf, saveTo, wholeNumber } from "./arguments.ts";

/** What of a hand-out is said on the command line. */
export interface HandOutOptions {
  readonly what?: string | undefined;
  readonly out?: string | undefined;
  readonly after?: string | undefined;
  readonly on?: string | undefined;
  readonly variant?: string | undefined;
  readonly seed?: string | undefined;
  readonly paper?: string | undefined;
  readonly margin?: string | undefined;
  readonly hand?: string | undefined;
  readonly black?: boolean | undefined;
}

/** Writes one hand-out of a lesson to a file, and says what was written. Throws CliError for what cannot be. */
export async function handOutToFile(lesson: Lesson, options: HandOutOptions): Promise<string> {
  const { out } = options;
  if (!options.what) throw new CliError(`hand-out needs --what, one of ${HAND_OUTS.join(", ")}`);
  const what = oneOf("--what", options.what, HAND_OUTS);
  const ending = what === "take-home" ? ".html" : ".pdf";
  if (!out?.endsWith(ending)) throw new CliError(`hand-out --what ${what} needs --out FILE${ending}`);
  const computed = computeLesson(lessonForHand({ ...lesson, handOut: printedAs(lesson.handOut, options) }));
  const wish = wishOf(what, options, computed.steps);
  if (what === "take-home") {
    const page = takeHomePage(computed);
    if (!page.ok) throw new CliError(page.says);
    saveTo(out, page.html);
    return `the take-home page of ${computed.steps.length} steps, ${Math.round(Buffer.byteLength(page.html) / 1024)} kB, written to ${out}\n`;
  }
  const written = await writeHandOut(computed, wish, new Date());
  if (!written.ok) throw new CliError(written.says);
  saveTo(out, written.pdf);
  const pages = `${written.pages} ${written.pages === 1 ? "page" : "pages"} written to ${out}`;
  const cards = OF_CARDS.has(what) ? `${written.pieces} cards on ` : "";
  return `${[`${cards}${pages}`, ...written.notices].join("\n")}\n`;
}

function wishOf(
  what: HandOutKind,
  { after, on, variant, seed }: HandOutOptions,
  steps: readonly { readonly id: string; readonly number: number }[],
): HandOutWish {
  const number = after === undefined ? null : wholeNumber("--after", after, 1, steps.length);
  const step = steps.find((s) => s.number === number)?.id;
  const row = variant === undefined ? undefined : wholeNumber("--variant", variant, 1, 8);
  return {
    // A numbered variant of the worksheet is the page of that row of the class.
    what: what === "worksheet" && row !== undefined ? "variants" : what,
    ...(on === undefined ? {} : { on: oneOf("--on", on, WORKSHEETS) }),
    ...(step === undefined ? {} : { step }),
    ...(row === undefined ? {} : { row }),
    ...(seed === undefined ? {} : { seed: wholeNumber("--seed", seed, 0, 1_000_000) }),
  };
}

function printedAs(handOut: HandOut, { paper, margin, hand, black }: HandOutOptions): HandOut {
  return {
    ...handOut,
    ...(paper === undefined ? {} : { paper: oneOf("--paper", paper, ["a4", "letter"] as const) }),
    ...(margin === undefined ? {} : { marginMm: wholeNumber("--margin", margin, 4, 30) }),
    ...(hand === undefined ? {} : { hand: oneOf("--hand", hand, ["right", "left"] as const) }),
    ...(black ? { colour: "black" as const } : {}),
  };
}
