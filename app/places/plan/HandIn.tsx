import { ActionIcon, Button, NumberInput, Select } from "@mantine/core";
import { countThings } from "#core/document/judgements";
import { type CountWanted, type PlaceCounted, setPlan } from "#core/ground/plan";
import { useLesson } from "../../lesson/lesson-context.ts";
import { LineInput } from "./LineInput.tsx";
import styles from "./Plan.module.css";

const WHERE: readonly { readonly value: PlaceCounted; readonly label: string }[] = [
  { value: "anywhere", label: "on the sheet" },
  { value: "above", label: "above the horizon" },
  { value: "across", label: "across the horizon" },
  { value: "below", label: "below the horizon" },
  { value: "see-through", label: "see-through" },
];

/** What is handed in, and what must be on it: counted in the drawing as it stands. */
export function HandIn() {
  const { lesson, computed, commit } = useLesson();
  const wanted = lesson.plan.deliverable ?? { what: "", counts: [] };
  const set = (next: typeof wanted) =>
    commit([
      setPlan(
        "deliverable",
        next.what === "" && next.counts.length === 0
          ? null
          : { what: next.what || "One finished sheet each", counts: next.counts.map((c) => ({ ...c })) },
      ),
    ]);
  const change = (i: number, part: Partial<CountWanted>) =>
    set({ ...wanted, counts: wanted.counts.map((c, k) => (k === i ? { ...c, ...part } : c)) });
  return (
    <section>
      <h2>To hand in</h2>
      <LineInput
        label="What is handed in"
        value={wanted.what}
        placeholder="One finished sheet each, as a photo"
        onChange={(what) => set({ ...wanted, what })}
      />
      <ul className={styles.counts}>
        {wanted.counts.map((count, i) => {
          const found = countThings(count, lesson.objects, computed.program.scene, computed.view);
          return (
            // biome-ignore lint/suspicious/noArrayIndexKey: counts have no names, and two may read the same
            <li key={i}>
              <NumberInput
                aria-label="How many"
                size="sm"
                min={1}
                max={99}
                allowDecimal={false}
                clampBehavior="strict"
                hideControls
                value={count.count}
                onChange={(n) =>
                  typeof n === "number" && n >= 1 && n !== count.count && change(i, { count: n })
                }
              />
              <LineInput
                label="Called"
                value={count.called}
                most={40}
                onChange={(called) => called !== "" && change(i, { called })}
              />
              <Select
                aria-label="Where"
                size="sm"
                allowDeselect={false}
                value={count.where}
                data={[...WHERE]}
                onChange={(where) => where && change(i, { where })}
              />
              <span data-met={found === count.count} className={styles.found}>
                {found === count.count ? "✓" : `has ${found}`}
              </span>
              <ActionIcon
                variant="subtle"
                color="slate"
                aria-label={`No longer count ${count.called}`}
                onClick={() => set({ ...wanted, counts: wanted.counts.filter((_, k) => k !== i) })}
              >
                ×
              </ActionIcon>
            </li>
          );
        })}
      </ul>
      {wanted.counts.length < 12 ? (
        <Button
          size="compact-md"
          variant="default"
          onClick={() =>
            set({
              ...wanted,
              counts: [...wanted.counts, { called: firstWord(lesson.objects), where: "anywhere", count: 1 }],
            })
          }
        >
          Count something
        </Button>
      ) : null}
    </section>
  );
}

/** The last word of the first thing's name, without its number: "crate" of "left crate 1". */
function firstWord(objects: readonly { readonly label: string }[]): string {
  const words = objects[0]?.label.replace(/\s+\d+$/, "").split(/\s+/) ?? [];
  return words[words.length - 1] ?? "box";
}
