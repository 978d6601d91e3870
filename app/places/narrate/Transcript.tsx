import { Fragment, type KeyboardEvent, useMemo, useRef, useState } from "react";
import { formatClock } from "#core/base";
import type { Word } from "#core/narration";
import type { StepWindow } from "#core/schedule";
import type { Step } from "#core/steps";
import styles from "./Narrate.module.css";

/** The words as a page to read, step markers standing before the words they are tied to. One Tab stop; arrows go word by word. */
export function Transcript({
  words,
  steps,
  windows,
  chosenStep,
  onWord,
  onStep,
}: {
  words: readonly Word[];
  steps: readonly Step[];
  windows: readonly StepWindow[];
  chosenStep: Step | null;
  onWord: (wordId: string) => void;
  onStep: (stepId: string) => void;
}) {
  const page = useRef<HTMLDivElement>(null);
  const [at, setAt] = useState(0);
  const tied = useMemo(() => {
    const byWord = new Map<string, Step[]>();
    for (const window of windows) {
      const step = steps.find((s) => s.id === window.stepId);
      if (window.wordId && step) byWord.set(window.wordId, [...(byWord.get(window.wordId) ?? []), step]);
    }
    return byWord;
  }, [windows, steps]);
  const cues = useMemo(() => {
    const groups: { id: string; startMs: number; from: number; words: Word[] }[] = [];
    for (const [i, word] of words.entries()) {
      const last = groups[groups.length - 1];
      if (last?.id === word.cueId) last.words.push(word);
      else groups.push({ id: word.cueId, startMs: word.startMs, from: i, words: [word] });
    }
    return groups;
  }, [words]);
  const onKeyDown = (e: KeyboardEvent) => {
    const by = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: 10, ArrowUp: -10 }[e.key];
    if (by === undefined) return;
    e.preventDefault();
    const next = Math.min(words.length - 1, Math.max(0, at + by));
    setAt(next);
    page.current?.querySelectorAll<HTMLButtonElement>("[data-word]")[next]?.focus();
  };
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: the words inside take focus; arrows only move among them
    <div className={styles.page} ref={page} onKeyDown={onKeyDown}>
      {cues.map((cue) => (
        <p key={cue.id} className={styles.cue}>
          <span className={styles.clock}>{formatClock(cue.startMs)}</span>
          <span>
            {cue.words.map((word, k) => (
              <Fragment key={word.id}>
                {tied.get(word.id)?.map((step) => (
                  <button
                    key={step.id}
                    type="button"
                    className={styles.marker}
                    aria-label={`Step ${step.number} starts here: ${step.title}`}
                    aria-pressed={step.id === chosenStep?.id}
                    tabIndex={-1}
                    onClick={() => onStep(step.id)}
                  >
                    {step.number}
                  </button>
                ))}
                <button
                  type="button"
                  data-word={word.id}
                  className={styles.word}
                  tabIndex={cue.from + k === at ? 0 : -1}
                  aria-disabled={!chosenStep}
                  title={
                    chosenStep
                      ? `Step ${chosenStep.number} starts at "${word.text}" (${formatClock(word.startMs)})`
                      : "Choose a step first"
                  }
                  onFocus={() => setAt(cue.from + k)}
                  onClick={() => onWord(word.id)}
                >
                  {word.text}
                </button>{" "}
              </Fragment>
            ))}
          </span>
        </p>
      ))}
    </div>
  );
}
