import { findCurrentTake } from "#core/document/lesson";
import { EXPORT_FORMATS } from "#core/document/pipeline";
import { useLesson } from "../lesson-context.ts";
import styles from "./WriteOut.module.css";

const EXPORT_CALLED: Readonly<Record<(typeof EXPORT_FORMATS)[number], string>> = {
  vtt: "Captions, WebVTT",
  srt: "Captions, SubRip",
  chapters: "Chapters, WebVTT",
  "chapter-list": "Chapters, text",
  steps: "Step cues, WebVTT",
  otio: "Timeline, OTIO",
  edl: "Edit list, EDL",
  csv: "Table, CSV",
};

/** The formats that need a narrated take. */
const OF_WORDS: ReadonlySet<string> = new Set(["vtt", "srt", "otio", "edl"]);

/** Before there is a take these have the script's words. */
const OF_SCRIPT: ReadonlySet<string> = new Set(["vtt", "srt"]);

/** The lesson's times and words as files for other programs. */
export function WriteOut() {
  const { lessonId, lesson } = useLesson();
  const take = findCurrentTake(lesson);
  const narrated = take?.narration != null;
  return (
    <section className={styles.exports}>
      <h2>Write it out</h2>
      {EXPORT_FORMATS.filter((f) => narrated || !OF_WORDS.has(f) || (!take && OF_SCRIPT.has(f))).map(
        (format) => (
          <a key={format} href={`/lessons/${lessonId}/times/${format}`} download>
            {EXPORT_CALLED[format]}
          </a>
        ),
      )}
    </section>
  );
}
