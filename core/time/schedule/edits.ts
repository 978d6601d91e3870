import * as v from "valibot";

const MsSchema = v.pipe(
  v.number(),
  v.integer("times are whole milliseconds"),
  v.minValue(0, "times start at 0"),
);

const stretch = { fromMs: MsSchema, toMs: MsSchema } as const;
const notEmpty = <T extends { fromMs: number; toMs: number }>(edit: T) => edit.toMs > edit.fromMs;

/** What the player does at a stretch or an instant of the recording, which itself never changes. */
const EditSchema = v.variant("kind", [
  v.pipe(
    v.strictObject({ kind: v.literal("cut"), ...stretch }),
    v.check(notEmpty, "a cut ends after it starts"),
  ),
  v.pipe(
    v.strictObject({
      kind: v.literal("speed"),
      ...stretch,
      factor: v.pipe(
        v.number(),
        v.minValue(0.25, "at least a quarter of the speed"),
        v.maxValue(16, "at most 16 times the speed"),
      ),
    }),
    v.check(notEmpty, "a speeded stretch ends after it starts"),
  ),
  v.strictObject({
    kind: v.literal("hold"),
    atMs: MsSchema,
    ms: v.pipe(
      v.number(),
      v.integer("whole milliseconds"),
      v.minValue(100, "a hold is at least a tenth of a second"),
      v.maxValue(3_600_000, "a hold is at most an hour"),
    ),
  }),
]);
export type Edit = v.InferOutput<typeof EditSchema>;

export const EditsSchema = v.pipe(v.array(EditSchema), v.maxLength(2000, "at most 2000 edits"));
