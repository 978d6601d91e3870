import { Button } from "@mantine/core";
import { useEffect, useMemo, useRef, useState } from "react";
import { setEdits, tieStep, tieSteps, tieStroke } from "#core/changes";
import { findCurrentTake } from "#core/lesson";
import { correctWords, kindsByWord, tokensOf } from "#core/narration";
import { holdsToAdd, placeInWords } from "#core/proposals";
import {
  type Edit,
  type PlacedStep,
  paceCurve,
  startsInRecording,
  strokesInRecording,
  strokesOf,
  wordsWithoutStep,
} from "#core/schedule";
import { useLesson } from "../../lesson/lesson-context.ts";
import place from "../../lesson/place.module.css";
import { FindingList } from "../../ui/FindingList.tsx";
import { BringInTake } from "./BringInTake.tsx";
import { DoubtfulPlaces, SURE } from "./DoubtfulPlaces.tsx";
import { Lanes } from "./Lanes.tsx";
import styles from "./Narrate.module.css";
import { PlayerBar } from "./PlayerBar.tsx";
import { Script } from "./Script.tsx";
import { StepPlace } from "./StepPlace.tsx";
import { StrayWords } from "./StrayWords.tsx";
import { Takes } from "./Takes.tsx";
import { ToldThings } from "./ToldThings.tsx";
import { type Stretch, Transcript } from "./Transcript.tsx";
import { useSourcePlayer } from "./use-source-player.ts";
import { useTapping } from "./use-tapping.ts";
import { useWaveform } from "./use-waveform.ts";
import { WriteOut } from "./WriteOut.tsx";

const NO_CUES: readonly [] = [];

