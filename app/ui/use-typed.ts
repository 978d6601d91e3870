import { useField } from "@mantine/form";
import { useState } from "react";

export interface Typed {
  /** What the field shows: what is being typed, else what is true. */
  readonly value: string;
  readonly error: string | null;
  readonly onChange: (text: string) => void;
  /** Takes what was typed when it can be read; else it stays, with why. */
  readonly take: () => void;
  /** Forgets what was typed. */
  readonly forget: () => void;
}

/**
 * A field to type into over a value that may change meanwhile. Nothing happens to the value before it is taken; what cannot
 * be read says why and waits.
 */
export function useTyped({
  shown,
  fault,
  onTake,
}: {
  /** The value as it is shown while nothing is typed. */
  shown: string;
  /** Why a text cannot be taken; null when it can. */
  fault: (text: string) => string | null;
  onTake: (text: string) => void;
}): Typed {
  const field = useField<string>({ initialValue: shown, validate: fault, validateOnChange: true });
  const [typing, setTyping] = useState(false);
  const value = typing ? field.getValue() : shown;
  return {
    value,
    error: typing ? fault(value) : null,
    onChange: (text) => {
      field.setValue(text);
      setTyping(true);
    },
    take: () => {
      if (!typing || fault(value) !== null) return;
      setTyping(false);
      if (value !== shown) onTake(value);
    },
    forget: () => setTyping(false),
  };
}
