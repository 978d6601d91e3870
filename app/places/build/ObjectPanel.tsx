import { Select, TextInput } from "@mantine/core";
import { standChoices, standOn } from "#core/document/changes";
import { objectMeasures } from "#core/document/handles";
import { type ObjectSlice, setObject } from "#core/drawing/recipes";
import { change } from "#core/ground/base";
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
  const name = useTyped({
    shown: object.label,
    fault: (text) => (text.trim() === "" ? "A thing needs a name." : null),
    onTake: (text) => commit([setObject(object.id, "label", text.trim())]),
  });
  const stands = standChoices(lesson, object, computed.program.scene, computed.view);
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
              key={m.address.field}
              label={m.label}
              valueMm={m.value ?? 0}
              style={computed.sheet}
              wholeMm={m.wholeMm}
              onChange={(value) => commit([change(m.address, value)])}
            />
          ) : (
            <ShareInput
              key={m.address.field}
              label={m.label.split(",")[0] ?? m.label}
              value={m.value ?? 0}
              onChange={(value) => commit([change(m.address, value)])}
            />
          ),
        )}
        {"depthSetBy" in object ? (
          <Select
            label="Stands"
            className={place.phrase}
            size="sm"
            allowDeselect={false}
            value={JSON.stringify(object.depthSetBy)}
            data={stands.map(({ stand, label }) => ({ value: JSON.stringify(stand), label }))}
            onChange={(value) => {
              const chosen = stands.find(({ stand }) => JSON.stringify(stand) === value);
              if (chosen) commit(standOn(object, chosen.stand, computed.program.scene, computed.view));
            }}
          />
        ) : null}
      </div>
      <OtherThings object={object} />
      <ObjectOptions object={object} />
    </section>
  );
}
