import { formatLength, type LengthStyle, parseLength, smallestStepMm } from "#core/base";
import { TypedNumber } from "./TypedNumber.tsx";

/** A length to type ("4 1/2", "115 mm", "half") or to step with the arrow keys by the smallest fraction. */
export function LengthInput({
  label,
  valueMm,
  style,
  wholeMm,
  onChange,
}: {
  label: string;
  valueMm: number;
  style: LengthStyle;
  wholeMm: number;
  onChange: (mm: number) => void;
}) {
  return (
    <TypedNumber
      label={label}
      value={valueMm}
      say={(mm) => formatLength(mm, style)}
      parse={(text) => parseLength(text, style, wholeMm)}
      step={(mm, up) => mm + (up ? 1 : -1) * smallestStepMm(style)}
      example={`Type a length such as ${style.unit === "in" ? "4 1/2" : "115 mm"} or half`}
      onChange={onChange}
    />
  );
}
