import { Button, FileButton } from "@mantine/core";
import { useState } from "react";
import { type Finding, formatClock } from "#core/base";
import { drawStep } from "#core/display";
import { placeStep, setNarration, setVideo } from "#core/handles";
import { findCurrentTake } from "#core/lesson";
import { readCaptions } from "#core/narration";
import { useLesson } from "../../lesson/lesson-context.ts";
import place from "../../lesson/place.module.css";
import { StepWords } from "../../lesson/StepWords.tsx";
import { DrawingView } from "../../ui/DrawingView.tsx";
import { FindingList } from "../../ui/FindingList.tsx";
import styles from "./Narrate.module.css";
import { Transcript } from "./Transcript.tsx";
import { uploadRecording } from "./upload-recording.ts";

/** An hour of captions is about 0.1 MB; anything past this is no caption file. */
const LARGEST_CAPTIONS_BYTES = 2 * 1024 * 1024;

/** The words of the take, with every step's start standing in the text. */
export function Narrate() {
  const { lessonId, lesson, computed, commit, step, chooseStep } = useLesson();
  const take = findCurrentTake(lesson);
  const [problems, setProblems] = useState<readonly Finding[]>([]);
  const [progress, setProgress] = useState<number | null>(null);

  const bringInCaptions = async (file: File | null) => {
    if (!file) return;
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
    if (read.ok) commit(setNarration(lesson, file.name, read.value.cues));
  };
  const bringInVideo = async (file: File | null) => {
    if (!file) return;
    setProgress(0);
    const stored = await uploadRecording(lessonId, file, setProgress);
    setProgress(null);
    if ("problem" in stored) setProblems([problem(stored.problem)]);
    else {
      setProblems([]);
      commit(setVideo(lesson, file.name, stored));
    }
  };

  const open = computed.schedule.windows.filter((w) => w.wordId === null).length;
  const window = computed.schedule.windows.find((w) => w.stepId === step?.id);
  return (
    <div className={place.sides}>
      <div className={styles.reading}>
        <div className={styles.tray}>
          <FileButton
            accept=".vtt,.srt,text/vtt,application/x-subrip"
            onChange={(f) => void bringInCaptions(f)}
          >
            {(props) => (
              <Button variant={take?.narration ? "default" : "filled"} {...props}>
                {take?.narration ? "Bring in other captions" : "Bring in captions"}
              </Button>
            )}
          </FileButton>
          <FileButton accept="video/mp4,video/webm,video/quicktime" onChange={(f) => void bringInVideo(f)}>
            {(props) => (
              <Button variant="default" {...props} loading={progress !== null}>
                {take?.video ? "Bring in another recording" : "Bring in the recording"}
              </Button>
            )}
          </FileButton>
          <span className={place.quiet} role="status">
            {progress !== null
              ? `${Math.round(progress * 100)} % of the recording is stored`
              : take?.narration
                ? `${take.narration.cues.length} cues, ${computed.words.length} words from ${take.narration.fileName}`
                : ""}
          </span>
        </div>
        <FindingList findings={problems} />
        {take?.narration ? (
          <Transcript
            words={computed.words}
            steps={computed.steps}
            windows={computed.schedule.windows}
            chosenStep={step}
            onWord={(wordId) => step && commit(placeStep(lesson, step.id, wordId))}
            onStep={chooseStep}
          />
        ) : (
          <div className={styles.empty}>
            <p>
              Bring in the captions of your recording, a WebVTT or SubRip file. Every phone and video service
              can make one. Then choose a step below and press the word at which it begins.
            </p>
            <p className={place.quiet}>
              Until then the times are estimated: {formatClock(computed.schedule.totalMs)} for{" "}
              {computed.steps.length} steps.
            </p>
          </div>
        )}
      </div>
      <aside className={place.column} aria-label="The chosen step">
        {step ? (
          <>
            <DrawingView
              drawing={drawStep(computed.paper, computed.sheet, step, "overlay")}
              className={styles.picture}
            />
            <p className={styles.when}>
              {window
                ? `Starts at ${formatClock(window.startMs)}, ${window.wordId === null ? "by estimate" : "at a word"}.`
                : ""}{" "}
              {window?.wordId ? (
                <Button
                  size="compact-sm"
                  variant="default"
                  onClick={() => commit(placeStep(lesson, step.id, null))}
                >
                  Free it from the word
                </Button>
              ) : null}
            </p>
            {take?.narration ? (
              <p className={place.quiet}>Press the word at which this step begins.</p>
            ) : null}
            <StepWords step={step} />
          </>
        ) : (
          <p className={place.quiet}>
            {open > 0 && take?.narration
              ? `${open} of ${computed.steps.length} steps have no place in the words yet. Choose one below.`
              : "Choose a step below to see what it says and shows."}
          </p>
        )}
        <FindingList findings={computed.schedule.findings} onMend={commit} />
      </aside>
    </div>
  );
}

function problem(message: string): Finding {
  return { code: "not-brought-in", severity: "fault", about: "take", message, numbers: {} };
}
