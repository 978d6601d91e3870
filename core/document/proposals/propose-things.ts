import { setObject } from "../../drawing/recipes/index.ts";
import { planView } from "../../drawing/view/index.ts";
import type { Change } from "../../ground/base/index.ts";
import { DRAWN_AS, MM_PER } from "../../ground/lexicon/index.ts";
import { type Heard, sentencesOf, type Token } from "../../time/narration/index.ts";
import { applyChanges, type Construction, putObject } from "../changes/index.ts";
import type { Lesson } from "../lesson/index.ts";
import { drawLesson } from "../pipeline/index.ts";

/** A thing that a narration seems to draw. */
export interface ToldThing {
  readonly construction: Construction;
  /** What the speaker calls it: "left bench". */
  readonly label: string;
  readonly atMs: number;
  readonly wideMm: number | null;
  readonly highMm: number | null;
  readonly confidence: number;
}

const BEGINS =
  /\b(?:draw|make|add|put|start|begin|build|here comes|next|first|another|now|goes|stands|hangs|floats|above|below|third|last|is)\b/;
const ADJECTIVES =
  /^(?:left|right|near|far|big|small|little|tall|first|second|third|front|back|top|hanging|wooden|ticket|lower|upper|middle)$/;
/** A thing spoken of again within so many sentences is still the same. */
const SAME_FOR = 14;

/**
 * The things a narration draws, in the order of speech: a noun of the trade in a sentence that begins something, with the
 * width and height told there or soon after; surer where lines to a point or level and upright ones follow.
 */
export function thingsTold(tokens: readonly Token[], heard: readonly Heard[]): ToldThing[] {
  const sentences = sentencesOf(tokens);
  const found: ToldThing[] = [];
  const lastSeen = new Map<string, number>();
  for (const [i, sentence] of sentences.entries()) {
    for (const [noun, construction] of DRAWN_AS) {
      const match = noun.exec(sentence.plain);
      if (!match) continue;
      const label = labelOf(sentence.plain, match.index, match[0]);
      const before = lastSeen.get(label);
      lastSeen.set(label, i);
      if (before !== undefined && i - before < SAME_FOR) break;
      if (!BEGINS.test(sentence.plain)) break;
      const from = sentence.tokens[0]?.startMs ?? 0;
      const soon = sentences[Math.min(sentences.length - 1, i + 4)]?.tokens.at(-1)?.endMs ?? from;
      const near = heard.filter((h) => h.startMs >= from && h.endMs <= soon);
      const drawn = near.filter((h) => h.kind === "to-vp" || h.kind === "parallel").length;
      const told = near.some((h) => h.kind === "act-now") ? 1 : 0;
      const sizes = sizesIn(near, tokens);
      const confidence = Math.min(
        0.95,
        0.3 + 0.15 * drawn + 0.1 * told + (sizes.wideMm || sizes.highMm ? 0.25 : 0),
      );
      found.push({ construction, label, atMs: from, ...sizes, confidence });
      break;
    }
  }
  return found;
}

function labelOf(plain: string, at: number, noun: string): string {
  const before =
    plain
      .slice(0, at)
      .trim()
      .split(/[\s,]+/)
      .at(-1) ?? "";
  return ADJECTIVES.test(before) ? `${before} ${noun}` : noun;
}

/** "Two and a half inches wide", "two inches tall": the word after the amount says which. */
function sizesIn(
  near: readonly Heard[],
  tokens: readonly Token[],
): { wideMm: number | null; highMm: number | null } {
  let [wideMm, highMm]: [number | null, number | null] = [null, null];
  const index = new Map(tokens.map((t, i) => [t.wordId, i]));
  for (const h of near) {
    const value = h.amount?.value;
    const per = MM_PER[h.amount?.unit ?? ""];
    if (h.kind !== "measurement" || typeof value !== "number" || per === undefined) continue;
    const at = index.get(h.wordIds.at(-1) ?? "");
    const after = at === undefined ? "" : [1, 2].map((k) => tokens[at + k]?.plain ?? "").join(" ");
    if (/\b(?:wide|across|width)\b/.test(after)) wideMm ??= value * per;
    if (/\b(?:tall|high|up|height)\b/.test(after)) highMm ??= value * per;
  }
  return { wideMm, highMm };
}

/**
 * Puts told things on an empty sheet, side by side below the horizon, as wide and high as they were told to be: a start that
 * the educator then fits to the sheet. Windows and doors go on the thing before them.
 */
export function putTold(lesson: Lesson, things: readonly ToldThing[]): Change[] {
  const { widthMm, heightMm } = lesson.sheet;
  const standing = things.filter((t) => t.construction !== "openings" && t.construction !== "door");
  const slot = widthMm / Math.max(1, standing.length);
  let [now, placed] = [lesson, 0];
  const changes: Change[] = [];
  for (const thing of things) {
    const { program } = drawLesson(now);
    const host = now.objects.findLast((o) => !("on" in o))?.id ?? null;
    const wide = Math.min(thing.wideMm ?? slot * 0.6, widthMm * 0.9);
    const high = Math.min(thing.highMm ?? wide * 0.8, heightMm * 0.6);
    const left = Math.min(widthMm - wide, placed * slot + slot * 0.15);
    const foot = heightMm * 0.9;
    const [from, to] = [
      { xMm: left, yMm: foot },
      { xMm: left + wide, yMm: foot - high },
    ];
    const put = putObject(
      now,
      planView(now.view, now.sheet),
      thing.construction,
      from,
      to,
      host,
      program.scene,
    );
    if (!put) continue;
    const named: Change[] = [...put.changes, setObject(put.id, "label", thing.label)];
    const tried = applyChanges(now, named);
    if (!tried.ok) continue;
    now = tried.value.lesson;
    changes.push(...named);
    if (standing.includes(thing)) placed++;
  }
  return changes;
}
