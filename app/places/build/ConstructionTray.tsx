import { Button, Popover } from "@mantine/core";
import { CHOOSABLE, type Choosable, type Construction } from "#core/document/changes";
import styles from "./Build.module.css";
import { ConstructionIcon } from "./ConstructionIcon.tsx";
import { IN_THE_TRAY } from "./constructions.ts";

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
  const button = ({ name, menu, needsHost }: Choosable, large: boolean) => (
    <button
      type="button"
      className={large ? styles.construction : styles.inTray}
      aria-pressed={placing === name}
      disabled={needsHost && !canHost}
      title={needsHost && !canHost ? "Put down the thing it goes on first" : undefined}
      onClick={() => {
        setOpen(false);
        onChoose(name);
      }}
    >
      <ConstructionIcon construction={name} large={large} />
      <span>{menu}</span>
    </button>
  );
  return (
    <>
      <ul className={styles.trayRow} aria-label="Put down">
        {IN_THE_TRAY.map((c) => (
          <li key={c.name}>{button(c, false)}</li>
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
            {CHOOSABLE.map((c) => (
              <li key={c.name}>{button(c, true)}</li>
            ))}
          </ul>
        </Popover.Dropdown>
      </Popover>
    </>
  );
}
