import { FileButton, type FileButtonProps } from "@mantine/core";
import { useRef } from "react";

/**
 * A button that asks for one file. It forgets the file at once: a browser says nothing when the same file is chosen again,
 * and that is just what one does after mending it.
 */
export function FilePick({
  accept,
  onPick,
  children,
}: {
  accept: string;
  onPick: (file: File) => void;
  children: FileButtonProps["children"];
}) {
  const forget = useRef<() => void>(null);
  return (
    <FileButton
      accept={accept}
      resetRef={forget}
      onChange={(file) => {
        forget.current?.();
        if (file) onPick(file);
      }}
    >
      {children}
    </FileButton>
  );
}
