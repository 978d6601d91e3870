import { Select, TextInput } from "@mantine/core";
import { useDebouncedCallback } from "@mantine/hooks";
import { useState } from "react";
import { useSearchParams } from "react-router";
import { countOf } from "#core/ground/base";
import styles from "./Shelf.module.css";

const ORDERS = [
  { value: "latest", label: "last worked on" },
  { value: "title", label: "by name" },
  { value: "longest", label: "longest first" },
  { value: "to-mend", label: "what needs a look" },
] as const;

/** Keys come faster than pages: the shelf is asked once the hand rests. */
const REST_MS = 150;

/** Finds lessons by words and puts them in an order; both stand in the address. */
export function FindLessons({ found, all, sort }: { found: number; all: number; sort: string }) {
  const [params, setParams] = useSearchParams();
  const [typed, setTyped] = useState(params.get("find") ?? "");
  const set = (key: string, value: string) =>
    setParams(
      (p) => {
        p.delete("shown");
        if (value === "" || value === "latest") p.delete(key);
        else p.set(key, value);
        return p;
      },
      { replace: true, preventScrollReset: true },
    );
  const find = useDebouncedCallback((words: string) => set("find", words.trim()), REST_MS);
  return (
    <div className={styles.find}>
      <TextInput
        type="search"
        aria-label="Find a lesson"
        placeholder="Find: kiosk, two-point, narrated …"
        value={typed}
        maxLength={200}
        onChange={(e) => {
          setTyped(e.currentTarget.value);
          find(e.currentTarget.value);
        }}
        className={styles.findWords ?? ""}
      />
      <Select
        aria-label="Order of the shelf"
        allowDeselect={false}
        data={[...ORDERS]}
        value={sort}
        onChange={(value) => value && set("sort", value)}
      />
      <span role="status" className={styles.count}>
        {found === all ? countOf(all, "lesson") : `${found} of ${countOf(all, "lesson")}`}
      </span>
    </div>
  );
}
