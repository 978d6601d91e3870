import { formatLength, type LengthStyle, parseLength, smallestStepMm } from "#core/ground/base";
import { type NumberTyped, TypedNumber } from "./TypedNumber.tsx";

export interface LengthTyped {
  readonly label: string;
  readonly valueMm: number;
  readonly style: LengthStyle;
  readonly wholeMm: number;
  readonly onChange: (mm: number) => void;
}

/** How a length is said, read and stepped. */
export function lengthTyped({ label, valueMm, style, wholeMm, onChange }: LengthTyped): NumberTyped {
  return {
    label,
    value: valueMm,
    say: (mm) => formatLength(mm, style),
    parse: (text) => parseLength(text, style, wholeMm),
    step: (mm, up) => mm + (up ? 1 : -1) * smallestStepMm(style),
    example: `Type a length such as ${style.unit === "in" ? "4 1/2" : "115 mm"} or half`,
    onChange,
  };
}

/** A length to type ("4 1/2", "115 mm", "half") or to step with the arrow keys by the smallest fraction. */
export function LengthInput(length: LengthTyped) {
  return <TypedNumber {...lengthTyped(length)} />;
}
