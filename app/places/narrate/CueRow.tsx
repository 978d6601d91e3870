import { Fragment, memo } from "react";
import { formatClock } from "#core/ground/base";
import type { Step } from "#core/telling/steps";
import type { Heard, HeardKind, Word } from "#core/time/narration";
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

/** A step at a word: pinned there, found there for sure, perhaps there, or not said and to be drawn there. */
export interface TiedStep {
  readonly step: Step;
  readonly how: "pinned" | "found" | "doubtful" | "unsaid";
}

const SAYS: Readonly<Record<TiedStep["how"], (step: Step) => string>> = {
  pinned: (step) => `Step ${step.number} starts here: ${step.title}`,
  found: (step) => `Step ${step.number} starts here: ${step.title}`,
  doubtful: (step) => `Step ${step.number} perhaps starts here: ${step.title}`,
  unsaid: (step) => `Nothing is said of step ${step.number}, ${step.title}: it would go here`,
};

/** A line of a step that begins at a word. */
export interface TiedLine {
  readonly step: Step;
  readonly moveId: string;
  readonly line: number;
}

/** A cue with what stands in its words, as far as it is the same for all of them. */
export interface CueOnPage {
  readonly id: string;
  readonly startMs: number;
  /** Place of its first word in the narration. */
  readonly from: number;
  readonly words: readonly Word[];
}

/** What a press on the page does. */
export interface PageActions {
  readonly onStep: (stepId: string) => void;
  readonly onStroke: (step: Step, moveId: string) => void;
  readonly onFocus: (index: number) => void;
  readonly onPress: (index: number, word: Word, withShift: boolean) => void;
}

/** One cue of the transcript, its words to press, markers before those that something is tied to. */
export const CueRow = memo(function CueRow({
  cue,
  heard,
  tiedSteps,
  tiedLines,
  strayWords,
  chosenStep,
  chosenStroke,
  markedFrom,
  markedTo,
  tabStop,
  spoken,
  actions,
}: {
  cue: CueOnPage;
  heard: ReadonlyMap<string, readonly Heard[]>;
  tiedSteps: ReadonlyMap<string, readonly TiedStep[]>;
  tiedLines: ReadonlyMap<string, readonly TiedLine[]>;
  strayWords: ReadonlySet<string>;
  chosenStep: Step | null;
  chosenStroke: string | null;
  /** The marked words of this cue, by their place in the narration; −1 where there are none. */
  markedFrom: number;
  markedTo: number;
  /** The word of this cue that Tab comes to; −1 where it is another's. */
  tabStop: number;
  /** The word of this cue that is being heard; −1 where there is none. */
  spoken: number;
  actions: PageActions;
}) {
  return (
    <p className={styles.cue}>
      <span className={styles.clock}>{formatClock(cue.startMs)}</span>
      <span>
        {cue.words.map((word, k) => {
          const index = cue.from + k;
          const said = (heard.get(word.id) ?? []).filter((h) => SHOWN[h.kind]);
          const isStray = strayWords.has(word.id);
          const means = [
            ...said.map((h) => (h.kind === "misheard" ? `perhaps "${h.name}"` : SHOWN[h.kind]?.called)),
            ...(isStray ? ["in no step"] : []),
          ].join(", ");
          return (
            <Fragment key={word.id}>
              {tiedSteps.get(word.id)?.map(({ step, how }) => (
                <button
                  key={step.id}
                  type="button"
                  className={styles.marker}
                  data-how={how}
                  title={how === "pinned" ? undefined : SAYS[how](step)}
                  aria-label={SAYS[how](step)}
                  aria-pressed={step.id === chosenStep?.id}
                  tabIndex={-1}
                  onClick={() => actions.onStep(step.id)}
                >
                  {step.number}
                  {how === "doubtful" ? "?" : ""}
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
                  onClick={() => actions.onStroke(step, moveId)}
                >
                  {step.number}.{line}
                </button>
              ))}
              <button
                type="button"
                data-word={word.id}
                data-index={index}
                data-look={said.map((h) => SHOWN[h.kind]?.look).find(Boolean)}
                data-stray={isStray}
                data-marked={index >= markedFrom && index <= markedTo}
                data-spoken={index === spoken}
                className={styles.word}
                tabIndex={index === tabStop ? 0 : -1}
                aria-disabled={!chosenStep}
                aria-description={means || undefined}
                title={
                  means ||
                  (chosenStep
                    ? `Step ${chosenStep.number} starts at "${word.text}" (${formatClock(word.startMs)})`
                    : "Choose a step first, or mark words with Shift")
                }
                onFocus={() => actions.onFocus(index)}
                onClick={(e) => actions.onPress(index, word, e.shiftKey)}
              >
                {word.text}
              </button>{" "}
            </Fragment>
          );
        })}
      </span>
    </p>
  );
});
