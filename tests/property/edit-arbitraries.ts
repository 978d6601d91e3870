import fc from "fast-check";
import type { Edit } from "#core/time/schedule";

/** Length of the recording that edits are made for, ms. */
export const SOURCE = 60_000;
export const ms = fc.integer({ min: 0, max: SOURCE });
const stretch = fc
  .tuple(ms, ms)
  .filter(([a, b]) => a !== b)
  .map(([a, b]) => ({ fromMs: Math.min(a, b), toMs: Math.max(a, b) }));
const anyEdit: fc.Arbitrary<Edit> = fc.oneof(
  stretch.map((s) => ({ kind: "cut" as const, ...s, toMs: Math.min(s.toMs, s.fromMs + 9000) })),
  fc
    .tuple(stretch, fc.constantFrom(0.25, 0.5, 2, 4, 8))
    .map(([s, factor]) => ({ kind: "speed" as const, ...s, factor })),
  fc
    .tuple(ms, fc.integer({ min: 100, max: 20_000 }))
    .map(([atMs, n]) => ({ kind: "hold" as const, atMs, ms: n })),
);
export const anyEdits = fc.array(anyEdit, { maxLength: 8 });
export const isCut = (edits: readonly Edit[], at: number) =>
  edits.some((e) => e.kind === "cut" && e.fromMs <= at && at < e.toMs);
