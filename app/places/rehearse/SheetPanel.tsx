import { Button, Progress } from "@mantine/core";
import { useEffect, useRef } from "react";
import {
  addSheetMove,
  setCorners,
  setTones,
  startingCorners,
  takeFollowedSheet,
  takeFoundSheet,
  takeSheetMoveAway,
  turnedByQuarter,
} from "#core/document/changes";
import { findCurrentTake, type Take } from "#core/document/lesson";
import { formatClock } from "#core/ground/base";
import type { CornersPx } from "#core/ground/geometry";
import { sheetAt, sheetRests } from "#core/showing/overlay";
import { lessonToSource, nearestLesson } from "#core/time/schedule";
import { useLesson } from "../../lesson/lesson-context.ts";
import place from "../../lesson/place.module.css";
import type { Player } from "../../lesson/take/player.ts";
import { momentOf, usePlayed } from "../../lesson/take/use-player.ts";
import { useSheetFinder } from "../../lesson/take/use-sheet-finder.ts";
import styles from "./TakeOut.module.css";

/** Where the sheet lies in the recording: found, followed, or placed by hand, at first and after each movement. */
export function SheetPanel({
  player,
  placing,
  onPlacing,
}: {
  player: Player;
  placing: boolean;
  onPlacing: (on: boolean) => void;
}) {
  const { lesson, computed, commit } = useLesson();
  const take = findCurrentTake(lesson);
  const video = take?.video ?? null;
  const lessonMs = usePlayed(player, momentOf);
  const map = computed.editMap;
  const sourceMs = Math.round(map ? lessonToSource(map, lessonMs) : lessonMs);
  const moves = take?.sheetMoves ?? [];
  const rest = take ? sheetAt(sheetRests(take), sourceMs)?.rest : undefined;
  const since = rest?.index ?? moves.findLastIndex((m) => m.fromMs <= sourceMs);
  const finder = useSheetFinder(video, lesson.sheet, {
    found: (found) => commit((now) => takeFoundSheet(now, found, since)),
    tones: (tones) => commit((now) => setTones(now, tones)),
  });
  const { looking } = finder;
  const followed = looking.kind === "followed" ? looking.followed : null;
  const takeIt = () => {
    if (!followed) return;
    commit((now) =>
      takeFollowedSheet(now, { ...followed.course, moves: followed.course.moves, tones: followed.tones }),
    );
    finder.settle();
  };
  const taking = useRef<HTMLButtonElement>(null);
  // One key takes it: what had the focus began the search and is done.
  useEffect(() => {
    if (followed) taking.current?.focus();
  }, [followed]);
  if (!take || !video) return null;
  const corners = rest?.corners ?? null;
  const placeByHand = () => {
    if (!corners) commit(setCorners(lesson, startingCorners(video), since));
    // The overlay's colours go by the paper's own tone, whoever has placed it.
    else if (placing) finder.lookAt(sourceMs, corners);
    onPlacing(!placing);
  };
  const seek = (ms: number) => player.seek(map ? nearestLesson(map, ms) : ms);
  const busy = looking.kind === "finding" || looking.kind === "following";
  return (
    <section className={styles.panel} aria-label="Where the sheet lies">
      <p className={place.quiet}>
        {corners
          ? `At ${formatClock(sourceMs)} of the recording the sheet lies where the overlay shows it.`
          : since >= 0
            ? `At ${formatClock(sourceMs)} of the recording the sheet is moving or away: no overlay.`
            : "Nobody has said yet where the sheet lies."}
      </p>
      <Button variant={take.corners ? "default" : "filled"} disabled={busy} onClick={finder.follow}>
        Follow the sheet
      </Button>
      <Button variant="default" disabled={busy} onClick={() => finder.find(sourceMs, corners)}>
        Find the sheet at this moment
      </Button>
      <Button variant="default" aria-pressed={placing} onClick={placeByHand}>
        {placing ? "Corners are right" : "Place the sheet's corners"}
      </Button>
      {placing && corners ? (
        <Button variant="default" onClick={() => commit(setCorners(lesson, turnedByQuarter(corners), since))}>
          Turn it by a quarter
        </Button>
      ) : null}
      {looking.kind === "finding" ? <p role="status">Looking for the sheet…</p> : null}
      {looking.kind === "following" ? (
        <div className={styles.making}>
          <span role="status">Following the sheet: {Math.floor(looking.share * 100)} %</span>
          <Progress value={looking.share * 100} aria-label="How much is followed" />
          <Button variant="default" size="compact-md" onClick={finder.cancel}>
            Stop
          </Button>
        </div>
      ) : null}
      {looking.kind === "trouble" ? <p role="alert">{looking.says}</p> : null}
      {followed ? (
        <div className={styles.making}>
          <span role="status">{sayCourse(followed.course.moves)}</span>
          <Button ref={taking} onClick={takeIt}>
            Take it
          </Button>
          <Button variant="default" onClick={finder.settle}>
            Leave it
          </Button>
        </div>
      ) : null}
      <SheetMoves moves={moves} onSeek={seek} onTakeAway={(i) => commit(takeSheetMoveAway(lesson, i))} />
      {take.corners || moves.length > 0 ? (
        <Button
          variant="default"
          size="compact-md"
          onClick={() => {
            commit(addSheetMove(lesson, video, sourceMs, corners));
            onPlacing(true);
          }}
        >
          The sheet was moved until here
        </Button>
      ) : null}
    </section>
  );
}

function sayCourse(moves: readonly { readonly corners: CornersPx | null }[]): string {
  const count = moves.filter((m) => m.corners).length;
  if (moves.length === 0) return "The sheet was found; it lies still throughout.";
  const away = moves.length - count;
  return `The sheet was found. It is moved ${count === 1 ? "once" : `${count} times`}${away > 0 ? ", and taken away at the end" : ""}.`;
}

/** When the sheet was moved or taken away, each to be looked at and taken out. */
function SheetMoves({
  moves,
  onSeek,
  onTakeAway,
}: {
  moves: NonNullable<Take["sheetMoves"]>;
  onSeek: (sourceMs: number) => void;
  onTakeAway: (index: number) => void;
}) {
  return (
    <ul className={styles.moves} aria-label="Movements of the sheet">
      {moves.map((m, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: movements have no names; their place in the list is theirs
        <li key={i}>
          <button type="button" className={styles.time} onClick={() => onSeek(m.toMs + 300)}>
            {formatClock(m.fromMs)}–{formatClock(m.toMs)}
          </button>
          <span>{m.corners ? "moved" : "taken away"}</span>
          <Button
            variant="subtle"
            size="compact-sm"
            aria-label={`Take away the movement at ${formatClock(m.fromMs)}`}
            onClick={() => onTakeAway(i)}
          >
            take away
          </Button>
        </li>
      ))}
    </ul>
  );
}
