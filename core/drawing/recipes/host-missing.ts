import { type Built, FLAT } from "../page/index.ts";
import { callFace } from "../solids/index.ts";

/** What is built of a thing whose host or its face is not there: nothing, and a sentence that says why. */
export function hostMissing(
  slice: { readonly id: string; readonly label: string },
  on: { readonly object: string; readonly face?: string },
  host: Built | null,
): Built {
  const why = !host
    ? `"${on.object}", which is not in the lesson or leans on it in turn`
    : on.face === undefined
      ? `"${on.object}", which has no sides`
      : host.solid.faces.some((f) => f.id === on.face)
        ? `the ${callFace(on.face)} of "${on.object}", which has no two square sides to measure along`
        : // A side that is not there was written by hand: whoever wrote it needs its name as a lesson has it.
          `"${on.object}", which has no side "${on.face}"; it has ${host.solid.faces.map((f) => f.id).join(", ") || "none"}`;
  return notBuilt(
    slice,
    "no-host",
    `The ${slice.label} belongs on ${why}. It is kept and not drawn until then.`,
  );
}

/** What is built of a thing that lacks what it needs: nothing, and a sentence that says why. */
export function notBuilt(slice: { readonly id: string }, code: string, message: string): Built {
  return {
    solid: { ...FLAT, corners: {} },
    block: null,
    points: {},
    tie: { kind: "free" },
    findings: [{ code, severity: "fault", about: slice.id, message, numbers: {} }],
  };
}
