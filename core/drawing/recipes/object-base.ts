import * as v from "valibot";
import { refersTo } from "../../ground/base/index.ts";

export const idSchema = v.pipe(
  v.string(),
  v.regex(
    /^[a-z][a-z0-9-]{0,59}$/,
    "an id is lower-case letters, digits and hyphens, at most 60 of them, and starts with a letter",
  ),
);

/** Another object of the lesson. */
export const otherObject = v.pipe(idSchema, refersTo("object"));

/** A face of another object. */
export const faceOfObject = v.strictObject({ object: otherObject, face: v.string() });

/** What every object of a lesson has, whatever its recipe. */
export const ObjectBase = {
  id: idSchema,
  /** What the lesson calls it: "left bench". */
  label: v.pipe(v.string(), v.trim(), v.maxLength(1000, "a name has at most 1000 letters")),
  frame: v.pipe(v.string(), refersTo("frame")),
  /** Not drawn, though what leans on it still stands where it stood. */
  hidden: v.optional(v.boolean()),
  /** Held where it is: neither dragged nor nudged until it is let go. */
  locked: v.optional(v.boolean()),
  /** Quarter turns clockwise of the sheet on the desk while it is drawn, so that its wall serves as the floor. */
  turned: v.optional(v.picklist([0, 1, 2, 3])),
  /** On which of the guides its depth is marked, where several would do: 0 or left out is the usual one. */
  depthMark: v.optional(v.picklist([0, 1, 2, 3])),
} as const;
