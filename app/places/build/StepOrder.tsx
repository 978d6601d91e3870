import { Button } from "@mantine/core";

/** Two presses that move a step in the order of the lesson. */
export function StepOrder({
  index,
  count,
  onMove,
}: {
  index: number;
  count: number;
  onMove: (to: number) => void;
}) {
  return (
    <>
      <Button size="compact-sm" variant="default" disabled={index <= 0} onClick={() => onMove(index - 1)}>
        Earlier
      </Button>
      <Button
        size="compact-sm"
        variant="default"
        disabled={index + 1 >= count}
        onClick={() => onMove(index + 1)}
      >
        Later
      </Button>
    </>
  );
}
