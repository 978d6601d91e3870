import { TextInput } from "@mantine/core";
import { useTyped } from "./use-typed.ts";

/** A number to type in words of its own ("4 1/2", "half"), or to step with the arrow keys. */
export function TypedNumber({
  label,
  value,
  say,
  parse,
  step,
  example,
  onChange,
}: {
  label: string;
  value: number;
  say: (value: number) => string;
  /** The number a text stands for; null when it stands for none. */
  parse: (text: string) => number | null;
  /** One step of the arrow keys up, or down. */
  step: (value: number, up: boolean) => number;
  /** What to type, when what was typed cannot be read. */
  example: string;
  onChange: (value: number) => void;
}) {
  const typed = useTyped({
    shown: say(value),
    fault: (text) => (parse(text) === null ? example : null),
    onTake: (text) => {
      const next = parse(text);
      if (next !== null && Math.abs(next - value) > 1e-9) onChange(next);
    },
  });
  return (
    <TextInput
      label={label}
      size="sm"
      value={typed.value}
      error={typed.error}
      onChange={(e) => typed.onChange(e.currentTarget.value)}
      onFocus={(e) => e.currentTarget.select()}
      onBlur={typed.take}
      onKeyDown={(e) => {
        if (e.key === "Enter") typed.take();
        if (e.key === "Escape") typed.forget();
        if (e.key === "ArrowUp" || e.key === "ArrowDown") {
          e.preventDefault();
          typed.forget();
          onChange(step(value, e.key === "ArrowUp"));
        }
      }}
    />
  );
}
