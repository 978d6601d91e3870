import { TextInput } from "@mantine/core";
import * as v from "valibot";
import { setAddress } from "#core/document/changes";
import { findCurrentTake } from "#core/document/lesson";
import { VideoAddressSchema } from "#core/time/schedule";
import { useLesson } from "../../lesson/lesson-context.ts";
import place from "../../lesson/place.module.css";
import { Choice } from "../../ui/Choice.tsx";
import { useTyped } from "../../ui/use-typed.ts";

/** Where the video can be watched: with it, every card carries a code that leads to its second. */
export function VideoAddress() {
  const { lesson, commit } = useLesson();
  const take = findCurrentTake(lesson);
  const address = take?.address ?? null;
  const clock = address?.clock ?? "lesson";
  const typed = useTyped({
    shown: address?.pattern ?? "",
    fault: (text) => {
      if (text.trim() === "") return null;
      const parsed = v.safeParse(VideoAddressSchema, { pattern: text, clock });
      return parsed.success ? null : (parsed.issues[0]?.message ?? "an address");
    },
    onTake: (text) => {
      const pattern = text.trim();
      if (pattern !== (address?.pattern ?? ""))
        commit(setAddress(lesson, pattern === "" ? null : { pattern, clock }));
    },
  });
  if (!take) return <p className={place.quiet}>Codes to the video: once there is a take.</p>;
  return (
    <>
      <TextInput
        label="Address of the video, with {s} for the second"
        placeholder="https://…?t={s}"
        value={typed.value}
        error={typed.error}
        onChange={(e) => typed.onChange(e.currentTarget.value)}
        onBlur={typed.take}
        onKeyDown={(e) => {
          if (e.key === "Enter") typed.take();
          if (e.key === "Escape") typed.forget();
        }}
      />
      {address ? (
        <Choice
          label="Which video"
          value={clock}
          of={[
            { value: "lesson", label: "Lesson video" },
            { value: "recording", label: "Recording" },
          ]}
          onChoose={(clock) => commit(setAddress(lesson, { ...address, clock }))}
        />
      ) : null}
    </>
  );
}
