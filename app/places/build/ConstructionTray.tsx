import { Button, Popover } from "@mantine/core";
import { type Construction, NEEDS_HOST, recipeFor } from "#core/handles";
import styles from "./Build.module.css";
import { ConstructionIcon } from "./ConstructionIcon.tsx";
import { CONSTRUCTIONS, IN_THE_TRAY } from "./constructions.ts";

/** Constructions to choose by their picture: the usual ones in reach, all of them one press away, in teaching order. */
export function ConstructionTray({
  placing,
  canHost,
  open,
  setOpen,
  onChoose,
}: {
  placing: Construction | null;
  /** Whether there is anything that windows or shadows can go on. */
  canHost: boolean;
  open: boolean;
  setOpen: (open: boolean) => void;
  onChoose: (name: Construction) => void;
}) {
  const waits = (name: Construction) => NEEDS_HOST.has(recipeFor(name)) && !canHost;
  const button = (name: Construction, called: string, large: boolean) => (
    <button
      type="button"
      className={large ? styles.construction : styles.inTray}
      aria-pressed={placing === name}
      disabled={waits(name)}
      title={waits(name) ? "Put down the thing it goes on first" : undefined}
      onClick={() => {
        setOpen(false);
        onChoose(name);
      }}
    >
      <ConstructionIcon construction={name} large={large} />
      <span>{called}</span>
    </button>
  );
  return (
    <>
      <ul className={styles.trayRow} aria-label="Put down">
        {CONSTRUCTIONS.filter((c) => IN_THE_TRAY.includes(c.name)).map(({ name, called }) => (
          <li key={name}>{button(name, called, false)}</li>
        ))}
      </ul>
      <Popover opened={open} onChange={setOpen} position="bottom-start" width={660} trapFocus returnFocus>
        <Popover.Target>
          <Button variant="default" aria-expanded={open} onClick={() => setOpen(!open)}>
            All constructions
          </Button>
        </Popover.Target>
        <Popover.Dropdown>
          <ul className={styles.catalogue} aria-label="Constructions">
            {CONSTRUCTIONS.map(({ name, called }) => (
              <li key={name}>{button(name, called, true)}</li>
            ))}
          </ul>
        </Popover.Dropdown>
      </Popover>
    </>
  );
}
