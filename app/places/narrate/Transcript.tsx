import { Fragment, type KeyboardEvent, useMemo, useRef, useState } from "react";
import { formatClock } from "#core/base";
import type { Heard, HeardKind, Word } from "#core/narration";
import type { StepWindow, Stray, StrokeInRecording } from "#core/schedule";
import type { Step } from "#core/steps";
import styles from "./Narrate.module.css";

/** What is shown of the understanding: how it is called, and how it looks. */
const SHOWN: Partial<
  Readonly<Record<HeardKind, { called: string; look: "order" | "course" | "amount" | "doubt" }>>
> = {
  "act-now": { called: "now the class draws", look: "order" },
  pause: { called: "stop the player", look: "course" },
  rewind: { called: "watch again", look: "course" },
  "come-back": { called: "come back", look: "course" },
  "watch-only": { called: "watch only", look: "course" },
  speeded: { called: "shown faster", look: "course" },
  "part-break": { called: "another part", look: "course" },
  recap: { called: "looking back", look: "course" },
  measurement: { called: "an amount", look: "amount" },
  misheard: { called: "perhaps misheard", look: "doubt" },
};

/** Words from one to another, by their place in the narration. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
}

/**
 * The words as a page to read, step markers standing before the words they are tied to. One Tab stop; arrows go word by word,
 * with Shift they mark a stretch. What was understood is underlined and said on pointing.
 */
export function Transcript({
  words,
  steps,
  windows,
  strokes,
  heard,
  stray,
  chosenStep,
  chosenStroke,
  stretch,
  spokenMs,
  onWord,
  onStep,
  onStroke,
  onStretch,
}: {
  words: readonly Word[];
  steps: readonly Step[];
  windows: readonly StepWindow[];
  strokes: readonly StrokeInRecording[];
  heard: ReadonlyMap<string, readonly Heard[]>;
  /** Sentences that no step draws. */
  stray: readonly Stray[];
  chosenStep: Step | null;
  chosenStroke: string | null;
  stretch: Stretch | null;
  /** Source time being heard; null when nothing plays. */
  spokenMs: number | null;
  onWord: (wordId: string) => void;
  onStep: (stepId: string) => void;
  onStroke: (step: Step, moveId: string) => void;
  onStretch: (stretch: Stretch | null) => void;
}) {
  const page = useRef<HTMLDivElement>(null);
  const [at, setAt] = useState(0);
  const anchor = useRef(0);
  const tied = useMemo(() => {
    const byWord = new Map<string, Step[]>();
    for (const window of windows) {
      const step = steps.find((s) => s.id === window.stepId);
      if (window.wordId && step) byWord.set(window.wordId, [...(byWord.get(window.wordId) ?? []), step]);
    }
    return byWord;
  }, [windows, steps]);
  const tiedLines = useMemo(() => {
    const byWord = new Map<string, { step: Step; moveId: string; line: number }[]>();
    for (const { moveId, moveIndex, wordId } of strokes) {
      const step = wordId && steps.find((s) => s.firstMove <= moveIndex && moveIndex <= s.lastMove);
      if (!step) continue;
      const line = { step, moveId, line: moveIndex - step.firstMove + 1 };
      byWord.set(wordId, [...(byWord.get(wordId) ?? []), line]);
    }
    return byWord;
  }, [strokes, steps]);
  const strayWords = useMemo(() => new Set(stray.flatMap((s) => s.wordIds)), [stray]);
  const cues = useMemo(() => {
    const groups: { id: string; startMs: number; from: number; words: Word[] }[] = [];
    for (const [i, word] of words.entries()) {
      const last = groups[groups.length - 1];
      if (last?.id === word.cueId) last.words.push(word);
      else groups.push({ id: word.cueId, startMs: word.startMs, from: i, words: [word] });
    }
    return groups;
  }, [words]);
  const extend = (to: number) =>
    onStretch({ from: Math.min(anchor.current, to), to: Math.max(anchor.current, to) });
  const onKeyDown = (e: KeyboardEvent) => {
    if (e.key === "Escape") return onStretch(null);
    const by = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: 10, ArrowUp: -10 }[e.key];
    if (by === undefined) return;
    e.preventDefault();
    const next = Math.min(words.length - 1, Math.max(0, at + by));
    if (e.shiftKey) {
      if (!stretch) anchor.current = at;
      extend(next);
    }
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
            {cue.words.map((word, k) => {
              const index = cue.from + k;
              const said = (heard.get(word.id) ?? []).filter((h) => SHOWN[h.kind]);
              const look = said.map((h) => SHOWN[h.kind]?.look).find(Boolean);
              const isStray = strayWords.has(word.id);
              const means = [
                ...said.map((h) => (h.kind === "misheard" ? `perhaps "${h.name}"` : SHOWN[h.kind]?.called)),
                ...(isStray ? ["in no step"] : []),
              ].join(", ");
              const isSpoken = spokenMs !== null && word.startMs <= spokenMs && spokenMs < word.endMs;
              return (
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
                  {tiedLines.get(word.id)?.map(({ step, moveId, line }) => (
                    <button
                      key={moveId}
                      type="button"
                      className={styles.lineMarker}
                      aria-label={`Line ${line} of step ${step.number} starts here`}
                      aria-pressed={moveId === chosenStroke}
                      tabIndex={-1}
                      onClick={() => onStroke(step, moveId)}
                    >
                      {step.number}.{line}
                    </button>
                  ))}
                  <button
                    type="button"
                    data-word={word.id}
                    data-look={look}
                    data-stray={isStray}
                    data-marked={stretch !== null && index >= stretch.from && index <= stretch.to}
                    data-spoken={isSpoken}
                    className={styles.word}
                    tabIndex={index === at ? 0 : -1}
                    aria-disabled={!chosenStep}
                    aria-description={means || undefined}
                    title={
                      means ||
                      (chosenStep
                        ? `Step ${chosenStep.number} starts at "${word.text}" (${formatClock(word.startMs)})`
                        : "Choose a step first, or mark words with Shift")
                    }
                    onFocus={() => setAt(index)}
                    onClick={(e) => {
                      if (e.shiftKey) {
                        if (!stretch) anchor.current = at;
                        extend(index);
                        return;
                      }
                      anchor.current = index;
                      onStretch(null);
                      onWord(word.id);
                    }}
                  >
                    {word.text}
                  </button>{" "}
                </Fragment>
              );
            })}
          </span>
        </p>
      ))}
    </div>
  );
}
