import { Button, Select, TextInput } from "@mantine/core";
import { useState } from "react";
import {
  duplicateObject,
  moveInDepth,
  moveInOrder,
  objectMeasures,
  squareObject,
  takeAway,
  turningOf,
  turnObject,
} from "#core/handles";
import type { ObjectSlice } from "#core/recipes";
import { useLesson } from "../../lesson/lesson-context.ts";
import place from "../../lesson/place.module.css";
import { LengthInput } from "../../ui/LengthInput.tsx";
import { ShareInput } from "../../ui/ShareInput.tsx";
import styles from "./Build.module.css";
import { ObjectOptions } from "./ObjectOptions.tsx";

/** The chosen thing: its name, measures to type, what sets its depth, its place in both orders. */
export function ObjectPanel({
  object,
  onGone,
  onCopied,
}: {
  object: ObjectSlice;
  onGone: () => void;
  onCopied: (id: string) => void;
}) {
  const { lesson, computed, commit } = useLesson();
  const [name, setName] = useState<string | null>(null);
  const id = `object/${object.id}`;
  const group = computed.program.scene.get(object.id)?.depthGroup ?? object.id;
  const { frontToBack } = computed.program;
  const turning = turningOf(lesson, object);
  const earlier = moveInOrder(lesson, object.id, -1);
  const later = moveInOrder(lesson, object.id, 1);
  const forward = moveInDepth(frontToBack, group, -1);
  const back = moveInDepth(frontToBack, group, 1);
  // Anything with a lid can be stood on; the one it stands on now is named even when it has none.
  const on = "depthSetBy" in object && typeof object.depthSetBy === "object" ? object.depthSetBy : null;
  const hosts = lesson.objects.flatMap((other) => {
    const faces = computed.program.scene.get(other.id)?.built.solid.faces ?? [];
    return other.id !== object.id && faces.some((f) => f.id === "top")
      ? [{ value: `${other.id}/top`, label: `on the ${other.label}` }]
      : [];
  });
  if (on && !hosts.some((h) => h.value === sayStand(on)))
    hosts.push({ value: sayStand(on), label: `against the ${on.face} of ${on.object}` });
  return (
    <section className={styles.panel} aria-label={`The ${object.label}`}>
      <TextInput
        label="Called"
        size="sm"
        value={name ?? object.label}
        maxLength={60}
        onChange={(e) => setName(e.currentTarget.value)}
        onBlur={() => {
          const label = name?.trim();
          if (label && label !== object.label) commit([{ id, field: "label", value: label }]);
          setName(null);
        }}
        onKeyDown={(e) => e.key === "Enter" && e.currentTarget.blur()}
      />
      <div className={place.pairs}>
        {objectMeasures(object, computed.view).map((m) =>
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
      <ObjectOptions object={object} />
      <div className={styles.actions}>
        <Button
          size="compact-sm"
          variant="default"
          disabled={!earlier}
          onClick={() => earlier && commit(earlier)}
        >
          Draw earlier
        </Button>
        <Button size="compact-sm" variant="default" disabled={!later} onClick={() => later && commit(later)}>
          Draw later
        </Button>
        <Button
          size="compact-sm"
          variant="default"
          disabled={!forward}
          onClick={() => forward && commit(forward)}
        >
          Bring nearer
        </Button>
        <Button size="compact-sm" variant="default" disabled={!back} onClick={() => back && commit(back)}>
          Send back
        </Button>
        <Button
          size="compact-sm"
          variant="default"
          disabled={!turning.possible}
          onClick={() => {
            const changes = (turning.turned ? squareObject : turnObject)(lesson, object.id);
            if (changes) commit(changes);
          }}
        >
          {turning.turned ? "Square with the others" : "Turn it askew"}
        </Button>
        <Button
          size="compact-sm"
          variant="default"
          onClick={() => {
            const copy = duplicateObject(lesson, object.id);
            if (!copy) return;
            commit(copy.changes);
            onCopied(copy.id);
          }}
        >
          Copy
        </Button>
        <Button
          size="compact-sm"
          variant="default"
          onClick={() => {
            onGone();
            commit(takeAway(lesson, object.id));
          }}
        >
          Take away
        </Button>
      </div>
    </section>
  );
}

type Stand = "ground" | "free" | { readonly object: string; readonly face: string };

function sayStand(stand: Stand): string {
  return typeof stand === "string" ? stand : `${stand.object}/${stand.face}`;
}

function readStand(value: string): string | { object: string; face: string } {
  const [object, face] = value.split("/");
  return object !== undefined && face !== undefined ? { object, face } : value;
}
