import { NumberInput } from "@mantine/core";
import { MOST_PUPILS } from "#core/ground/plan";

/** How many pupils: a whole number, or null. Undefined: what was typed cannot be. */
export function pupilsTyped(typed: number | string): number | null | undefined {
  if (typed === "") return null;
  const n = Number(typed);
  return Number.isInteger(n) && n >= 1 && n <= MOST_PUPILS ? n : undefined;
}

/** A field for how many there are. What cannot be is said, and never made into something else. */
export function PupilsInput({
  label,
  value,
  onChange,
  className,
}: {
  label: string;
  value: number | string;
  onChange: (value: number | string) => void;
  className?: string | undefined;
}) {
  return (
    <NumberInput
      label={label}
      allowDecimal={false}
      clampBehavior="none"
      hideControls
      value={value}
      onChange={onChange}
      error={pupilsTyped(value) === undefined ? `1 to ${MOST_PUPILS}` : null}
      className={className ?? ""}
    />
  );
}
