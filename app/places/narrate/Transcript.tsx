import { useVirtualizer } from "@tanstack/react-virtual";
import { type KeyboardEvent, type RefObject, useEffect, useMemo, useRef, useState } from "react";
import type { Step } from "#core/telling/steps";
import { type Word, wordIndexAt } from "#core/time/narration";
import type { Player } from "../../lesson/take/player.ts";
import { usePlayed } from "../../lesson/take/use-player.ts";
import { type CueOnPage, CueRow, type PageActions } from "./CueRow.tsx";
import styles from "./Narrate.module.css";
import type { Narration } from "./use-narration.ts";
import type { PlacingSteps } from "./use-placing-steps.ts";
import { useTiedWords } from "./use-tied-words.ts";

/** Words from one to another, by their place in the narration. */
export interface WordSpan {
  readonly from: number;
  readonly to: number;
}

/** Up and down go so many words: about a line. */
const A_LINE = 10;
/** A page of more cues than this is drawn only where one looks; shorter ones stand whole, and can be searched by the browser. */
const MOST_WHOLE = 240;
/** About the height of a cue of two lines, px; each is measured once it is there. */
const GUESSED_PX = 64;
const ROWS_BEYOND = 12;

/**
 * The words as a page to read, step markers standing before the words they are tied to. One Tab stop; arrows go word by word,
 * with Shift they mark a stretch. What was understood is underlined and said on pointing.
 */
export function Transcript({
  narration,
  player,
  placing,
  chosenStep,
  chosenStroke,
  span,
  onWord,
  onStep,
  onStroke,
  onSpan,
}: {
  narration: Narration;
  player: Player;
  placing: PlacingSteps;
  chosenStep: Step | null;
  chosenStroke: string | null;
  span: WordSpan | null;
  onWord: (wordId: string) => void;
  onStep: (stepId: string) => void;
  onStroke: (step: Step, moveId: string) => void;
  onSpan: (span: WordSpan | null) => void;
}) {
  const { words, heard, stray } = narration;
  const page = useRef<HTMLDivElement>(null);
  const [at, setAt] = useState(0);
  const anchor = useRef(0);
  const { tiedSteps, tiedLines } = useTiedWords(narration, placing);
  const strayWords = useMemo(() => new Set(stray.flatMap((s) => s.wordIds)), [stray]);
  const cues = useMemo(() => cuesOf(words), [words]);
  const spoken = usePlayed(player, (p) => (p.running ? wordIndexAt(words, p.lessonMs) : -1));
  const isLong = cues.length > MOST_WHOLE;
  const rows = useVirtualizer({
    count: isLong ? cues.length : 0,
    getScrollElement: () => page.current,
    estimateSize: () => GUESSED_PX,
    overscan: ROWS_BEYOND,
  });

  const extend = (to: number) => {
    if (!span) anchor.current = at;
    onSpan({ from: Math.min(anchor.current, to), to: Math.max(anchor.current, to) });
  };
  const focusWord = useFocusOnWord(page);
  const goTo = (index: number) => {
    setAt(index);
    focusWord(index);
    if (isLong) rows.scrollToIndex(rowOf(cues, index));
  };
  const onKeyDown = (e: KeyboardEvent) => {
    if (e.key === "Escape") return onSpan(null);
    const by = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: A_LINE, ArrowUp: -A_LINE }[e.key];
    if (by === undefined) return;
    e.preventDefault();
    const next = Math.min(words.length - 1, Math.max(0, at + by));
    if (e.shiftKey) extend(next);
    goTo(next);
  };

  const actions = useSteady({
    onStep,
    onStroke,
    onFocus: setAt,
    onPress: (index, word, withShift) => {
      if (withShift) return extend(index);
      anchor.current = index;
      onSpan(null);
      onWord(word.id);
    },
  });
  const row = (cue: CueOnPage) => {
    const end = cue.from + cue.words.length;
    const own = (index: number) => (index >= cue.from && index < end ? index : -1);
    const marked = span && span.to >= cue.from && span.from < end ? span : null;
    return (
      <CueRow
        key={cue.id}
        cue={cue}
        heard={heard}
        tiedSteps={tiedSteps}
        tiedLines={tiedLines}
        strayWords={strayWords}
        chosenStep={chosenStep}
        chosenStroke={chosenStroke}
        markedFrom={marked ? Math.max(cue.from, marked.from) : -1}
        markedTo={marked ? Math.min(end - 1, marked.to) : -2}
        tabStop={own(at)}
        spoken={own(spoken)}
        actions={actions}
      />
    );
  };
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: the words inside take focus; arrows only move among them
    <div className={styles.page} ref={page} onKeyDown={onKeyDown} data-words={words.length}>
      {isLong ? (
        <div className={styles.long} style={{ height: rows.getTotalSize() }}>
          {rows.getVirtualItems().map(({ index, key, start }) => {
            const cue = cues[index];
            return cue ? (
              <div
                key={key}
                ref={rows.measureElement}
                data-index={index}
                className={styles.longRow}
                style={{ transform: `translateY(${start}px)` }}
              >
                {row(cue)}
              </div>
            ) : null;
          })}
        </div>
      ) : (
        cues.map(row)
      )}
    </div>
  );
}

/** Gives a word the focus, once its row is there. */
function useFocusOnWord(page: RefObject<HTMLDivElement | null>): (index: number) => void {
  const [goingTo, setGoingTo] = useState<number | null>(null);
  useEffect(() => {
    if (goingTo === null) return;
    const word = page.current?.querySelector<HTMLButtonElement>(`[data-word][data-index="${goingTo}"]`);
    if (!word) return;
    word.focus();
    setGoingTo(null);
  });
  return setGoingTo;
}

/** Rows are drawn again only when something of their own is another: what they call stays the same to them. */
function useSteady(now: PageActions): PageActions {
  const latest = useRef(now);
  latest.current = now;
  const [steady] = useState<PageActions>(() => ({
    onStep: (id) => latest.current.onStep(id),
    onStroke: (step, id) => latest.current.onStroke(step, id),
    onFocus: (index) => latest.current.onFocus(index),
    onPress: (index, word, withShift) => latest.current.onPress(index, word, withShift),
  }));
  return steady;
}

/** The words by the cue they were said in. */
function cuesOf(words: readonly Word[]): CueOnPage[] {
  const cues: (CueOnPage & { words: Word[] })[] = [];
  for (const [i, word] of words.entries()) {
    const last = cues[cues.length - 1];
    if (last?.id === word.cueId) last.words.push(word);
    else cues.push({ id: word.cueId, startMs: word.startMs, from: i, words: [word] });
  }
  return cues;
}

function rowOf(cues: readonly CueOnPage[], wordIndex: number): number {
  return Math.max(
    0,
    cues.findLastIndex((c) => c.from <= wordIndex),
  );
}
