import { TextInput } from "@mantine/core";
import { useState } from "react";
import { parseLength } from "#core/base";

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
  const [typed, setTyped] = useState<string | null>(null);
  const parsed = typed === null ? value : parseLength(typed, { unit: "mm", smallestFraction: 16 }, 1);
  const take = () => {
    if (typed === null || parsed === null) return;
    if (Math.abs(parsed - value) > 1e-9) onChange(parsed);
    setTyped(null);
  };
  return (
    <TextInput
      label={label}
      size="sm"
      value={typed ?? String(Math.round(value * 1000) / 1000)}
      error={parsed === null ? "Type a share such as 1/3, half or 0.4" : null}
      onChange={(e) => setTyped(e.currentTarget.value)}
      onFocus={(e) => e.currentTarget.select()}
      onBlur={take}
      onKeyDown={(e) => {
        if (e.key === "Enter") take();
        if (e.key === "Escape") setTyped(null);
        if (e.key === "ArrowUp" || e.key === "ArrowDown") {
          e.preventDefault();
          setTyped(null);
          onChange(Math.round((value + (e.key === "ArrowUp" ? 0.01 : -0.01)) * 100) / 100);
        }
      }}
    />
  );
}
