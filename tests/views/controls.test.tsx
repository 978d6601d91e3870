import { fireEvent } from "@testing-library/dom";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { closePage, openPage, sent, settled } from "./app-in-process.tsx";
import { crateOnShelf, documentNow, whicheverCrate } from "./quay.ts";
import { looksOf, whatChanges } from "./what-changes.ts";

// Every control of every place is worked once: what it sends to be saved and what of the page came and went is in a file, and
// taking back what was sent gives the document of before.

let id = "";
let courseId = 0;
beforeEach(() => {
  ({ id, courseId } = crateOnShelf());
});
afterEach(closePage);

const press = (page: Element, selector: string) => {
  const button = page.querySelector<HTMLElement>(selector);
  if (button && button.getAttribute("aria-pressed") !== "true") fireEvent.click(button);
};
interface PlaceTried {
  readonly name: string;
  readonly path: string;
  /** What is chosen in it before a control is worked. */
  readonly chosen?: string;
  /** Opened anew when a control has left it otherwise than it was: what was begun with one would hide others. */
  readonly anew?: true;
}
const PLACES: readonly PlaceTried[] = [
  { name: "plan", path: "lessons/:id/plan" },
  { name: "paper", path: "lessons/:id/paper" },
  { name: "build-thing", path: "lessons/:id/build", chosen: "[class*=_thing_]", anew: true },
  { name: "build-step", path: "lessons/:id/build?step=box-1%2Ffront", anew: true },
  { name: "narrate", path: "lessons/:id/narrate", anew: true },
  { name: "rehearse", path: "lessons/:id/rehearse" },
  { name: "rehearse-overlay", path: "lessons/:id/rehearse", chosen: "input[type=radio][value=overlay]" },
  { name: "rehearse-sheet", path: "lessons/:id/rehearse", chosen: "input[type=radio][value=sheet]" },
  { name: "rehearse-out", path: "lessons/:id/rehearse", chosen: "input[type=radio][value=out]" },
  { name: "hand-out", path: "lessons/:id/hand-out", anew: true },
  { name: "teach", path: "lessons/:id/teach" },
  { name: "log", path: "lessons/:id/log" },
  { name: "log-class", path: "lessons/:id/log", chosen: "tbody button", anew: true },
  { name: "course", path: "courses/:courseId" },
  { name: "shelf", path: "", anew: true },
];

const CONTROLS = "button, input:not([type=file]):not([type=hidden]), textarea, [role=slider]";

/** What plays never stands still, and can only be tried with a clock of its own. */
const PLAYS = /^button "Play/;
/** So many of a kind are worked: each word of a narration is a button, and they are all one. */
const OF_A_KIND = 2;

/** The controls of a page by what they are called, a few of each kind; those called alike are counted. */
function controlsOf(page: Element): Map<string, HTMLElement> {
  const found = new Map<string, HTMLElement>();
  const kinds = new Map<string, number>();
  for (const control of page.querySelectorAll<HTMLElement>(CONTROLS)) {
    const kind = `${control.tagName} ${control.className} in ${control.parentElement?.className}`;
    kinds.set(kind, (kinds.get(kind) ?? 0) + 1);
    if ((kinds.get(kind) ?? 0) > OF_A_KIND) continue;
    const called = nameOf(control);
    let name = called;
    for (let n = 2; found.has(name); n++) name = `${called} (${n})`;
    found.set(name, control);
  }
  return found;
}

function nameOf(control: HTMLElement): string {
  const label =
    control.closest("label") ?? (control.id ? document.querySelector(`label[for="${control.id}"]`) : null);
  const says =
    control.getAttribute("aria-label") ??
    label?.textContent ??
    control.textContent?.trim() ??
    control.getAttribute("title");
  const kind = control.getAttribute("role") ?? control.getAttribute("type") ?? control.tagName.toLowerCase();
  return `${kind} "${says || control.getAttribute("placeholder") || control.getAttribute("value") || ""}"`;
}

/** What a hand does with it: a press, a notch further, other words, or a number one larger. */
async function work(control: HTMLElement): Promise<void> {
  if (
    control.getAttribute("role") === "slider" ||
    (control instanceof HTMLInputElement && control.type === "range")
  ) {
    fireEvent.keyDown(control, { key: "ArrowRight" });
    return;
  }
  if (control.getAttribute("aria-haspopup") === "listbox") {
    fireEvent.click(control);
    await vi.advanceTimersByTimeAsync(30);
    const options = document.querySelectorAll<HTMLElement>("[role=option]");
    const last = options[options.length - 1];
    if (last) fireEvent.click(last);
    return;
  }
  const isText =
    control instanceof HTMLTextAreaElement ||
    (control instanceof HTMLInputElement && !["checkbox", "radio"].includes(control.type));
  if (!isText) {
    fireEvent.click(control);
    return;
  }
  const was = (control as HTMLInputElement).value;
  const value = /^[\d.]+/.test(was)
    ? was.replace(/^[\d.]+/, (n) => String(Number(n) + 1))
    : `${was} more`.trim();
  fireEvent.focusIn(control);
  fireEvent.change(control, { target: { value } });
  fireEvent.keyDown(control, { key: "Enter" });
  // A hand leaves the field a moment later.
  await vi.advanceTimersByTimeAsync(30);
  fireEvent.focusOut(control);
}

test.each(PLACES)(
  "every control of $name does what it did, and is taken back: if this is meant, npm run renew-goldens, and read the difference",
  async ({ name: place, path: at, chosen, anew }) => {
    const path = `/${at}`.replace(":id", id).replace(":courseId", String(courseId));
    let page = openPage(path);
    await settled(page);
    const choose = async () => {
      if (!chosen) return;
      press(page, chosen);
      await settled(page);
    };
    await choose();
    const untouched = looksOf(page);
    const out: string[] = [];
    for (const name of [...controlsOf(page.querySelector("main") ?? page).keys()]) {
      const control = controlsOf(page.querySelector("main") ?? page).get(name);
      if (!control || (control as HTMLButtonElement).disabled || PLAYS.test(name)) continue;
      const before = documentNow(id);
      out.push(whicheverCrate(name), ...(await whatChanges(page, () => work(control))));
      if (sent.length > 0) {
        const edits = sent.length;
        for (let i = 0; i < edits; i++) {
          fireEvent.keyDown(document.body, { key: "z", code: "KeyZ", ctrlKey: true });
          await settled(page);
        }
        expect(documentNow(id), `taking back: ${name}`).toBe(before);
      }
      fireEvent.keyDown(document.activeElement ?? document.body, { key: "Escape" });
      await settled(page);
      if (anew ? looksOf(page) === untouched : page.querySelector("main")) continue;
      page = openPage(path);
      await settled(page);
      await choose();
    }
    expect(out.length).toBeGreaterThan(4);
    await expect(`${out.join("\n")}\n`).toMatchFileSnapshot(`controls/${place}.txt`);
  },
);
