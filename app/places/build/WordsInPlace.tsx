import { Textarea, TextInput } from "@mantine/core";
import { type Typed, useTyped } from "../../ui/use-typed.ts";
import styles from "./Build.module.css";

/** The title and the words of a step, to change where they stand. */
export function WordsInPlace({
  number,
  of,
  title,
  words,
  fault,
  onTitle,
  onWords,
}: {
  number: number;
  /** What it is the title of: "step", "task". */
  of: string;
  title: string;
  words: string;
  /** Why a text cannot be taken; null when it can. */
  fault: (text: string) => string | null;
  onTitle: (text: string) => void;
  onWords: (text: string) => void;
}) {
  const typedTitle = useTyped({ shown: title, fault, onTake: (text) => onTitle(text.trim()) });
  const typedWords = useTyped({ shown: words, fault, onTake: (text) => onWords(text.trim()) });
  return (
    <>
      <div className={styles.stepHead}>
        <span className={styles.stepNumber}>{number}</span>
        <TextInput
          aria-label={`Title of the ${of}`}
          size="md"
          maxLength={80}
          {...inPlace(typedTitle)}
          onKeyDown={(e) => e.key === "Enter" && e.currentTarget.blur()}
        />
      </div>
      <Textarea aria-label="What is said" autosize minRows={2} maxLength={600} {...inPlace(typedWords)} />
    </>
  );
}

function inPlace({ value, error, onChange, take }: Typed) {
  return {
    variant: "unstyled",
    classNames: { input: styles.inPlace ?? "" },
    value,
    error,
    onChange: (e: { currentTarget: { value: string } }) => onChange(e.currentTarget.value),
    onBlur: take,
  };
}
