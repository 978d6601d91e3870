import { Text } from "@mantine/core";
import { Dropzone } from "@mantine/dropzone";

/** Takes a file that is dropped anywhere on the page; says what for while it hangs over it. */
export function DropFile({ says, onDrop }: { says: string; onDrop: (file: File) => void }) {
  return (
    <Dropzone.FullScreen multiple={false} onDrop={([file]) => file && onDrop(file)}>
      <Text fz="xl" fw={700} ta="center" mt="30vh" style={{ pointerEvents: "none" }}>
        {says}
      </Text>
    </Dropzone.FullScreen>
  );
}
