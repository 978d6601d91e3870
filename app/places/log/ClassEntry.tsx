import { Button } from "@mantine/core";
import { type ClassKept, LONGEST_STEP_MS, type StepTaught, totalsOf } from "#core/class/record";
import { formatClock, parseClock } from "#core/ground/base";
import { useLesson } from "../../lesson/lesson-context.ts";
import { LocalDay } from "../../ui/LocalDay.tsx";
import styles from "./Record.module.css";

/** A class in the table; opened, its steps, each to be put right by typing. */
export function ClassEntry({
  kept: { taught },
  open,
  onOpen,
  onPutRight,
  onTakeOut,
}: {
  kept: ClassKept;
  open: boolean;
  onOpen: () => void;
  onPutRight: (taught: ClassKept["taught"]) => void;
  onTakeOut: () => void;
}) {
  const { tookMs, plannedMs, stuck, slips } = totalsOf(taught);
  const over = tookMs - plannedMs;
  const rewrite = (to: Partial<typeof taught>) => {
    onPutRight({ ...taught, ...to });
    return true;
  };
  const setStep = (index: number, to: Partial<StepTaught>) =>
    rewrite({ steps: taught.steps.map((s, i) => (i === index ? { ...s, ...to } : s)) });
  return (
    <>
      <tr data-open={open || undefined}>
        <td>
          <button type="button" className={styles.plain} aria-expanded={open} onClick={onOpen}>
            <LocalDay day={taught.day} />
          </button>
        </td>
        <td>{taught.group}</td>
        <td>{taught.pupils ?? "–"}</td>
        <td>{formatClock(tookMs)}</td>
        <td data-over={over > 0 || undefined}>
          {over < 0 ? `−${formatClock(-over)}` : `+${formatClock(over)}`}
        </td>
        <td>{stuck || "–"}</td>
        <td>{slips || "–"}</td>
        <td>{taught.change}</td>
      </tr>
      {open ? (
        <tr className={styles.inside}>
          <td colSpan={8}>
            <div className={styles.entry}>
              <span>
                Group
                <Typed
                  label="Group of this class"
                  text={taught.group}
                  most={60}
                  onTake={(group) => group !== "" && rewrite({ group })}
                />
              </span>
              <span className={styles.change}>
                Change next time
                <Typed
                  label="Change next time, of this class"
                  text={taught.change}
                  most={1000}
                  onTake={(change) => rewrite({ change })}
                />
              </span>
              <Button size="compact-sm" variant="subtle" color="gray" onClick={onTakeOut}>
                Take it out of the record
              </Button>
            </div>
            <StepTable steps={taught.steps} onSet={setStep} />
          </td>
        </tr>
      ) : null}
    </>
  );
}

/** What each step of a class took, and who was stuck: to be put right by typing. */
function StepTable({
  steps,
  onSet,
}: {
  steps: readonly StepTaught[];
  onSet: (index: number, to: Partial<StepTaught>) => boolean;
}) {
  const { computed, chooseStep } = useLesson();
  const known = new Set(computed.steps.map((s) => s.id));
  return (
    <table className={styles.steps}>
      <thead>
        <tr>
          <th>Step</th>
          <th>Planned</th>
          <th>Took</th>
          <th>Waited</th>
          <th>Stuck</th>
          <th>Slips</th>
        </tr>
      </thead>
      <tbody>
        {steps.map((s, i) => (
          <tr key={s.stepId}>
            <td>
              {known.has(s.stepId) ? (
                <button type="button" className={styles.plain} onClick={() => chooseStep(s.stepId)}>
                  {s.title}
                </button>
              ) : (
                <span title="This step is not in the lesson any more; its times are kept">
                  {s.title} (gone since)
                </span>
              )}
            </td>
            <td>{formatClock(s.plannedMs)}</td>
            <td>
              <Typed
                label={`${s.title}: what it took`}
                text={s.tookMs === null ? "left out" : formatClock(s.tookMs)}
                most={12}
                onTake={(text) => {
                  if (text === "" || text === "left out") return onSet(i, { tookMs: null });
                  const ms = parseClock(text);
                  if (ms === null || ms > LONGEST_STEP_MS) return false;
                  return onSet(i, { tookMs: ms });
                }}
              />
            </td>
            <td>{s.waitedMs == null ? "" : formatClock(s.waitedMs)}</td>
            {(["stuck", "slips"] as const).map((what) => (
              <td key={what}>
                <Typed
                  label={`${s.title}: ${what}`}
                  text={String(s[what])}
                  most={3}
                  onTake={(text) => count(text, (n) => onSet(i, { [what]: n }))}
                />
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function count(text: string, take: (n: number) => boolean): boolean {
  const n = Number(text);
  return Number.isInteger(n) && n >= 0 && n <= 200 && take(n);
}

/** Something to type over where it stands; what cannot be taken is put back and said. */
function Typed({
  text,
  most,
  label,
  onTake,
}: {
  text: string;
  most: number;
  label?: string;
  /** False: it cannot be taken. */
  onTake: (text: string) => boolean;
}) {
  return (
    <input
      className={styles.typed}
      defaultValue={text}
      key={text}
      maxLength={most}
      aria-label={label}
      onBlur={(e) => {
        const input = e.currentTarget;
        if (input.value.trim() === text || onTake(input.value.trim())) return;
        input.setCustomValidity(`"${input.value}" is not possible here: at most 4 hours, whole counts.`);
        input.reportValidity();
        input.setCustomValidity("");
        input.value = text;
      }}
      onKeyDown={(e) => {
        if (e.key === "Enter") e.currentTarget.blur();
        if (e.key === "Escape") {
          e.currentTarget.value = text;
          e.currentTarget.blur();
        }
      }}
    />
  );
}
