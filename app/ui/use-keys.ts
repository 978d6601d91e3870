import { getHotkeyHandler, type HotkeyItem } from "@mantine/hooks";
import { useEffect, useRef, useSyncExternalStore } from "react";

const KEPT = "regulanda-single-keys";
const listeners = new Set<() => void>();

/** Whether keys without Ctrl or Alt do something: speech input may type them by chance (WCAG 2.2, 2.1.4). */
export function useSingleKeysOn(): [on: boolean, set: (on: boolean) => void] {
  const on = useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => localStorage.getItem(KEPT) !== "off",
    () => true,
  );
  return [
    on,
    (next) => {
      localStorage.setItem(KEPT, next ? "on" : "off");
      for (const listener of listeners) listener();
    },
  ];
}

/** Where keys belong to what one types into. */
const FIELDS = "input, textarea, select, [contenteditable], [role=dialog]";
/** What Space and Enter press, when it has the focus. */
const PRESSED = "button, a[href], summary, [role=button], [role=switch], [role=menuitem]";

/**
 * Keys that do something wherever the focus is, but in a field one types into or a dialogue; single ones only while they are
 * on. What has the focus goes first: a key it has used does nothing here.
 */
export function useKeys(keys: readonly HotkeyItem[]): void {
  const [on] = useSingleKeysOn();
  const latest = useRef<(event: KeyboardEvent) => void>(() => {});
  latest.current = (event) => {
    const target = event.target as Element | null;
    if (event.defaultPrevented || target?.closest?.(FIELDS)) return;
    if ((event.key === " " || event.key === "Enter") && target?.closest?.(PRESSED)) return;
    getHotkeyHandler(keys.filter(([key]) => on || /^(mod|alt|ctrl)\+/.test(key)))(event);
  };
  useEffect(() => {
    // The page itself listens at the document: what it has used is known only beyond that.
    const listen = (event: KeyboardEvent) => latest.current(event);
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, []);
}
