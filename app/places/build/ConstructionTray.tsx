import { Button, Popover } from "@mantine/core";
import { useState } from "react";
import { NEEDS_HOST } from "#core/handles";
import { RECIPES, type RecipeName } from "#core/recipes";
import styles from "./Build.module.css";
import { ConstructionIcon } from "./ConstructionIcon.tsx";

/** What a teacher calls each construction, in teaching order. */
const CALLED: Readonly<Record<RecipeName, string>> = {
  box: "Box",
  outline: "Own shape",
  lettering: "Block letters",
  room: "Room",
  floor: "Floor",
  road: "Road",
  house: "Gable house",
  openings: "Windows, doors",
  row: "Posts, trees",
  stairs: "Stairs",
  seat: "Bench",
  table: "Table",
  shelf: "Shelf",
  archway: "Archway",
  round: "Arch, circle",
  tunnel: "Row of arches",
  rays: "Strips",
  hills: "Skyline",
  freehand: "Freehand place",
  reflection: "Reflection",
  shadow: "Shadow",
  tone: "Tone",
};

/** Constructions to choose by their picture. Those that go on another thing wait until one is chosen. */
export function ConstructionTray({
  hostLabel,
  onChoose,
}: {
  hostLabel: string | null;
  onChoose: (recipe: RecipeName) => void;
}) {
  const [open, setOpen] = useState(false);
  return (
    <Popover opened={open} onChange={setOpen} position="bottom-start" width={620} trapFocus returnFocus>
      <Popover.Target>
        <Button variant="default" aria-expanded={open} onClick={() => setOpen((o) => !o)}>
          All constructions
        </Button>
      </Popover.Target>
      <Popover.Dropdown>
        <ul className={styles.catalogue} aria-label="Constructions">
          {(Object.keys(RECIPES) as RecipeName[]).map((recipe) => {
            const waits = NEEDS_HOST.has(recipe) && hostLabel === null;
            return (
              <li key={recipe}>
                <button
                  type="button"
                  className={styles.construction}
                  disabled={waits}
                  title={waits ? "Choose the thing it goes on first" : undefined}
                  onClick={() => {
                    setOpen(false);
                    onChoose(recipe);
                  }}
                >
                  <ConstructionIcon recipe={recipe} large />
                  <span>{CALLED[recipe]}</span>
                </button>
              </li>
            );
          })}
        </ul>
        <p className={styles.hint}>
          {hostLabel === null
            ? "Windows, arches, reflections, shadows and tone go on a thing: choose that thing first."
            : `Windows, arches, reflections, shadows and tone go on the ${hostLabel}.`}
        </p>
      </Popover.Dropdown>
    </Popover>
  );
}
