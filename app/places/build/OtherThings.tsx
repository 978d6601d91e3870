import { MultiSelect } from "@mantine/core";
import { furtherThings, goOverAlso } from "#core/document/changes";
import type { ObjectSlice } from "#core/drawing/recipes";
import { useLesson } from "../../lesson/lesson-context.ts";

const LABEL = { openings: "The same guides run on over", reflection: "Mirrors as well" } as const;

/** Further things that what is drawn on one thing goes over as well. */
export function OtherThings({ object }: { object: ObjectSlice }) {
  const { lesson, computed, commit } = useLesson();
  const further = furtherThings(object, lesson.objects, computed.program.scene);
  if (!further) return null;
  return (
    <MultiSelect
      label={LABEL[further.of]}
      size="sm"
      value={[...further.chosen]}
      data={further.possible.map((other) => ({ value: other.id, label: `the ${other.label}` }))}
      maxValues={further.most}
      onChange={(ids) => commit(goOverAlso(object, ids))}
    />
  );
}
