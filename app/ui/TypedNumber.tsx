import { TextInput } from "@mantine/core";
import type { KeyboardEvent } from "react";
import { useTyped } from "./use-typed.ts";

export interface NumberTyped {
  readonly label: string;
  readonly value: number;
  readonly say: (value: number) => string;
  /** The number a text stands for; null when it stands for none. */
  readonly parse: (text: string) => number | null;
  /** One step of the arrow keys up, or down. */
  readonly step: (value: number, up: boolean) => number;
  /** What to type, when what was typed cannot be read. */
  readonly example: string;
  readonly onChange: (value: number) => void;
}

/** What a field for a number does, whatever it looks like. */
export function useTypedNumber({ value, say, parse, step, example, onChange }: NumberTyped) {
  const typed = useTyped({
    shown: say(value),
    fault: (text) => (parse(text) === null ? example : null),
    onTake: (text) => {
      const next = parse(text);
      if (next !== null && Math.abs(next - value) > 1e-9) onChange(next);
    },
  });
  return {
    ...typed,
    onKeyDown: (e: KeyboardEvent) => {
      if (e.key === "Enter") typed.take();
      if (e.key === "Escape") typed.forget();
      if (e.key === "ArrowUp" || e.key === "ArrowDown") {
        e.preventDefault();
        typed.forget();
        onChange(step(value, e.key === "ArrowUp"));
      }
    },
  };
}

/** A number to type in words of its own ("4 1/2", "half"), or to step with the arrow keys. */
export function TypedNumber(number: NumberTyped) {
  const typed = useTypedNumber(number);
  return (
    <TextInput
      label={number.label}
      size="sm"
      value={typed.value}
      error={typed.error}
      onChange={(e) => typed.onChange(e.currentTarget.value)}
      onFocus={(e) => e.currentTarget.select()}
      onBlur={typed.take}
      onKeyDown={typed.onKeyDown}
    />
  );
}
