import type { HotkeyItem } from "@mantine/hooks";
import { useRef, useState } from "react";
import { tieStroke } from "#core/document/changes";
import type { Step } from "#core/telling/steps";
import { nearestWord, type Word } from "#core/time/narration";
import { useLesson } from "../../lesson/lesson-context.ts";
import type { Player } from "../../lesson/take/player.ts";
import { useKeys } from "../../ui/use-keys.ts";
import type { PinAt } from "./use-placing-steps.ts";

/** A hand is a quarter of a second late. */
const HAND_LAG_MS = 250;
/** An anchor lies at most so far from its word. */
const FURTHEST_MS = 5000;

export interface Tapping {
  readonly on: boolean;
  /** What the keys do next, in words. */
  readonly says: string;
  toggle(): void;
}

/** Tap along: while the recording plays, Enter marks where the next step begins and the full stop where its next line does. */
export function useTapping(
  player: Player,
  /** Whether there is a recording to play. */
  present: boolean,
  words: readonly Word[],
  onStepTapped: (stepId: string, at: PinAt) => void,
): Tapping {
  const { computed, commit, step, chooseStep } = useLesson();
  const { steps, moves, schedule } = computed;
  const [on, setOn] = useState(false);
  /** The step that was tapped last, and which of its moves is next. */
  const drawing = useRef<{ step: Step; nextMove: number } | null>(null);
  const due = steps.find((s) => schedule.windows.find((w) => w.stepId === s.id)?.wordId === null) ?? null;
  const target = step ?? due;

  const heardNow = () => {
    const at = player.sourceNow() - HAND_LAG_MS;
    const word = nearestWord(words, at);
    if (!word) return null;
    const offsetMs = Math.round(at - word.startMs);
    return { wordId: word.id, offsetMs: Math.max(-FURTHEST_MS, Math.min(FURTHEST_MS, offsetMs)) };
  };
  const tapStep = () => {
    const at = heardNow();
    if (!target || !at) return;
    onStepTapped(target.id, at);
    drawing.current = { step: target, nextMove: target.firstMove };
    chooseStep(steps[steps.indexOf(target) + 1]?.id ?? null);
  };
  const tapStroke = () => {
    const at = heardNow();
    if (!at) return;
    drawing.current ??= stepAt(player.sourceNow());
    const current = drawing.current;
    const move = current && current.nextMove <= current.step.lastMove ? moves[current.nextMove] : undefined;
    if (!current || !move) return;
    commit((now) => tieStroke(now, move.id, at));
    drawing.current = { ...current, nextMove: current.nextMove + 1 };
  };
  /** Without a tapped step: the one that has its place and is running. */
  const stepAt = (ms: number) => {
    const placed = schedule.windows.findLast(
      (w) =>
        w.wordId !== null &&
        (words.find((x) => x.id === w.wordId)?.startMs ?? Number.POSITIVE_INFINITY) <= ms,
    );
    const running = steps.find((s) => s.id === placed?.stepId);
    return running ? { step: running, nextMove: running.firstMove } : null;
  };
  const play: HotkeyItem[] = present ? [["Space", player.toggle]] : [];
  const tap: HotkeyItem[] = [
    ["Enter", tapStep],
    [".", tapStroke],
  ];
  useKeys(on ? [...play, ...tap] : play);
  return {
    on,
    says: `Enter: ${target ? `step ${target.number} begins` : "a step begins"}. Full stop: its next line begins. Space stops.`,
    toggle: () => {
      drawing.current = null;
      // Enter and Space belong to the tapping now, not to the button that began it.
      if (!on) (document.activeElement as HTMLElement | null)?.blur();
      setOn(!on);
      if (!on) player.play();
    },
  };
}
