import { MultiSelect } from "@mantine/core";
import type { Json } from "#core/base";
import { type ObjectSlice, recipeOf } from "#core/recipes";
import { useLesson } from "../../lesson/lesson-context.ts";

/** Further things that what is drawn on one thing goes over as well: more walls under the same guides, more in one water. */
export function OtherThings({ object }: { object: ObjectSlice }) {
  const { lesson, computed } = useLesson();
  if (object.recipe === "openings") {
    const { face } = object.on;
    return (
      <Several
        object={object}
        label="The same guides run on over"
        field="alsoOn"
        chosen={(object.alsoOn ?? []).map((wall) => wall.object)}
        things={lesson.objects.filter(
          (other) =>
            other.id !== object.on.object &&
            computed.program.scene.get(other.id)?.built.solid.faces.some((f) => f.id === face),
        )}
        most={6}
        value={(ids) => ids.map((id) => ({ object: id, face }))}
      />
    );
  }
  if (object.recipe === "reflection")
    return (
      <Several
        object={object}
        label="Mirrors as well"
        field="alsoOf"
        chosen={object.alsoOf ?? []}
        things={lesson.objects.filter((other) => {
          const built = computed.program.scene.get(other.id)?.built;
          const stands = built && (built.solid.edges.length > 0 || built.sticks !== undefined);
          return other.id !== object.of && stands && !isDrawnOn(other);
        })}
        most={12}
        value={(ids) => [...ids]}
      />
    );
  return null;
}

/** What only lies on other things, or in the water itself, throws no reflection of its own. */
const isDrawnOn = (thing: ObjectSlice) =>
  thing.recipe !== "chimney" && ["wall", "host", "itself"].includes(recipeOf(thing).putDown.by);

function Several({
  object,
  label,
  field,
  chosen,
  things,
  most,
  value,
}: {
  object: ObjectSlice;
  label: string;
  field: string;
  chosen: readonly string[];
  things: readonly ObjectSlice[];
  most: number;
  value: (ids: readonly string[]) => Json;
}) {
  const { commit } = useLesson();
  if (things.length === 0) return null;
  return (
    <MultiSelect
      label={label}
      size="sm"
      value={[...chosen]}
      data={things.map((other) => ({ value: other.id, label: `the ${other.label}` }))}
      maxValues={most}
      onChange={(ids) =>
        commit([{ id: `object/${object.id}`, field, value: ids.length === 0 ? null : value(ids) }])
      }
    />
  );
}
