import { fireEvent } from "@testing-library/dom";
import { afterEach, expect, test } from "vitest";
import { closePage, openPage, settled } from "./app-in-process.tsx";
import { crateOnShelf, documentNow } from "./quay.ts";
import { looksOf, whatChanges } from "./what-changes.ts";

// The keys of the key sheet are pressed once in the places that have keys, and what they change is taken back.

afterEach(closePage);

const KEYS = [
  ...["ArrowLeft", "ArrowRight", "ArrowUp", "ArrowDown", "ArrowRight shift", "ArrowRight alt"],
  ...["Enter", " ", "Delete", "Home", "End", ..."abdhlmnpt0+-,.[]"],
];
/** What plays never stands still, and is tried with a clock of its own. */
const plays = (path: string, key: string) => key === " " && /^(?:narrate|rehearse)/.test(path);

const PLACES = [
  { name: "build", path: "build", first: "[class*=_thing_]" },
  { name: "build-handle", path: "build", first: "[class*=_thing_]", focus: "[data-handle]" },
  { name: "narrate", path: "narrate?step=box-1%2Ffront", focus: "[data-word]" },
  { name: "narrate-lane", path: "narrate?step=box-1%2Ffront", focus: "svg [role=slider]" },
  { name: "rehearse", path: "rehearse" },
] as const;

test.each(PLACES)(
  "every key in $name does what it did: if this is meant, npm run renew-goldens, and read the difference",
  async (of) => {
    const out: string[] = [];
    const { id } = crateOnShelf();
    const before = documentNow(id);
    const open = async () => {
      const page = openPage(`/lessons/${id}/${of.path}`);
      await settled(page);
      if ("first" in of) fireEvent.click(page.querySelector(of.first) ?? page);
      await settled(page);
      return page;
    };
    let page = await open();
    const untouched = looksOf(page);
    for (const pressed of KEYS) {
      const [key = "", held] = pressed === " " ? [" "] : pressed.split(" ");
      if (plays(of.path, key)) continue;
      const at = "focus" in of ? page.querySelector<HTMLElement>(of.focus) : document.body;
      if (!at) throw new Error(`nothing to press ${key} on`);
      at.focus();
      const modifiers = { shiftKey: held === "shift", altKey: held === "alt" };
      const down = { key, code: codeOf(key), ...modifiers, bubbles: true, cancelable: true };
      const changes = await whatChanges(page, () => at.dispatchEvent(new KeyboardEvent("keydown", down)));
      if (changes.length === 0) continue;
      out.push(pressed, ...changes);
      for (let undone = 0; documentNow(id) !== before; undone++) {
        if (undone > 5) throw new Error(`${pressed} is not taken back`);
        fireEvent.keyDown(document.body, { key: "z", code: "KeyZ", ctrlKey: true });
        await settled(page);
      }
      // What is hidden behind what a key brought is not tried with the next one.
      if (looksOf(page) !== untouched) page = await open();
    }
    expect(out.length).toBeGreaterThan(4);
    await expect(`${out.join("\n")}\n`).toMatchFileSnapshot(`keys/${of.name}.txt`);
  },
);

/** Which key of a keyboard types it. */
function codeOf(key: string): string {
  if (/^[a-z]$/.test(key)) return `Key${key.toUpperCase()}`;
  const others: Record<string, string> = {
    " ": "Space",
    ",": "Comma",
    ".": "Period",
    "[": "BracketLeft",
    "]": "BracketRight",
  };
  return others[key] ?? key;
}
