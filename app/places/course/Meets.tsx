import { NumberInput, TextInput } from "@mantine/core";
import type { Course, CourseEdit } from "#core/class/course";
import styles from "./Course.module.css";

/** When the class meets, how long, and how many they are. */
export function Meets({ course, onEdit }: { course: Course; onEdit: (edit: CourseEdit) => void }) {
  const number = (
    label: string,
    field: "pupils" | "everyDays" | "sessionMinutes",
    least: number,
    most: number,
    unit: string,
  ) => (
    <NumberInput
      label={label}
      suffix={unit}
      min={least}
      max={most}
      allowDecimal={false}
      clampBehavior="strict"
      hideControls
      defaultValue={course[field]}
      onBlur={(e) => {
        const typed = Number.parseInt(e.currentTarget.value, 10);
        if (typed >= least && typed <= most && typed !== course[field])
          onEdit({ do: "set", to: { [field]: typed } });
      }}
      onKeyDown={(e) => e.key === "Enter" && e.currentTarget.blur()}
    />
  );
  return (
    <section className={styles.meets} aria-label="When the class meets">
      {number("Pupils", "pupils", 1, 200, "")}
      {number("A session has", "sessionMinutes", 5, 240, " min")}
      {number("They meet every", "everyDays", 1, 60, " days")}
      <TextInput
        type="date"
        label="From"
        defaultValue={course.starts ?? ""}
        onBlur={(e) => {
          const starts = e.currentTarget.value || null;
          if (starts !== course.starts) onEdit({ do: "set", to: { starts } });
        }}
      />
    </section>
  );
}
