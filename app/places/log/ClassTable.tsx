import { Select, TextInput } from "@mantine/core";
import { useState } from "react";
import type { ClassKept } from "#core/class/record";
import { countOf } from "#core/ground/base";
import place from "../../lesson/place.module.css";
import { ClassEntry } from "./ClassEntry.tsx";
import styles from "./Record.module.css";
import { type ShownClasses, SORTS, type Sort } from "./use-shown-classes.ts";

/** The classes as a table: found by words and group, sorted by any column, each opened by a press. */
export function ClassTable({
  classes,
  of: { shown, sort, setSort, group, setGroup, find, setFind },
  onPutRight,
  onTakeOut,
}: {
  classes: readonly ClassKept[];
  of: ShownClasses;
  onPutRight: (kept: ClassKept, taught: ClassKept["taught"]) => void;
  onTakeOut: (kept: ClassKept) => void;
}) {
  const [open, setOpen] = useState<string | null>(null);
  return (
    <>
      {classes.length > 3 ? (
        <div className={styles.find}>
          <TextInput
            type="search"
            aria-label="Find a class"
            placeholder="Find: June, door …"
            value={find}
            onChange={(e) => setFind(e.currentTarget.value)}
          />
          <Select
            aria-label="Group"
            placeholder="All groups"
            clearable
            data={[...new Set(classes.map((c) => c.taught.group))].sort()}
            value={group}
            onChange={setGroup}
          />
        </div>
      ) : null}
      <table className={styles.table}>
        <thead>
          <tr>
            {(Object.keys(SORTS) as Sort[]).map((by) => (
              <th key={by} aria-sort={sort.by === by ? (sort.up ? "ascending" : "descending") : "none"}>
                <button
                  type="button"
                  onClick={() => setSort({ by, up: sort.by === by ? !sort.up : by === "group" })}
                >
                  {SORTS[by].label}
                  {sort.by === by ? (sort.up ? " ↑" : " ↓") : ""}
                </button>
              </th>
            ))}
            <th>
              <span>Change next time</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {shown.map((c) => (
            <ClassEntry
              key={c.id}
              kept={c}
              open={open === c.id}
              onOpen={() => setOpen(open === c.id ? null : c.id)}
              onPutRight={(taught) => onPutRight(c, taught)}
              onTakeOut={() => onTakeOut(c)}
            />
          ))}
        </tbody>
      </table>
      {shown.length < classes.length ? (
        <p className={place.quiet}>
          {shown.length} of {countOf(classes.length, "class", "classes")}
        </p>
      ) : null}
    </>
  );
}
