import { type FrameRate, writeSubRip, writeWebVtt } from "../../time/narration/index.ts";
import {
  captionsOfScript,
  writeChapterList,
  writeChapters,
  writeEdl,
  writeOtio,
  writeScheduleCsv,
  writeStepCues,
} from "../../time/schedule/index.ts";
import { findCurrentTake } from "../lesson/index.ts";
import { captionsOf } from "./captions.ts";
import type { ComputedLesson } from "./compute-lesson.ts";

/** What a lesson's times can be written out as. */
export const EXPORT_FORMATS = [
  "vtt",
  "srt",
  "chapters",
  "chapter-list",
  "steps",
  "otio",
  "edl",
  "csv",
] as const;
export type ExportFormat = (typeof EXPORT_FORMATS)[number];

/** The endings of the files they are written to. */
export const EXPORT_ENDING: Readonly<Record<ExportFormat, string>> = {
  vtt: "vtt",
  srt: "srt",
  chapters: "chapters.vtt",
  "chapter-list": "chapters.txt",
  steps: "steps.vtt",
  otio: "otio",
  edl: "edl",
  csv: "csv",
};

/** The lesson's times in a format, or null where it needs a take with words or a recording that is not there. */
export function exportLesson(computed: ComputedLesson, format: ExportFormat, rate: FrameRate): string | null {
  const { lesson, steps, schedule, editMap } = computed;
  const take = findCurrentTake(lesson);
  const timed = { title: lesson.title, steps, schedule };
  // Before there is a recording the script is what will be said.
  const captions = captionsOf(computed) ?? (take ? null : captionsOfScript(timed));
  const file = take?.video?.file ?? "take";
  switch (format) {
    case "vtt":
      return captions && writeWebVtt(captions);
    case "srt":
      return captions && writeSubRip(captions);
    case "chapters":
      return writeChapters(timed);
    case "chapter-list":
      return writeChapterList(timed);
    case "steps":
      return writeStepCues(timed);
    case "csv":
      return writeScheduleCsv(timed);
    case "otio":
      return editMap ? writeOtio(timed, editMap, file, rate) : null;
    case "edl":
      return editMap ? writeEdl(timed, editMap, file, rate) : null;
  }
}
