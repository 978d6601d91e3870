import { Button } from "@mantine/core";
import { memo } from "react";
import { entriesSetAside, forgetSetAside, useSetAside } from "../../kept-in-browser.ts";
import { downloadText } from "../../ui/download-text.ts";
import styles from "./SetAside.module.css";

/** Says what this browser had kept and can no longer read: it holds up nothing, and is lost to nobody. */
export const SetAside = memo(function SetAside({ of, what }: { of: string; what: string }) {
  const count = useSetAside(of);
  if (count === 0) return null;
  const save = () =>
    downloadText(
      "set-aside.txt",
      entriesSetAside(of)
        .map(({ place, text }) => `${place}\n${text}\n`)
        .join("\n"),
    );
  return (
    <div className={styles.aside} role="alert">
      <p>
        This browser kept {what} that cannot be read:{" "}
        {count === 1 ? "one entry was" : `${count} entries were`} set aside. Everything else goes on.
      </p>
      <Button size="compact-sm" variant="default" onClick={save}>
        Save as a file
      </Button>
      <Button size="compact-sm" variant="subtle" onClick={() => forgetSetAside(of)}>
        Throw away
      </Button>
    </div>
  );
});
