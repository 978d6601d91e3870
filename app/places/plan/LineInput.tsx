import { TextInput } from "@mantine/core";
import { useState } from "react";
import styles from "./Plan.module.css";

/** A line of words, taken when one leaves it or presses Enter; Escape takes the typing back. */
export function LineInput({
  label,
  value,
  placeholder,
  most = 200,
  onChange,
}: {
  label: string;
  value: string;
  placeholder?: string;
  most?: number;
  onChange: (text: string) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <TextInput
      aria-label={label}
      variant="unstyled"
      classNames={{ input: styles.line ?? "" }}
      value={typed ?? value}
      maxLength={most}
      {...(placeholder ? { placeholder } : {})}
      onChange={(e) => setTyped(e.currentTarget.value)}
      onBlur={() => {
        const text = typed?.trim();
        if (text !== undefined && text !== value) onChange(text);
        setTyped(null);
      }}
      onKeyDown={(e) => {
        if (e.key === "Enter") e.currentTarget.blur();
        if (e.key === "Escape") setTyped(null);
      }}
    />
  );
}
