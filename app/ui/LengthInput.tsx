import { TextInput } from "@mantine/core";
import { useState } from "react";
import { formatLength, type LengthStyle, parseLength, smallestStepMm } from "#core/base";

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
  const [typed, setTyped] = useState<string | null>(null);
  const parsed = typed === null ? valueMm : parseLength(typed, style, wholeMm);
  const take = () => {
    if (typed !== null && parsed !== null) {
      if (Math.abs(parsed - valueMm) > 1e-9) onChange(parsed);
      setTyped(null);
    }
  };
  return (
    <TextInput
      label={label}
      size="sm"
      value={typed ?? formatLength(valueMm, style)}
      error={
        parsed === null ? `Type a length such as ${style.unit === "in" ? "4 1/2" : "115 mm"} or half` : null
      }
      onChange={(e) => setTyped(e.currentTarget.value)}
      onFocus={(e) => e.currentTarget.select()}
      onBlur={take}
      onKeyDown={(e) => {
        if (e.key === "Enter") take();
        if (e.key === "Escape") setTyped(null);
        if (e.key === "ArrowUp" || e.key === "ArrowDown") {
          e.preventDefault();
          setTyped(null);
          onChange(valueMm + (e.key === "ArrowUp" ? 1 : -1) * smallestStepMm(style));
        }
      }}
    />
  );
}
