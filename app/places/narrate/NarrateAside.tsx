import type { RefObject } from "react";
import { findCurrentTake } from "#core/document/lesson";
import { useLesson } from "../../lesson/lesson-context.ts";
import { WriteOut } from "../../lesson/output/WriteOut.tsx";
import place from "../../lesson/place.module.css";
import type { Player } from "../../lesson/take/player.ts";
import { FindingList } from "../../ui/FindingList.tsx";
import styles from "./Narrate.module.css";
import { OpenPlaces } from "./OpenPlaces.tsx";
import { StepPlace } from "./StepPlace.tsx";
import { StrayWords } from "./StrayWords.tsx";
import { Takes } from "./Takes.tsx";
import { ToldThings } from "./ToldThings.tsx";
import type { Narration } from "./use-narration.ts";
import type { PlacingSteps } from "./use-placing-steps.ts";

/** Beside the words: the recording, what wants a look, the chosen step, and the takes. */
export function NarrateAside({
  narration,
  placing,
  player,
  video,
  stroke,
  onStroke,
}: {
  narration: Narration;
  placing: PlacingSteps;
  player: Player;
  video: RefObject<HTMLVideoElement | null>;
  /** The chosen line of the chosen step. */
  stroke: string | null;
  onStroke: (moveId: string | null) => void;
}) {
  const { lesson, computed, commit, step, chooseStep } = useLesson();
  const take = findCurrentTake(lesson);
  const { words, starts, strokes, stray, open } = narration;
  const wordOf = (id: string) => words.find((w) => w.id === id);
  const start = starts.find((s) => s.step.id === step?.id);
  return (
    <aside className={place.column} aria-label="The chosen step">
      {take?.video ? (
        // biome-ignore lint/a11y/useMediaCaption: the words stand beside the picture
        <video
          ref={video}
          src={`/media/${take.video.file}`}
          className={styles.video}
          style={{ aspectRatio: `${take.video.widthPx} / ${take.video.heightPx}` }}
          preload="metadata"
          playsInline
        />
      ) : null}
      <ToldThings />
      {placing.said ? <p role="status">{placing.said}</p> : null}
      <OpenPlaces
        placing={placing}
        steps={computed.steps}
        wordOf={(id) => wordOf(id)?.text ?? ""}
        onLook={(p) => {
          chooseStep(p.stepId);
          player.seek(wordOf(p.wordId)?.startMs ?? 0);
        }}
      />
      {step ? (
        <StepPlace
          step={step}
          sourceMs={take?.narration ? (start?.sourceMs ?? null) : null}
          strokes={strokes}
          words={words}
          stroke={stroke}
          onStroke={onStroke}
        />
      ) : (
        <p className={place.quiet}>
          {open > 0 && take?.narration
            ? `${open} of ${computed.steps.length} steps have no place in the words yet.`
            : "Choose a step below to see what it says and shows."}
        </p>
      )}
      {step ? null : <StrayWords stray={stray} onLook={player.seek} />}
      <FindingList
        findings={computed.findings.filter(
          (f) => SYNC.has(f.code) && (step === null || f.about === step.id || f.about === "take"),
        )}
        onFix={commit}
      />
      <Takes />
      <WriteOut />
    </aside>
  );
}

/** Findings about words and times. */
const SYNC: ReadonlySet<string> = new Set([
  "anchor-without-word",
  "anchor-out-of-order",
  "anchor-without-step",
  "anchor-without-stroke",
  "anchor-in-cut",
  "squeezed-step",
  "steps-in-one-place",
  "short-hold",
  "long-nothing",
  "words-after-recording",
  "sheet-not-found",
  "sheet-moves-overlap",
  "sheet-move-beyond-end",
  "said-otherwise",
  "counted-otherwise",
  "other-side",
  "misheard",
]);
