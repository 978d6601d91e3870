import type { TeachAct } from "#core/class/teaching";
import { useKeys } from "../../ui/use-keys.ts";

/** What a key does, for the keys and for what is written on the buttons. */
export const CLASS_KEYS = {
  on: "Space",
  back: "B",
  longer: "W",
  again: "A",
  stuck: "S",
  slip: "X",
} as const;

/** The keys of a class, the same in both windows; a presenter's remote control sends the last two. */
export function useClassKeys(act: (act: TeachAct) => void): void {
  useKeys([
    ["Space", () => act("on")],
    [CLASS_KEYS.back, () => act("back")],
    [CLASS_KEYS.longer, () => act("longer")],
    [CLASS_KEYS.again, () => act("again")],
    [CLASS_KEYS.stuck, () => act("stuck")],
    [CLASS_KEYS.slip, () => act("slip")],
    ["PageDown", () => act("on")],
    ["PageUp", () => act("back")],
  ]);
}
