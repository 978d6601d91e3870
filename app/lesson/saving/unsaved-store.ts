import * as v from "valibot";
import { ChangeSchema } from "#core/ground/base";
import { keptInBrowser } from "../../kept-in-browser.ts";
import type { Op, UnsavedStore } from "./save-line.ts";

const OpSchema = v.object({
  key: v.string(),
  intent: v.picklist(["changes", "undo", "redo"]),
  changes: v.array(ChangeSchema),
  base: v.exactOptional(v.number()),
});

/** Where unsaved edits of a lesson are kept, by a name for it that no other has. */
export const unsavedPrefix = (lesson: string) => `regulanda-unsaved/${lesson}/`;

/**
 * Keeps the unsaved edits of a lesson, by a name for it that no other has, in this browser. Every window has a place of its
 * own, named in what it keeps for itself, and holds a lock of that name as long as it is there (W3C, Web Locks API): what lies at a place without its window was left
 * by one that was closed or reloaded, and is taken up.
 */
export function browserStore(lesson: string): UnsavedStore {
  const prefix = unsavedPrefix(lesson);
  const kept = keptInBrowser<Op[]>(prefix, v.array(OpSchema));
  /** The window's own place. */
  let place: string | null = null;
  return {
    adopt: async () => {
      try {
        const own = sessionStorage.getItem("regulanda-window") ?? newWindow();
        // A copied window has its original's name.
        place = (await hold(prefix + own)) ? own : newWindow();
        const found = kept.read(place) ?? [];
        for (const at of kept.names()) {
          if (at === place || !navigator.locks || !(await hold(prefix + at))) continue;
          found.push(...(kept.read(at) ?? []));
          kept.forget(at);
        }
        return found;
      } catch {
        // A browser that keeps nothing for this page: edits are sent all the same.
        return [];
      }
    },
    keep: (unsaved) => {
      try {
        if (place === null) return unsaved.length === 0;
        if (unsaved.length === 0) kept.forget(place);
        else kept.write(place, [...unsaved]);
        return true;
      } catch {
        // More than the browser keeps: an hour of words, for example.
        return false;
      }
    },
  };
}

function newWindow(): string {
  const name = crypto.getRandomValues(new Uint32Array(2)).join("-");
  sessionStorage.setItem("regulanda-window", name);
  return name;
}

/** Holds a name until this window goes; false when another window holds it. */
function hold(name: string): Promise<boolean> {
  // Pages that come over plain HTTP from another machine have no locks; there only a reload is taken up.
  if (!navigator.locks) return Promise.resolve(true);
  return new Promise((held) => {
    void navigator.locks.request(name, { ifAvailable: true }, (lock) => {
      held(lock !== null);
      return lock ? new Promise(() => {}) : undefined;
    });
  });
}