/** The words of the take, with every step's start standing in the text; the recording's own time below. */
export function Narrate() {
  const { lesson, computed, commit, step, chooseStep } = useLesson();
  const take = findCurrentTake(lesson);
  const [stretch, setStretch] = useState<Stretch | null>(null);
  const [doubtful, setDoubtful] = useState<readonly PlacedStep[]>([]);
  const [said, setSaid] = useState<string | null>(null);
  const [chosenEdit, setChosenEdit] = useState<number | null>(null);
  const player = useSourcePlayer(take?.video != null);
  const waveform = useWaveform(take?.video?.file ?? null);

  const { schedule, steps, editMap } = computed;
  const words = useMemo(
    () => correctWords(computed.words, take?.corrections ?? []),
    [computed.words, take?.corrections],
  );
  const cues = take?.narration?.cues ?? NO_CUES;
  const heard = useMemo(() => kindsByWord(cues, computed.heard), [cues, computed.heard]);
  const stray = useMemo(
    () => wordsWithoutStep(steps, tokensOf(cues), computed.heard),
    [steps, cues, computed.heard],
  );
  const pace = useMemo(
    () => (editMap ? paceCurve(words, schedule, editMap) : []),
    [words, schedule, editMap],
  );
  const startOf = useMemo(
    () => startsInRecording(schedule.windows, words, take?.anchors ?? {}, editMap),
    [schedule, words, take?.anchors, editMap],
  );
  const placed = useMemo(
    () =>
      schedule.windows.flatMap(({ stepId, wordId }) => {
        const placedStep = steps.find((s) => s.id === stepId);
        return placedStep ? [{ step: placedStep, sourceMs: startOf.get(stepId) ?? 0, wordId }] : [];
      }),
    [steps, schedule, startOf],
  );
  // A step that has its place is shown in the picture too, unless the recording is running.
  const chosenAt = placed.find((p) => p.step.id === step?.id && p.wordId !== null)?.sourceMs ?? null;
  const { seek } = player;
  const running = useRef(player.playing);
  useEffect(() => {
    running.current = player.playing;
  }, [player.playing]);
  useEffect(() => {
    if (chosenAt !== null && !running.current) seek(chosenAt);
  }, [chosenAt, seek]);
  const strokes = useMemo(() => strokesInRecording(schedule.moves, editMap), [schedule, editMap]);
  const [stroke, setStroke] = useState<string | null>(null);
  const ownStroke = step && strokesOf(step, strokes).some((s) => s.moveId === stroke) ? stroke : null;
  /** Ties the chosen line to a word and goes on to the next of its step. */
  const tieAndGoOn = (moveId: string, wordId: string) => {
    commit((now) => tieStroke(now, moveId, { wordId, offsetMs: 0 }));
    setStroke(strokes[strokes.findIndex((s) => s.moveId === moveId) + 1]?.moveId ?? null);
  };
  const edits = take?.edits ?? NO_CUES;
  const durationMs = editMap?.sourceMs ?? 0;
  const open = schedule.windows.filter((w) => w.wordId === null).length;
  const wordOf = (id: string) => words.find((w) => w.id === id)?.text ?? "";

  /** Takes the sure places at once and lists the others; places already set stay. */
  const placeAll = () => {
    const kept = new Set(schedule.windows.flatMap((w) => (w.wordId !== null ? [w.stepId] : [])));
    const proposed = placeInWords(computed, kept).filter((p) => !kept.has(p.stepId));
    const sure = proposed.filter((p) => p.confidence >= SURE);
    commit(tieSteps(lesson, sure));
    setDoubtful(proposed.filter((p) => p.confidence < SURE).sort((a, b) => a.confidence - b.confidence));
    const without = steps.length - kept.size - proposed.length;
    setSaid(
      `${sure.length} steps placed by their words, ${proposed.length - sure.length} to look at${without > 0 ? `, ${without} without words of their own` : ""}.`,
    );
  };
  const settle = (p: PlacedStep) => setDoubtful((all) => all.filter((x) => x.stepId !== p.stepId));
  const addEdit = (edit: Edit) => {
    commit(setEdits(lesson, [...edits, edit]));
    setStretch(null);
  };
  const marked =
    stretch && words[stretch.from] && words[stretch.to]
      ? { fromMs: words[stretch.from]?.startMs ?? 0, toMs: words[stretch.to]?.endMs ?? 0 }
      : null;

  const tapping = useTapping(player, words, (stepId, wordId) => settle({ stepId, wordId, confidence: 1 }));

  return (
    <div className={place.sides}>
      <div className={styles.reading}>
        <BringInTake words={words.length}>
          {take?.narration ? (
            <>
              <Button variant={open > 0 ? "filled" : "default"} disabled={open === 0} onClick={placeAll}>
                Place the steps by their words
              </Button>
              <AddWaits />
            </>
          ) : null}
        </BringInTake>
        {take?.narration ? (
          <Transcript
            words={words}
            steps={steps}
            windows={schedule.windows}
            strokes={strokes}
            heard={heard}
            stray={stray}
            chosenStep={step}
            chosenStroke={ownStroke}
            stretch={stretch}
            spokenMs={player.playing ? player.atMs : null}
            onWord={(wordId) => {
              if (ownStroke) tieAndGoOn(ownStroke, wordId);
              else if (step) {
                commit(tieStep(lesson, step.id, wordId));
                settle({ stepId: step.id, wordId, confidence: 1 });
              } else player.seek(words.find((w) => w.id === wordId)?.startMs ?? 0);
            }}
            onStep={chooseStep}
            onStroke={(of, moveId) => {
              chooseStep(of.id);
              setStroke(moveId);
            }}
            onStretch={setStretch}
          />
        ) : (
          <Script />
        )}
        {take && durationMs > 0 ? (
          <div className={styles.lanes}>
            <PlayerBar
              player={player}
              tapping={tapping}
              canTap={words.length > 0}
              marked={marked}
              edits={edits}
              chosenEdit={chosenEdit}
              onAdd={addEdit}
              onGone={() => setChosenEdit(null)}
            />
            <Lanes
              durationMs={durationMs}
              waveform={waveform}
              pace={pace}
              cues={cues}
              words={words}
              placed={placed}
              edits={edits}
              atMs={player.atMs}
              strokes={strokes}
              chosenStep={step}
              chosenStroke={ownStroke}
              chosenEdit={chosenEdit}
              onSeek={player.seek}
              onStep={chooseStep}
              onStroke={setStroke}
              onPlaceStroke={(moveId, wordId) =>
                commit((now) => tieStroke(now, moveId, { wordId, offsetMs: 0 }))
              }
              onPlace={(stepId, wordId) => commit(tieStep(lesson, stepId, wordId))}
              onChooseEdit={setChosenEdit}
              onEdits={(next) => commit(setEdits(lesson, next))}
            />
          </div>
        ) : null}
      </div>
      <aside className={place.column} aria-label="The chosen step">
        {take?.video ? (
          // biome-ignore lint/a11y/useMediaCaption: the words stand beside the picture
          <video
            ref={player.element}
            src={`/media/${take.video.file}`}
            className={styles.video}
            style={{ aspectRatio: `${take.video.widthPx} / ${take.video.heightPx}` }}
            preload="metadata"
            playsInline
          />
        ) : null}
        <ToldThings />
        {said ? <p role="status">{said}</p> : null}
        <DoubtfulPlaces
          places={doubtful}
          steps={steps}
          wordOf={wordOf}
          onLook={(p) => {
            chooseStep(p.stepId);
            player.seek(words.find((w) => w.id === p.wordId)?.startMs ?? 0);
          }}
          onTake={(p) => {
            commit(tieSteps(lesson, [p]));
            settle(p);
          }}
          onLeave={settle}
        />
        {step ? (
          <StepPlace
            step={step}
            sourceMs={take?.narration ? (startOf.get(step.id) ?? null) : null}
            strokes={strokes}
            words={words}
            stroke={ownStroke}
            onStroke={setStroke}
          />
        ) : (
          <p className={place.quiet}>
            {open > 0 && take?.narration
              ? `${open} of ${steps.length} steps have no place in the words yet.`
              : "Choose a step below to see what it says and shows."}
          </p>
        )}
        {step ? null : <StrayWords stray={stray} onLook={player.seek} />}
        <FindingList
          findings={computed.findings.filter(
            (f) => SYNC.has(f.code) && (step === null || f.about === step.id || f.about === "take"),
          )}
          onMend={commit}
        />
        <Takes />
        <WriteOut />
      </aside>
    </div>
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
  "said-otherwise",
  "counted-otherwise",
  "other-side",
  "misheard",
]);

/** Waits for the class, added to the recording where it draws along and nothing waits yet. */
function AddWaits() {
  const { computed, commit } = useLesson();
  const changes = useMemo(() => holdsToAdd(computed), [computed]);
  return (
    <Button variant="default" disabled={!changes} onClick={() => changes && commit(changes)}>
      Add the waits
    </Button>
  );
}
