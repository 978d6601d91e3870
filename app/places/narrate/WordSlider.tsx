import { type KeyboardEvent, type ReactNode, useState } from "react";
import { formatClock } from "#core/ground/base";
import { nearestWord, type Word } from "#core/time/narration";
import { useHeld } from "../../ui/use-held.ts";

/** Something on the lanes that begins at a word: dragged or moved by arrows from word to word, drawn where it stands just now. */
export function WordSlider({
  label,
  startMs,
  wordId,
  words,
  msAt,
  onChoose,
  onPlace,
  children,
  ...attributes
}: {
  label: string;
  startMs: number;
  /** The word it is tied to; null while its place is an estimate. */
  wordId: string | null;
  words: readonly Word[];
  /** The recording's time under a place of the window. */
  msAt: (clientX: number) => number;
  onChoose: () => void;
  onPlace: (wordId: string) => void;
  children: (ms: number) => ReactNode;
  className?: string | undefined;
  [data: `data-${string}`]: string | number | boolean;
}) {
  const [draggedMs, setDragged] = useState<number | null>(null);
  const ms = draggedMs ?? startMs;
  const hold = useHeld({
    onTake: () => {
      onChoose();
      setDragged(startMs);
    },
    onMove: ({ clientX }) => setDragged(nearestWord(words, msAt(clientX))?.startMs ?? msAt(clientX)),
    onLetGo: () => {
      const word = draggedMs !== null && draggedMs !== startMs ? nearestWord(words, draggedMs) : null;
      setDragged(null);
      if (word && word.id !== wordId) onPlace(word.id);
    },
    onCancel: () => setDragged(null),
  });
  return (
    <g
      {...attributes}
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-valuenow={Math.round(ms / 1000)}
      aria-valuetext={formatClock(ms)}
      onFocus={onChoose}
      onKeyDown={(e: KeyboardEvent) => {
        const by = { ArrowLeft: -1, ArrowRight: 1 }[e.key];
        if (by === undefined) return;
        e.preventDefault();
        e.stopPropagation();
        const now = words.findIndex((w) => w.id === wordId);
        const word = now < 0 ? nearestWord(words, ms) : words[now + by];
        if (word) onPlace(word.id);
      }}
      {...hold()}
    >
      {children(ms)}
    </g>
  );
}
