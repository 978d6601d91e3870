import { Button } from "@mantine/core";
import { entriesSetAside, forgetSetAside, useSetAside } from "../../kept-in-browser.ts";
import { downloadText } from "../../ui/download-text.ts";
import styles from "./SetAside.module.css";

/** Says what this browser had kept and can no longer read: it holds up nothing, and is lost to nobody. */
export function SetAside({ prefix, what }: { prefix: string; what: string }) {
  const count = useSetAside(prefix);
  if (count === 0) return null;
  const save = () =>
    downloadText(
      "set-aside.txt",
      entriesSetAside(prefix)
        .map(({ place, text }) => `${place}\n${text}\n`)
        .join("\n"),
    );
  return (
    <div className={styles.aside} role="alert">
      <p>
        {count === 1 ? `One entry of ${what}` : `${count} entries of ${what}`} in this browser cannot be read,
        and
        {count === 1 ? " was" : " were"} set aside. Everything else goes on.
      </p>
      <Button size="compact-sm" variant="default" onClick={save}>
        Save as a file
      </Button>
      <Button size="compact-sm" variant="subtle" onClick={() => forgetSetAside(prefix)}>
        Throw away
      </Button>
    </div>
  );
}
