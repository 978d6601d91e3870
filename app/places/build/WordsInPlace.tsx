import { Textarea, TextInput } from "@mantine/core";
import { type Typed, useTyped } from "../../ui/use-typed.ts";
import styles from "./Build.module.css";

/** The title and the words of a step, to change where they stand. */
export function WordsInPlace({
  number,
  of,
  title,
  words,
  actions = [],
  fault,
  onTitle,
  onWords,
}: {
  number: number;
  /** What it is the title of: "step", "task". */
  of: string;
  title: string;
  words: string;
  /** The same as the list it is told as, with the numbers that stand on the sheet: shown until one writes. */
  actions?: readonly string[];
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
      <div className={styles.words} data-listed={actions.length > 1}>
        <Textarea aria-label="What is said" autosize minRows={2} maxLength={600} {...inPlace(typedWords)} />
        {actions.length > 1 ? (
          <ol className={styles.listed} aria-hidden="true">
            {actions.map((action, i) => (
              <li key={action}>
                <span className={styles.ringed}>{i + 1}</span>
                {action}
              </li>
            ))}
          </ol>
        ) : null}
      </div>
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
