import { applyChanges, setNarration } from "#core/document/changes";
import { findCurrentTake, type Lesson } from "#core/document/lesson";
import { computeLesson } from "#core/document/pipeline";
import { retake as carriedTo, placeInWords } from "#core/document/proposals";
import { formatClock } from "#core/ground/base";
import { CliError } from "../arguments.ts";
import { readCaptionsFile } from "../captions-file.ts";
import { asJson, type Command } from "../command.ts";
import { compute } from "../lesson-file.ts";

/** Where each step begins in some captions, and how sure that is. */
export const align: Command = (path, { json }, [captions = ""]) => {
  const { lesson } = compute(path);
  const narrated = withCaptions(lesson, captions);
  const computed = computeLesson(narrated);
  const words = new Map(computed.words.map((w) => [w.id, w]));
  const { places, settles } = placeInWords(computed);
  const placed = places.map((p) => ({
    ...p,
    word: words.get(p.wordId)?.text ?? "",
    startMs: words.get(p.wordId)?.startMs ?? 0,
  }));
  const without = computed.steps.filter((s) => !placed.some((p) => p.stepId === s.id)).map((s) => s.id);
  if (json) return asJson({ anchors: placed, stepsWithoutWords: without, pinFirst: settles() });
  return `${placed
    .map(
      (p) =>
        `${formatClock(p.startMs)}  ${Math.round(p.confidence * 100)} %  ${p.stepId}  ${p.said ? `"${p.word}"` : "not said"}`,
    )
    .join("\n")}\n`;
};

/** What becomes of each step's place when captions give way to others. */
export const retake: Command = (path, { json }, [oldFile = "", newFile = ""]) => {
  const { lesson } = compute(path);
  const before = withCaptions(lesson, oldFile);
  const take = findCurrentTake(before);
  if (!take) throw new CliError(`${path} has no take`);
  // A lesson whose steps have no place yet is placed in the old words first.
  const anchors =
    Object.keys(take.anchors).length > 0
      ? take.anchors
      : Object.fromEntries(
          placeInWords(computeLesson(before)).places.map((p) => [
            p.stepId,
            { wordId: p.wordId, offsetMs: 0 },
          ]),
        );
  const next = findCurrentTake(withCaptions(lesson, newFile));
  if (!next) throw new CliError(`${newFile} gives no take`);
  const { carried, take: made } = carriedTo({ ...take, anchors }, next);
  if (json) return asJson({ carried, anchors: made.anchors });
  return `${carried
    .map((c) =>
      c.kind === "lost"
        ? `lost   ${c.id}`
        : `${c.kind.padEnd(6)} ${c.id}  ${c.wordId}  ${Math.round(c.confidence * 100)} %`,
    )
    .join("\n")}\n`;
};

/** The lesson with its current take's words from a caption file. */
function withCaptions(lesson: Lesson, path: string): Lesson {
  const { cues } = readCaptionsFile(path);
  const changed = applyChanges(lesson, setNarration(lesson, path.split("/").pop() ?? path, cues));
  if (!changed.ok) throw new CliError(`${path}: ${changed.findings[0]?.message ?? "cannot be used"}`);
  return changed.value.lesson;
}
