import type { Paper } from "../../drawing/paper/index.ts";
import type { Finding } from "../../ground/base/index.ts";
import { distanceMm } from "../../ground/geometry/index.ts";
import { isOutline } from "./standing-lines.ts";

/** A thing that later ones hide this much of leaves little to see. */
const LITTLE_SEEN = 0.35;

/** Reports things of whose outline little is left to see, because others stand where it needs room. */
export function judgeKeepOut(paper: Paper): Finding[] {
  const seen = new Map<string, { whole: number; seen: number; by: Set<string> }>();
  for (const s of paper.strokes) {
    if (!isOutline(s) || s.trace.kind !== "straight") continue;
    const length = distanceMm(s.from, s.to);
    const last = s.pieces.reduce((most, p) => Math.max(most, p.part === "tail" ? 0 : p.to), 0);
    const left = s.pieces
      .filter((p) => p.diesAt === null && p.part !== "tail")
      .reduce((sum, p) => sum + p.to - p.from, 0);
    const at = seen.get(s.objectId) ?? { whole: 0, seen: 0, by: new Set<string>() };
    at.whole += length * Math.max(last, left);
    at.seen += length * left;
    for (const by of s.stoppedBy) at.by.add(by);
    if (s.pieces.length === 0) at.whole += length;
    seen.set(s.objectId, at);
  }
  return [...seen].flatMap(([objectId, s]): Finding[] => {
    const share = s.whole > 0 ? s.seen / s.whole : 1;
    if (share > LITTLE_SEEN) return [];
    return [
      {
        code: "keep-out",
        severity: "warning",
        about: objectId,
        message: `Only ${Math.round(share * 100)} % of the outline of "${objectId}" is left to see${s.by.size > 0 ? ` behind ${[...s.by].map((b) => `"${b}"`).join(", ")}` : ""}: something stands where it needs room.`,
        numbers: { seenShare: share },
      },
    ];
  });
}
