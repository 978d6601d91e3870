import { parseLength } from "#core/ground/base";
import { type NumberTyped, TypedNumber } from "./TypedNumber.tsx";

export interface ShareTyped {
  readonly label: string;
  readonly value: number;
  readonly onChange: (share: number) => void;
}

/** How a share is said, read and stepped. */
export function shareTyped({ label, value, onChange }: ShareTyped): NumberTyped {
  return {
    label,
    value,
    say: (share) => String(Math.round(share * 1000) / 1000),
    parse: (text) => parseLength(text, { unit: "mm", smallestFraction: 16 }, 1),
    step: (share, up) => Math.round((share + (up ? 0.01 : -0.01)) * 100) / 100,
    example: "Type a share such as 1/3, half or 0.4",
    onChange,
  };
}

/** A share to type ("1/3", "half", "0.4"), or to step by a hundredth with the arrow keys. */
export function ShareInput(share: ShareTyped) {
  return <TypedNumber {...shareTyped(share)} />;
}
