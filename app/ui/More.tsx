import { ActionIcon, Menu } from "@mantine/core";
import IconDots from "@tabler/icons-react/dist/esm/icons/IconDots.mjs";
import type { ReactNode } from "react";

/** What is done now and then, behind one more press. Its children are menu items. */
export function More({ label, children }: { label: string; children: ReactNode }) {
  return (
    <Menu position="bottom-end" withinPortal>
      <Menu.Target>
        <ActionIcon size="md" variant="default" aria-label={label}>
          <IconDots size={18} aria-hidden="true" />
        </ActionIcon>
      </Menu.Target>
      <Menu.Dropdown>{children}</Menu.Dropdown>
    </Menu>
  );
}
