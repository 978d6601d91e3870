import { ActionIcon, Tooltip } from "@mantine/core";
import { memo, useCallback, useEffect, useState } from "react";
import { useKeys } from "../../ui/use-keys.ts";
import type { KeySheet } from "./KeySheet.tsx";

/** Opens the sheet of keys, which comes after the page: nobody reads it before the page is there. */
export const KeysButton = memo(function KeysButton() {
  const [opened, setOpened] = useState(false);
  const [sheet, setSheet] = useState<{ readonly Sheet: typeof KeySheet } | null>(null);
  const fetchSheet = useCallback(
    () =>
      import("./KeySheet.tsx").then(
        ({ KeySheet: Sheet }) => setSheet({ Sheet }),
        // Without the server nothing opens, and the page with its unsaved edits stands: asked again at the next press.
        () => setOpened(false),
      ),
    [],
  );
  useEffect(() => void fetchSheet(), [fetchSheet]);
  const open = () => {
    setOpened(true);
    if (!sheet) void fetchSheet();
  };
  useKeys([
    ["shift+?", open],
    ["?", open],
  ]);
  return (
    <>
      <Tooltip label="Keys (?)">
        <ActionIcon variant="subtle" color="slate" size="lg" aria-label="Keys" onClick={open}>
          ?
        </ActionIcon>
      </Tooltip>
      {sheet ? <sheet.Sheet opened={opened} onClose={() => setOpened(false)} /> : null}
    </>
  );
});
