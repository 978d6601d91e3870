import { useState } from "react";
import { useLocation } from "react-router";

/**
 * Why what was asked for last was refused, until something else is asked for or looked for; and what says so where no action
 * answers. The router forgets an action's answer when the page is only asked again, as it is while sheets are being drawn:
 * it would be gone before anybody has read it.
 */
export function useRefusal(
  answered: readonly string[],
): readonly [readonly string[], (why: readonly string[]) => void] {
  const [refusal, refuse] = useState(answered);
  // Every action and every way to another part of the shelf has a key of its own; asking again has not.
  const { key } = useLocation();
  const [cameBy, setCameBy] = useState(key);
  if (cameBy !== key) {
    setCameBy(key);
    refuse(answered);
  }
  return [refusal, refuse];
}
