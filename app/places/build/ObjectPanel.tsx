import { Select, TextInput } from "@mantine/core";
import type { Json } from "#core/base";
import { objectMeasures } from "#core/handles";
import type { DepthOrGuides, ObjectSlice } from "#core/recipes";
import { useLesson } from "../../lesson/lesson-context.ts";
import place from "../../lesson/place.module.css";
import { LengthInput } from "../../ui/LengthInput.tsx";
import { ShareInput } from "../../ui/ShareInput.tsx";
import { useTyped } from "../../ui/use-typed.ts";
import styles from "./Build.module.css";
import { ObjectOptions } from "./ObjectOptions.tsx";
import { OtherThings } from "./OtherThings.tsx";

/** The chosen thing: its name, what it stands on, what can be chosen about it; its measures stand on the sheet. */
export function ObjectPanel({ object }: { object: ObjectSlice }) {
  const { lesson, computed, commit } = useLesson();
  const id = `object/${object.id}`;
  const name = useTyped({
    shown: object.label,
    fault: (text) => (text.trim() === "" ? "A thing needs a name." : null),
    onTake: (text) => commit([{ id, field: "label", value: text.trim() }]),
  });
  // Anything with a lid can be stood on; the one it stands on now is named even when it has none.
  const on = "depthSetBy" in object && typeof object.depthSetBy === "object" ? object.depthSetBy : null;
  const hosts = lesson.objects.flatMap((other) => {
    const faces = computed.program.scene.get(other.id)?.built.solid.faces ?? [];
    return other.id !== object.id && faces.some((f) => f.id === "top")
      ? [{ value: `${other.id}/top`, label: `on the ${other.label}` }]
      : [];
  });
  if (object.recipe === "box")
    for (const other of lesson.objects.slice(0, lesson.objects.indexOf(object)))
      if (other.recipe === "box")
        hosts.push({
          value: sayStand({ guidesOf: other.id }),
          label: `behind the ${other.label}, on its guides`,
        });
  if (on && "face" in on && !hosts.some((h) => h.value === sayStand(on)))
    hosts.push({ value: sayStand(on), label: `against the ${on.face} of ${on.object}` });
  // What has a place on the sheet is typed there.
  const offSheet = objectMeasures(object, computed.view, computed.program.scene).filter(
    (m) => m.span === null,
  );
  return (
    <section className={styles.panel} aria-label={`The ${object.label}`}>
      <TextInput
        label="Called"
        size="sm"
        value={name.value}
        error={name.error}
        maxLength={60}
        onChange={(e) => name.onChange(e.currentTarget.value)}
        onBlur={name.take}
        onKeyDown={(e) => e.key === "Enter" && e.currentTarget.blur()}
      />
      <div className={place.pairs}>
        {offSheet.map((m) =>
          m.kind === "length" ? (
            <LengthInput
              key={m.field}
              label={m.label}
              valueMm={m.value ?? 0}
              style={computed.sheet}
              wholeMm={m.wholeMm}
              onChange={(value) => commit([{ id: m.id, field: m.field, value }])}
            />
          ) : (
            <ShareInput
              key={m.field}
              label={m.label.split(",")[0] ?? m.label}
              value={m.value ?? 0}
              onChange={(value) => commit([{ id: m.id, field: m.field, value }])}
            />
          ),
        )}
        {"depthSetBy" in object ? (
          <Select
            label="Stands"
            size="sm"
            allowDeselect={false}
            value={sayStand(object.depthSetBy)}
            data={[{ value: "ground", label: "on ground" }, { value: "free", label: "floating" }, ...hosts]}
            onChange={(value) => value && commit([{ id, field: "depthSetBy", value: readStand(value) }])}
          />
        ) : null}
      </div>
      <OtherThings object={object} />
      <ObjectOptions object={object} />
    </section>
  );
}

/** What marks a stand between another thing's guides; no face is called so. */
const GUIDES = "its guides";

function sayStand(stand: DepthOrGuides): string {
  if (typeof stand === "string") return stand;
  return "guidesOf" in stand ? `${stand.guidesOf}/${GUIDES}` : `${stand.object}/${stand.face}`;
}

function readStand(value: string): Json {
  const [object, face] = value.split("/");
  if (object === undefined || face === undefined) return value;
  return face === GUIDES ? { guidesOf: object } : { object, face };
}
