import { NumberInput } from "@mantine/core";
import type { LearntPace } from "#core/class/pacing";
import { countOf } from "#core/ground/base";
import { type ClassPace, type OwnClassPace, setPlan } from "#core/ground/plan";
import { useLesson } from "../../lesson/lesson-context.ts";
import place from "../../lesson/place.module.css";
import styles from "./Teach.module.css";

interface Field {
  readonly field: keyof OwnClassPace;
  readonly label: string;
  readonly unit: string;
  /** What is shown for 1 of what is kept. */
  readonly factor: number;
  readonly least: number;
  readonly most: number;
}

const FIELDS: readonly Field[] = [
  { field: "pupils", label: "Pupils", unit: "", factor: 1, least: 1, most: 200 },
  { field: "keep", label: "Wait until so many are there", unit: " %", factor: 100, least: 50, most: 99 },
  { field: "lineMs", label: "A line takes them", unit: " s", factor: 0.001, least: 2, most: 300 },
  { field: "spread", label: "Hands differ by", unit: " %", factor: 100, least: 0, most: 150 },
  { field: "lagMs", label: "They start after", unit: " s", factor: 0.001, least: 0, most: 120 },
  { field: "restarts", label: "Draw a line again", unit: " %", factor: 100, least: 0, most: 100 },
  { field: "helped", label: "Of those ask a neighbour", unit: " %", factor: 100, least: 0, most: 100 },
  { field: "helpMs", label: "Which costs the neighbour", unit: " s", factor: 0.001, least: 0, most: 120 },
];
const FIRST = 3;

/** What the class is reckoned with, each with where it comes from; typed, it is the educator's own. */
export function PaceGuesses({ pace, learnt }: { pace: ClassPace; learnt: LearntPace | null }) {
  const { lesson, commit } = useLesson();
  const own = lesson.plan.classPace ?? {};
  const set = (field: keyof OwnClassPace, value: number | undefined) => {
    const { [field]: _, ...rest } = own;
    const next = value === undefined ? rest : { ...rest, [field]: value };
    if (JSON.stringify(next) === JSON.stringify(own)) return;
    commit([setPlan("classPace", Object.keys(next).length > 0 ? next : null)]);
  };
  const from = (field: keyof OwnClassPace) =>
    own[field] !== undefined
      ? "yours"
      : field === "lineMs" && learnt
        ? `a guess and ${countOf(learnt.classes, "class", "classes")}`
        : "a guess";
  const row = ({ field, label, unit, factor, least, most }: Field) => (
    <div key={field} className={styles.guess}>
      <NumberInput
        label={label}
        suffix={unit}
        min={least}
        max={most}
        clampBehavior="strict"
        hideControls
        decimalScale={1}
        key={pace[field]}
        defaultValue={Math.round(pace[field] * factor * 10) / 10}
        onBlur={(e) => {
          const typed = Number.parseFloat(e.currentTarget.value);
          if (Number.isNaN(typed)) return set(field, undefined);
          const value = Math.min(most, Math.max(least, typed)) / factor;
          const kept = factor === 1 || factor === 0.001 ? Math.round(value) : Math.round(value * 1000) / 1000;
          if (kept !== pace[field]) set(field, kept);
        }}
        onKeyDown={(e) => e.key === "Enter" && e.currentTarget.blur()}
      />
      {own[field] === undefined ? (
        <span className={place.quiet}>{from(field)}</span>
      ) : (
        <button
          type="button"
          className={styles.back}
          onClick={() => set(field, undefined)}
          title="Back to the guess"
        >
          yours ×
        </button>
      )}
    </div>
  );
  return (
    <section>
      <h2>What the class is reckoned with</h2>
      {FIELDS.slice(0, FIRST).map(row)}
      <details className={styles.more}>
        <summary>Spread, starts and help</summary>
        {FIELDS.slice(FIRST).map(row)}
      </details>
    </section>
  );
}
