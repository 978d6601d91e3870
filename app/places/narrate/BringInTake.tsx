import { Button } from "@mantine/core";
import { type ReactNode, useState } from "react";
import type { Finding } from "#core/base";
import { setNarration, setVideo } from "#core/handles";
import { findCurrentTake } from "#core/lesson";
import { readCaptions } from "#core/narration";
import { useLesson } from "../../lesson/lesson-context.ts";
import place from "../../lesson/place.module.css";
import { FilePick } from "../../ui/FilePick.tsx";
import { FindingList } from "../../ui/FindingList.tsx";
import styles from "./Narrate.module.css";
import { uploadRecording } from "./upload-recording.ts";

/** An hour of captions is about 0.1 MB, with every word's time ten times that; anything past this is no caption file. */
const LARGEST_CAPTIONS_BYTES = 8 * 1024 * 1024;
/** Captions and recording of the take, brought in from files, and what could not be read of them. */
export function BringInTake({ words, children }: { words: number; children: ReactNode }) {
  const { lessonId, lesson, commit } = useLesson();
  const take = findCurrentTake(lesson);
  const [problems, setProblems] = useState<readonly Finding[]>([]);
  const [progress, setProgress] = useState<number | null>(null);
  const bringInCaptions = async (file: File) => {
    if (file.size > LARGEST_CAPTIONS_BYTES) {
      setProblems([
        problem(
          `"${file.name}" is ${(file.size / 1024 ** 2).toFixed(1)} MB; captions have at most ${LARGEST_CAPTIONS_BYTES / 1024 ** 2} MB. Nothing was changed.`,
        ),
      ]);
      return;
    }
    const read = readCaptions(await file.text());
    setProblems(read.findings);
    if (read.ok) commit((now) => setNarration(now, file.name, read.value.cues));
  };
  const bringInVideo = async (file: File) => {
    setProgress(0);
    const stored = await uploadRecording(lessonId, file, setProgress);
    setProgress(null);
    if ("problem" in stored) setProblems([problem(stored.problem)]);
    else {
      setProblems([]);
      // A recording takes its time: what was done to the lesson meanwhile stays.
      commit((now) => setVideo(now, file.name, stored));
    }
  };

  return (
    <>
      <div className={styles.tray}>
        <FilePick accept=".vtt,.srt,.txt,.json" onPick={(f) => void bringInCaptions(f)}>
          {(props) => (
            <Button variant={take?.narration ? "default" : "filled"} {...props}>
              {take?.narration ? "Bring in other captions" : "Bring in captions"}
            </Button>
          )}
        </FilePick>
        <FilePick accept="video/mp4,video/webm,video/quicktime" onPick={(f) => void bringInVideo(f)}>
          {(props) => (
            <Button variant="default" {...props} loading={progress !== null}>
              {take?.video ? "Bring in another recording" : "Bring in the recording"}
            </Button>
          )}
        </FilePick>
        {children}
        <span className={place.quiet} role="status">
          {progress !== null
            ? `${Math.round(progress * 100)} % of the recording is stored`
            : take?.narration
              ? `${take.narration.cues.length} cues, ${words} words from ${take.narration.fileName}`
              : ""}
        </span>
      </div>
      <FindingList findings={problems} />
    </>
  );
}

function problem(message: string): Finding {
  return { code: "not-brought-in", severity: "fault", about: "take", message, numbers: {} };
}
