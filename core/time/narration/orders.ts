import { CLASS_ORDERS, CLASS_ORDERS_NEED } from "./class-orders.ts";
import { COURSE, COURSE_NEEDS } from "./course-rules.ts";
import { type Heard, type HeardKind, heard } from "./heard.ts";
import { PLAYER, PLAYER_NEEDS } from "./player-rules.ts";
import { IDLE_AFTER, IF_YOU_LIKE } from "./rule.ts";
import { findAll, type Sentence } from "./stream.ts";

const RULES = [...CLASS_ORDERS, ...PLAYER, ...COURSE];

const NEEDS: Partial<Readonly<Record<HeardKind, RegExp>>> = {
  "act-now": CLASS_ORDERS_NEED,
  ...PLAYER_NEEDS,
  ...COURSE_NEEDS,
};

/** Orders to the class and marks of the video's own course, found in a sentence. Of overlapping ones of a kind the surest stays. */
export function ordersIn(sentence: Sentence): Heard[] {
  const found: { kind: HeardKind; at: number; end: number; confidence: number }[] = [];
  const possible = new Map(
    Object.entries(NEEDS).map(([kind, needs]) => [kind, needs.test(sentence.plain)] as const),
  );
  for (const rule of RULES) {
    if (possible.get(rule.kind) === false) continue;
    for (const f of findAll(sentence, rule.pattern)) {
      const before = sentence.plain.slice(0, f.at);
      const after = sentence.plain.slice(f.end);
      if (rule.unless?.test(before) || rule.unlessAfter?.test(after)) continue;
      if (rule.kind === "act-now" && (IDLE_AFTER.test(after) || IF_YOU_LIKE.test(before))) continue;
      found.push({ kind: rule.kind, at: f.at, end: f.end, confidence: rule.confidence });
    }
  }
  return merged(found).map((f) => heard(f.kind, tokensOver(sentence, f.at, f.end), f.confidence));
}

/** One finding where several of a kind overlap or follow each other closely; the surest words say how sure. */
function merged<F extends { kind: HeardKind; at: number; end: number; confidence: number }>(
  found: readonly F[],
): F[] {
  const kept: F[] = [];
  for (const f of [...found].sort((a, b) => a.at - b.at || b.end - a.end)) {
    const same = kept.find((k) => k.kind === f.kind && f.at <= k.end + 12);
    if (!same) kept.push({ ...f });
    else {
      same.end = Math.max(same.end, f.end);
      same.confidence = Math.max(same.confidence, f.confidence);
    }
  }
  return kept;
}

/** The tokens of a stretch of a sentence's plain text, [at, end). */
export function tokensOver(sentence: Sentence, at: number, end: number) {
  const first = sentence.tokenAt[at] ?? 0;
  const last = sentence.tokenAt[Math.max(at, end - 1)] ?? first;
  return sentence.tokens.slice(first, last + 1);
}
