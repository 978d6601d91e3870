import { Portal } from "@mantine/core";
import { useEffect, useState } from "react";
import { useDropzone } from "react-dropzone";
import styles from "./DropFile.module.css";

/** Takes a file that is dropped anywhere on the page; says what for while it hangs over it. */
export function DropFile({ says, onDrop }: { says: string; onDrop: (file: File) => void }) {
  const [hangs, letGo] = useFileOverPage();
  const { getRootProps, getInputProps } = useDropzone({
    multiple: false,
    noClick: true,
    noKeyboard: true,
    onDrop: ([file]) => {
      letGo();
      if (file) onDrop(file);
    },
  });
  return (
    <Portal>
      <div {...getRootProps({ className: styles.over, "data-hangs": hangs })}>
        <input {...getInputProps({ "aria-hidden": true, tabIndex: -1 })} />
        <p>{says}</p>
      </div>
    </Portal>
  );
}

/** Whether a file hangs over the page, and what forgets it. Every element that is entered tells of it anew, so they are counted. */
function useFileOverPage(): readonly [boolean, () => void] {
  const [entered, setEntered] = useState(0);
  useEffect(() => {
    const enter = (e: DragEvent) => {
      if (e.dataTransfer?.types.includes("Files")) setEntered((n) => n + 1);
    };
    const leave = () => setEntered((n) => Math.max(0, n - 1));
    const end = () => setEntered(0);
    document.addEventListener("dragenter", enter);
    document.addEventListener("dragleave", leave);
    document.addEventListener("drop", end);
    return () => {
      document.removeEventListener("dragenter", enter);
      document.removeEventListener("dragleave", leave);
      document.removeEventListener("drop", end);
    };
  }, []);
  return [entered > 0, () => setEntered(0)];
}
