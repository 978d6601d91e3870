import { Button, Select } from "@mantine/core";
import { setEdits } from "#core/document/changes";
import type { Edit } from "#core/time/schedule";
import { useLesson } from "../../lesson/lesson-context.ts";

const NEW_HOLD_MS = 20_000;
const NEW_SPEED = 4;

/** What can be done to the words that are marked, and to the edit that is chosen, at the lanes. */
export function EditTools({
  edits,
  marked,
  chosen,
  onAdd,
  onGone,
}: {
  edits: readonly Edit[];
  marked: { readonly fromMs: number; readonly toMs: number } | null;
  /** Index of the chosen edit. */
  chosen: number | null;
  onAdd: (edit: Edit) => void;
  /** The chosen edit is taken away. */
  onGone: () => void;
}) {
  const { lesson, commit } = useLesson();
  const edit = chosen === null ? undefined : edits[chosen];
  return (
    <>
      {marked ? (
        <>
          <Button size="compact-sm" variant="default" onClick={() => onAdd({ kind: "cut", ...marked })}>
            Cut
          </Button>
          <Button
            size="compact-sm"
            variant="default"
            onClick={() => onAdd({ kind: "speed", ...marked, factor: NEW_SPEED })}
          >
            Play ×{NEW_SPEED}
          </Button>
          <Button
            size="compact-sm"
            variant="default"
            onClick={() => onAdd({ kind: "hold", atMs: marked.toMs, ms: NEW_HOLD_MS })}
          >
            Hold {NEW_HOLD_MS / 1000} s after
          </Button>
        </>
      ) : null}
      {edit?.kind === "speed" ? (
        <Select
          aria-label="How fast"
          size="xs"
          w={90}
          allowDeselect={false}
          value={String(edit.factor)}
          data={[...new Set(["0.5", "2", "4", "8", String(edit.factor)])]
            .sort((a, b) => Number(a) - Number(b))
            .map((v) => ({ value: v, label: `×${v}` }))}
          onChange={(v) =>
            v &&
            commit(
              setEdits(
                lesson,
                edits.map((e) => (e === edit ? { ...edit, factor: Number(v) } : e)),
              ),
            )
          }
        />
      ) : null}
      {edit ? (
        <Button
          size="compact-sm"
          variant="default"
          onClick={() => {
            commit(
              setEdits(
                lesson,
                edits.filter((e) => e !== edit),
              ),
            );
            onGone();
          }}
        >
          Take it away
        </Button>
      ) : null}
    </>
  );
}
