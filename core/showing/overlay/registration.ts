import * as v from "valibot";
import { type Finding, formatClock } from "../../ground/base/index.ts";
import type { CornersPx } from "../../ground/geometry/index.ts";

const CornerSchema = v.strictObject({ xPx: v.number(), yPx: v.number() });

/** Where the sheet's corners lie in the picture, in pixels of the video itself. */
export const CornersSchema = v.strictObject({
  topLeft: CornerSchema,
  topRight: CornerSchema,
  bottomRight: CornerSchema,
  bottomLeft: CornerSchema,
});

const MsSchema = v.pipe(
  v.number(),
  v.integer("times are whole milliseconds"),
  v.minValue(0, "times start at 0"),
);

/**
 * The sheet is turned, shoved, laid down or taken away in [fromMs, toMs) of the recording's own time; from then on it lies
 * still at `corners`. Null: it is not in the picture, until the next of them.
 */
export const SheetMoveSchema = v.pipe(
  v.strictObject({ fromMs: MsSchema, toMs: MsSchema, corners: v.nullable(CornersSchema) }),
  v.check((m) => m.toMs >= m.fromMs, "a movement ends after it starts"),
);
export type SheetMove = v.InferOutput<typeof SheetMoveSchema>;

const ToneSchema = v.pipe(v.string(), v.regex(/^#[0-9a-f]{6}$/, 'a tone looks like "#f4efe2"'));
/** What paper and table look like in the picture. */
export const TonesSchema = v.strictObject({ paper: ToneSchema, table: ToneSchema });
export type Tones = v.InferOutput<typeof TonesSchema>;

/** What of a take tells where its sheet lies. */
export interface Registered {
  /** Where it lies when the recording begins; null: nobody has said, or it is not in the picture yet. */
  readonly corners: CornersPx | null;
  readonly sheetMoves?: readonly SheetMove[] | undefined;
}

/** A stretch of the recording in which the sheet lies still, [fromMs, toMs). */
export interface SheetRest {
  readonly fromMs: number;
  readonly toMs: number;
  readonly corners: CornersPx;
  /** Its place in the list of movements, by which its corners were set; -1: from the beginning. */
  readonly index: number;
}

/** How long the overlay takes to go before the sheet moves, and to come back after. */
export const SHEET_FADE_MS = 240;

/**
 * The stretches in which the sheet lies still, in order. Movements may be in any order; where two overlap, the later one
 * begins before the earlier is done, and nothing is still between.
 */
export function sheetRests({ corners, sheetMoves = [] }: Registered): SheetRest[] {
  const moves = sheetMoves
    .map((move, index) => ({ ...move, index }))
    .sort((a, b) => a.fromMs - b.fromMs || a.toMs - b.toMs);
  const begins = [{ toMs: 0, corners, index: -1 }, ...moves];
  return begins.flatMap(({ toMs: fromMs, corners: at, index }, i): SheetRest[] => {
    const toMs = moves[i]?.fromMs ?? Number.POSITIVE_INFINITY;
    return at && toMs > fromMs ? [{ fromMs, toMs, corners: at, index }] : [];
  });
}

/** Where the sheet lies at an instant of the recording, and how much of the overlay is seen, 0 to 1; null: it moves or is not there. */
export function sheetAt(
  rests: readonly SheetRest[],
  sourceMs: number,
): { readonly rest: SheetRest; readonly seen: number } | null {
  const rest = rests.findLast((r) => r.fromMs <= sourceMs);
  if (!rest || sourceMs >= rest.toMs) return null;
  const since = rest.index < 0 ? 1 : (sourceMs - rest.fromMs) / SHEET_FADE_MS;
  const seen = Math.min(1, since, (rest.toMs - sourceMs) / SHEET_FADE_MS);
  return { rest, seen };
}

/** Movements that cannot be as they are said, and a sheet that was never found. */
export function judgeRegistration({ corners, sheetMoves = [] }: Registered, durationMs: number): Finding[] {
  const findings: Finding[] = [];
  const note = (code: string, message: string, numbers: Record<string, number> = {}) =>
    findings.push({ code, severity: "note", about: "take", message, numbers });
  if (!corners && sheetMoves.every((m) => m.corners === null))
    note(
      "sheet-not-found",
      "Nobody has said where the sheet lies in the recording, so no lines can be laid on it. Find it under Rehearse.",
    );
  const sorted = [...sheetMoves].sort((a, b) => a.fromMs - b.fromMs);
  for (const [i, move] of sorted.entries()) {
    const next = sorted[i + 1];
    if (next && next.fromMs < move.toMs)
      note(
        "sheet-moves-overlap",
        `The sheet moves from ${formatClock(move.fromMs)} and again from ${formatClock(next.fromMs)}, before it has come to rest. Both are kept.`,
        { fromMs: move.fromMs, nextMs: next.fromMs },
      );
    if (move.fromMs >= durationMs)
      note(
        "sheet-move-beyond-end",
        `The sheet moves at ${formatClock(move.fromMs)}, after the recording has ended at ${formatClock(durationMs)}. It is kept.`,
        { fromMs: move.fromMs, durationMs },
      );
  }
  return findings;
}
