import { NumberInput, Select, Switch, TextInput } from "@mantine/core";
import { useState } from "react";
import { setOption } from "#core/document/changes";
import { type ObjectOption, type ObjectSlice, objectOptions } from "#core/drawing/recipes";
import { useLesson } from "../../lesson/lesson-context.ts";
import place from "../../lesson/place.module.css";
import { LengthInput } from "../../ui/LengthInput.tsx";
import { ShareInput } from "../../ui/ShareInput.tsx";

/** What can be chosen about a thing beside its measures. */
export function ObjectOptions({ object }: { object: ObjectSlice }) {
  const options = objectOptions(object);
  const inPairs = options.filter((o) => o.kind !== "switch");
  const switches = options.filter((o) => o.kind === "switch");
  return (
    <>
      {inPairs.length > 0 ? (
        <div className={place.pairs}>
          {inPairs.map((option) => (
            <Option key={option.field} object={object} option={option} />
          ))}
        </div>
      ) : null}
      {switches.map((option) => (
        <Option key={option.field} object={object} option={option} />
      ))}
    </>
  );
}

function Option({ object, option }: { object: ObjectSlice; option: ObjectOption }) {
  const { computed, commit } = useLesson();
  const [typed, setTyped] = useState<string | null>(null);
  const set = (value: string | number | boolean) =>
    commit(setOption(object, option.field, value, computed.view));
  switch (option.kind) {
    case "count":
      return (
        <NumberInput
          label={option.label}
          size="sm"
          min={option.least}
          max={option.most}
          allowDecimal={false}
          clampBehavior="strict"
          value={option.value}
          onChange={(value) => typeof value === "number" && value !== option.value && set(value)}
        />
      );
    case "part":
      return (
        <ShareInput
          label={option.label}
          value={option.value}
          onChange={(value) => set(Math.min(option.most, Math.max(option.least, value)))}
        />
      );
    case "length":
      return (
        <LengthInput
          label={option.label}
          valueMm={option.valueMm}
          style={computed.sheet}
          wholeMm={computed.sheet.widthMm}
          onChange={set}
        />
      );
    case "choice":
      return (
        <Select
          label={option.label}
          size="sm"
          allowDeselect={false}
          value={option.value}
          data={option.choices.map(([value, label]) => ({ value, label }))}
          onChange={(value) => value && set(value)}
        />
      );
    case "switch":
      return (
        <Switch label={option.label} checked={option.value} onChange={(e) => set(e.currentTarget.checked)} />
      );
    case "text":
      return (
        <TextInput
          label={option.label}
          size="sm"
          maxLength={12}
          value={typed ?? option.value}
          onChange={(e) => setTyped(e.currentTarget.value.toUpperCase())}
          onBlur={() => {
            if (typed !== null && typed.trim() !== option.value) set(typed.trim());
            setTyped(null);
          }}
          onKeyDown={(e) => e.key === "Enter" && e.currentTarget.blur()}
        />
      );
  }
}
