import { ActionIcon, Tooltip } from "@mantine/core";
import IconUndo from "@tabler/icons-react/dist/esm/icons/IconArrowBackUp.mjs";
import IconRedo from "@tabler/icons-react/dist/esm/icons/IconArrowForwardUp.mjs";

/** Takes the last edit back, or does it again. */
export function UndoButtons({
  undo,
  redo,
}: {
  /** Null where there is nothing to take back, or it cannot be done just now. */
  undo: (() => void) | null;
  redo: (() => void) | null;
}) {
  return (
    <>
      <Tooltip label="Undo (Ctrl Z)">
        <ActionIcon
          variant="subtle"
          color="slate"
          size="lg"
          aria-label="Undo"
          disabled={undo === null}
          onClick={() => undo?.()}
        >
          <IconUndo size={20} aria-hidden="true" />
        </ActionIcon>
      </Tooltip>
      <Tooltip label="Redo (Ctrl Shift Z)">
        <ActionIcon
          variant="subtle"
          color="slate"
          size="lg"
          aria-label="Redo"
          disabled={redo === null}
          onClick={() => redo?.()}
        >
          <IconRedo size={20} aria-hidden="true" />
        </ActionIcon>
      </Tooltip>
    </>
  );
}
