import { parseLength } from "#core/base";
import { TypedNumber } from "./TypedNumber.tsx";

/** A share to type ("1/3", "half", "0.4"), or to step by a hundredth with the arrow keys. */
export function ShareInput({
  label,
  value,
  onChange,
}: {
  label: string;
  value: number;
  onChange: (share: number) => void;
}) {
  return (
    <TypedNumber
      label={label}
      value={value}
      say={(share) => String(Math.round(share * 1000) / 1000)}
      parse={(text) => parseLength(text, { unit: "mm", smallestFraction: 16 }, 1)}
      step={(share, up) => Math.round((share + (up ? 0.01 : -0.01)) * 100) / 100}
      example="Type a share such as 1/3, half or 0.4"
      onChange={onChange}
    />
  );
}
