import { ActionIcon, Tooltip } from "@mantine/core";
import { lazy, Suspense, useEffect, useState } from "react";
import { useKeys } from "../ui/use-keys.ts";

const fetchSheet = () => import("./KeySheet.tsx");
const KeySheet = lazy(fetchSheet);

/** Opens the sheet of keys, which comes after the page: nobody reads it before the page is there. */
export function KeysButton() {
  const [state, setState] = useState<"never opened" | "open" | "closed">("never opened");
  const open = () => setState("open");
  useKeys([
    ["shift+?", open],
    ["?", open],
  ]);
  useEffect(() => {
    // Fetched beforehand, so that it opens at once; where that fails it is asked for again when it is opened.
    fetchSheet().catch(() => undefined);
  }, []);
  return (
    <>
      <Tooltip label="Keys (?)">
        <ActionIcon variant="subtle" color="slate" size="lg" aria-label="Keys" onClick={open}>
          ?
        </ActionIcon>
      </Tooltip>
      {state === "never opened" ? null : (
        <Suspense>
          <KeySheet opened={state === "open"} onClose={() => setState("closed")} />
        </Suspense>
      )}
    </>
  );
}
