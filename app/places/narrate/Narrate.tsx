import { Button } from "@mantine/core";
import { memo, useEffect, useMemo, useRef, useState } from "react";
import { setEdits, setSheetMoves, tieStroke } from "#core/document/changes";
import { findCurrentTake } from "#core/document/lesson";
import { holdsToAdd } from "#core/document/proposals";
import { type Edit, editMap, strokesOf, timelineOf } from "#core/time/schedule";
import { useLesson } from "../../lesson/lesson-context.ts";
import place from "../../lesson/place.module.css";
import { usePlayer } from "../../lesson/take/use-player.ts";
import { BringInTake } from "./BringInTake.tsx";
import { Lanes } from "./Lanes.tsx";
import styles from "./Narrate.module.css";
import { NarrateAside } from "./NarrateAside.tsx";
import { PlayerBar } from "./PlayerBar.tsx";
import { Script } from "./Script.tsx";
import { Transcript, type WordSpan } from "./Transcript.tsx";
import { useNarration } from "./use-narration.ts";
import { usePlacingSteps } from "./use-placing-steps.ts";
import { useTapping } from "./use-tapping.ts";
import { useWaveform } from "./use-waveform.ts";

/** The words of the take, with every step's start standing in the text; the recording's own time below. */
export const Narrate = memo(function Narrate() {
  const { lesson, commit, step, chooseStep } = useLesson();
  const take = findCurrentTake(lesson);
  const narration = useNarration();
  const { words, starts, strokes, edits, durationMs, open } = narration;
  const placing = usePlacingSteps();
  const waveform = useWaveform(take?.video?.file ?? null);
  // The recording as it is, without its edits: to hear where a step begins.
  const timeline = useMemo(() => timelineOf(editMap([], durationMs)), [durationMs]);
  const video = useRef<HTMLVideoElement>(null);
  const player = usePlayer(timeline, video, take?.video != null);
  const tapping = useTapping(player, take?.video != null, words, placing.pin);

  // A step that has its place is shown in the picture too, unless the recording is running.
  const chosenAt = starts.find((p) => p.step.id === step?.id && p.wordId !== null)?.sourceMs ?? null;
  useEffect(() => {
    if (chosenAt !== null && !player.get().running) player.seek(chosenAt);
  }, [chosenAt, player]);

  const [span, setSpan] = useState<WordSpan | null>(null);
  const [chosenEdit, setChosenEdit] = useState<number | null>(null);
  const [stroke, setStroke] = useState<string | null>(null);
  const ownStroke = step && strokesOf(step, strokes).some((s) => s.moveId === stroke) ? stroke : null;
  const tieLine = (moveId: string, wordId: string) =>
    commit((now) => tieStroke(now, moveId, { wordId, offsetMs: 0 }));
  const onWord = (wordId: string) => {
    if (ownStroke) {
      // On to the next line of its step.
      tieLine(ownStroke, wordId);
      setStroke(strokes[strokes.findIndex((s) => s.moveId === ownStroke) + 1]?.moveId ?? null);
    } else if (step) placing.pin(step.id, { wordId });
    else player.seek(words.find((w) => w.id === wordId)?.startMs ?? 0);
  };
  const [from, to] = span ? [words[span.from], words[span.to]] : [];

  return (
    <div className={place.sides}>
      <div className={styles.reading}>
        <BringInTake words={words.length}>
          {take?.narration ? (
            <>
              <Button
                variant={open > 0 ? "filled" : "default"}
                disabled={open === 0 && !starts.some((s) => s.found)}
                onClick={placing.placeAll}
              >
                Place the steps by their words
              </Button>
              <AddWaits />
            </>
          ) : null}
        </BringInTake>
        {take?.narration ? (
          <Transcript
            narration={narration}
            player={player}
            placing={placing}
            chosenStep={step}
            chosenStroke={ownStroke}
            span={span}
            onWord={onWord}
            onStep={chooseStep}
            onStroke={(of, moveId) => {
              chooseStep(of.id);
              setStroke(moveId);
            }}
            onSpan={setSpan}
          />
        ) : (
          <Script />
        )}
        {take && durationMs > 0 ? (
          <div className={styles.lanes}>
            <PlayerBar
              player={player}
              present={take.video !== null}
              tapping={tapping}
              canTap={words.length > 0}
              marked={from && to ? { fromMs: from.startMs, toMs: to.endMs } : null}
              edits={edits}
              chosenEdit={chosenEdit}
              onAdd={(edit: Edit) => {
                commit(setEdits(lesson, [...edits, edit]));
                setSpan(null);
              }}
              onGone={() => setChosenEdit(null)}
            />
            <Lanes
              narration={narration}
              player={player}
              waveform={waveform}
              chosenStep={step}
              chosenStroke={ownStroke}
              chosenEdit={chosenEdit}
              onStep={chooseStep}
              onStroke={setStroke}
              onPlaceStroke={tieLine}
              onPlace={(stepId, wordId) => placing.pin(stepId, { wordId })}
              onChooseEdit={setChosenEdit}
              onEdits={(next) => commit(setEdits(lesson, next))}
              sheet={take.video ? take : null}
              onSheetMoves={(moves) => commit(setSheetMoves(lesson, moves))}
            />
          </div>
        ) : null}
      </div>
      <NarrateAside
        narration={narration}
        placing={placing}
        player={player}
        video={video}
        stroke={ownStroke}
        onStroke={setStroke}
      />
    </div>
  );
});

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
