import type { Amount } from "./heard.ts";
import type { Sentence } from "./stream.ts";

/** A word of a sentence with the token it is part of. */
export interface Spoken {
  readonly word: string;
  readonly token: number;
  readonly comma: boolean;
}

export const UNITS: Readonly<Record<string, Amount["unit"]>> = {
  inch: "in",
  inches: "in",
  '"': "in",
  "″": "in",
  "''": "in",
  cm: "cm",
  cms: "cm",
  centimeter: "cm",
  centimeters: "cm",
  centimetre: "cm",
  centimetres: "cm",
  mm: "mm",
  mil: "mm",
  millimeter: "mm",
  millimeters: "mm",
  millimetre: "mm",
  millimetres: "mm",
  foot: "ft",
  feet: "ft",
  ft: "ft",
  meter: "m",
  meters: "m",
  metre: "m",
  metres: "m",
  second: "s",
  seconds: "s",
  sec: "s",
  secs: "s",
  minute: "min",
  minutes: "min",
  min: "min",
  mins: "min",
  hour: "h",
  hours: "h",
  day: "day",
  days: "day",
};
export const LENGTHS: ReadonlySet<string> = new Set(["in", "cm", "mm", "ft", "m", "finger"]);
export const TIMES: ReadonlySet<string> = new Set(["s", "min", "h", "day"]);

/** What a class draws and counts: the trade's nouns, common practice, no published source. */
export const DRAWN =
  /^(?:box|cube|crate|line|guide|square|rectangle|circle|oval|ellipse|triangle|shape|block|brick|building|house|window|door|doorway|shutter|pane|tree|bush|cloud|post|pole|bollard|fence|rail|plank|board|tile|letter|stair|step|stairstep|arch|column|pillar|row|mark|tick|dot|point|corner|side|edge|wall|roof|ray|strip|stripe|diagonal|bar|beam|bench|chair|table|shelf|drawer|book|road|lane|street|lamp|rib|hill|boat|barge|sign|panel|section|space|part|piece|floor|level|story|storey|upright|vertical|horizontal|orthogonal|layer|curve|cylinder|cone|prism|pyramid|face|flower|leaf|light|hole|opening|gable|slope|spoke|stone|rung|slat|cut|copy|copie|segment|division|item|object|thing|figure|can|wheel|planter|sill|frame)(?:e?s)?$/;
/** Plural words that are not drawn: they count other things. */
export const NOT_DRAWN =
  /^(?:times|minutes|seconds|hours|days|weeks|years|months|ways|kinds|types|sorts|reasons|lessons|videos|parts|sessions|people|kids|students|guys|questions|words|ones|others|colou?rs|pencils|rulers|erasers|pens|markers|crayons|sheets|pieces|papers|options|choices|tries|chances|rules|tips|mistakes|degrees|dollars|percent|hands|eyes|is|was|this|us|plus|as|its|inches|always|perhaps|sides?)$/;
export const NOT_COUNTED = /^(?:time|times|point|floor|level|side|part)$/;

/** Words before a number that make it a name, not an amount. */
export const NAMED_BY =
  /^(?:number|step|part|lesson|grade|page|chapter|vp|point|version|year|age|figure|exercise|session|week|day|class|level|option|method|style|unit|module|episode|room|section|video|tip|rule|trick)$/;
/** Words after a number that make it no amount of drawing. */
export const NAMES_AFTER =
  /^(?:b|h|hb|d|dimensional|dimensions|point|pt|th|st|nd|rd|year|years|percent|%|times|o'clock|oclock|am|pm|a\.m|p\.m|degrees|degree|dollars|bucks|people|kids|students|thousand|million|thirds?|grade|grader)$/;
export const ABOUT = /^(?:about|around|roughly|approximately|approx|maybe|nearly|almost|say|probably|like)$/;

export interface Read {
  readonly amounts: readonly {
    readonly from: number;
    readonly to: number;
    readonly amount: Omit<Amount, "about">;
    readonly confidence: number;
  }[];
  readonly end: number;
}

export function one(from: number, to: number, amount: Omit<Amount, "about">, confidence: number): Read {
  return { amounts: [{ from, to, amount, confidence }], end: to };
}

/** The words of a sentence, with "2-3", "9x12", `2"`, "5cm" and "half-inch" taken apart. */
export function spokenWords({ tokens }: Sentence): Spoken[] {
  return tokens.flatMap((token, index) => {
    const comma = token.plain.endsWith(",");
    const parts = token.plain.replace(/,$/, "").split(" ").flatMap(partsOf);
    return parts.map((word, k) => ({ word, token: index, comma: comma && k === parts.length - 1 }));
  });
}

function partsOf(word: string): string[] {
  const mixed = /^(\d+)-(\d+[/⁄]\d+)(.*)$/.exec(word);
  if (mixed) return [mixed[1] ?? "", mixed[2] ?? "", ...partsOf(mixed[3] ?? "")].filter(Boolean);
  const range = /^(\d[\d./½¼¾⅛⅜⅝⅞]*)-(\d[\d./½¼¾⅛⅜⅝⅞]*)(.*)$/.exec(word);
  if (range) return [range[1] ?? "", "to", range[2] ?? "", ...partsOf(range[3] ?? "")].filter(Boolean);
  const by = /^(\d[\d./½¼¾]*)[x×](\d[\d./½¼¾]*)(.*)$/.exec(word);
  if (by) return [by[1] ?? "", "by", by[2] ?? "", ...partsOf(by[3] ?? "")].filter(Boolean);
  const unit = /^(\d[\d./⁄½¼¾⅓⅔⅛⅜⅝⅞]*)(["″]|''|in|inch|inches|cm|mm|ft)$/.exec(word);
  if (unit) return [unit[1] ?? "", unit[2] ?? ""];
  return word === "" ? [] : [word.replace(/'s$/, "'s")];
}

/** "Step 2", "number two"; a comma between them parts them. */
export function isNamed(words: readonly string[], at: number): boolean {
  return NAMED_BY.test(words[at - 1] ?? "");
}
