import {
  ERASE,
  type Need,
  type Phrases,
  type RecipeName,
  recipeNamed,
  type Saying,
} from "../../drawing/recipes/index.ts";
import { sentenceCase } from "../../ground/base/index.ts";
import { SHEET_PHRASES } from "./sheet-phrases.ts";

/** What is said about a part of a phase beside its acts. */
export interface AsideWords {
  readonly title: string;
  readonly why: string;
  readonly check: string;
  readonly slip: string;
  readonly slipKind: Phrases["slipKind"] | null;
}

/** Where a part stands in its phase: what is in each of its parts, and in all of them. */
export interface PartOfPhase {
  /** "cut-o2": a phase of the second letter of a word. */
  readonly phase: string;
  readonly part: number;
  readonly facts: readonly ReadonlySet<Need>[];
  readonly phaseFacts: ReadonlySet<Need>;
}

/**
 * Words for a part of a phase: of what its construction says, what is true in this part. A reason and a slip go with the
 * first part they are true of, a check with the last.
 */
export function wordPart(phrases: Phrases, label: string, at: PartOfPhase): AsideWords {
  const letter = /-([a-z0-9])\d+$/.exec(at.phase)?.[1]?.toUpperCase() ?? "";
  const named = (text: string) => text.replaceAll("{it}", label).replaceAll("{letter}", letter);
  const title = sentenceCase(named(pick(phrases.title, at.phaseFacts) ?? label));
  const slip = spoken(phrases.slip, at, "first");
  return {
    title: at.facts.length > 1 ? `${title}, part ${at.part}` : title,
    why: named(reason(phrases.why, at)),
    check: named(spoken(phrases.check, at, "last")),
    slip: named(slip),
    slipKind: slip === "" ? null : (phrases.slipKind ?? null),
  };
}

/** The reason that holds for the phase, at the first part it is true of by itself. */
function reason(saying: Saying | undefined, { part, facts, phaseFacts }: PartOfPhase): string {
  if (saying === undefined) return "";
  if (typeof saying === "string") return part === 1 ? saying : "";
  const bound = saying.find((s) => s.needs.every((need) => phaseFacts.has(need)));
  if (!bound) return "";
  const first = facts.findIndex((f) => bound.needs.every((need) => f.has(need)));
  return first === part - 1 ? bound.says : "";
}

function spoken(saying: Saying | undefined, { part, facts }: PartOfPhase, where: "first" | "last"): string {
  if (saying === undefined) return "";
  const said = facts.map((f) => pick(saying, f));
  const index = part - 1;
  const mine = said[index];
  if (!mine) return "";
  const others = where === "first" ? said.slice(0, index) : said.slice(index + 1);
  return others.includes(mine) ? "" : mine;
}

function pick(saying: Saying, facts: ReadonlySet<Need>): string | null {
  if (typeof saying === "string") return saying;
  return saying.find((s) => s.needs.every((need) => facts.has(need)))?.says ?? null;
}

/** The phrases for a phase of a construction, or of the sheet itself; one it says nothing of is named as it is. */
export function phrasesFor(recipe: RecipeName | null, phase: string): Phrases {
  if (recipe === null) return SHEET_PHRASES[phase] ?? { title: phase.replaceAll("-", " ") };
  if (phase === "erase") return ERASE;
  const { words } = recipeNamed(recipe);
  const family = Object.keys(words).find((key) => key.endsWith("*") && phase.startsWith(key.slice(0, -1)));
  return (
    words[phase] ??
    (family === undefined ? undefined : words[family]) ?? { title: `{it}: ${phase.replaceAll("-", " ")}` }
  );
}
