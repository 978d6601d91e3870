import { Button } from "@mantine/core";
import { type ReactNode, useState } from "react";
import { setNarration, setVideo } from "#core/document/changes";
import { findCurrentTake } from "#core/document/lesson";
import type { Finding } from "#core/ground/base";
import { useLesson } from "../../lesson/lesson-context.ts";
import place from "../../lesson/place.module.css";
import { DropFile } from "../../ui/DropFile.tsx";
import { FilePick } from "../../ui/FilePick.tsx";
import { FoundInFile } from "./FoundInFile.tsx";
import styles from "./Narrate.module.css";
import { notBroughtIn, readCaptionFile } from "./read-caption-file.ts";
import { uploadRecording } from "./upload-recording.ts";

/** Captions and recording of the take, brought in from files, and what could not be read of them. */
export function BringInTake({ words, children }: { words: number; children: ReactNode }) {
  const { lessonId, lesson, commit } = useLesson();
  const take = findCurrentTake(lesson);
  const [problems, setProblems] = useState<readonly Finding[]>([]);
  const [progress, setProgress] = useState<number | null>(null);
  const [reading, setReading] = useState<number | null>(null);
  const bringInCaptions = async (file: File) => {
    setReading(0);
    const read = await readCaptionFile(file, setReading);
    setReading(null);
    setProblems(read.findings);
    if (read.ok) commit((now) => setNarration(now, file.name, read.value.cues));
  };
  const bringInVideo = async (file: File) => {
    setProgress(0);
    const stored = await uploadRecording(lessonId, file, setProgress);
    setProgress(null);
    if ("problem" in stored) setProblems([notBroughtIn(stored.problem)]);
    else {
      setProblems([]);
      // A recording takes its time: what was done to the lesson meanwhile stays.
      commit((now) => setVideo(now, file.name, stored));
    }
  };

  return (
    <>
      <DropFile
        says="Let go to bring in the recording, or its captions"
        onDrop={(file) => void (file.type.startsWith("video/") ? bringInVideo(file) : bringInCaptions(file))}
      />
      <div className={styles.tray}>
        <FilePick accept=".vtt,.srt,.txt,.json" onPick={(f) => void bringInCaptions(f)}>
          {(props) => (
            <Button variant={take?.narration ? "default" : "filled"} {...props} loading={reading !== null}>
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
            : reading !== null
              ? `${Math.round(reading * 100)} % of the captions is read`
              : take?.narration
                ? `${take.narration.cues.length} cues, ${words} words from ${take.narration.fileName}`
                : ""}
        </span>
      </div>
      <FoundInFile findings={problems} onSeen={() => setProblems([])} />
    </>
  );
}
