// A document without a browser, for the views. Node keeps what it has itself (requests, forms, files, timers): pages and the
// server's side of a route run in one process here, and hand these to each other.
import { configure } from "@testing-library/dom";
import { Window } from "happy-dom";
import { beforeEach, expect, vi } from "vitest";

process.env.TZ = "UTC";
vi.useFakeTimers({ toFake: ["Date"], now: new Date("2026-12-01T12:00:00Z") });

const window = new Window({ url: "http://127.0.0.1:4310/", width: 1280, height: 800 });
const OWN = new Set([
  "Event",
  "EventTarget",
  "CustomEvent",
  "MessageEvent",
  "navigator",
  "Storage",
  "localStorage",
]);
for (const name of Object.getOwnPropertyNames(window)) {
  if (name in globalThis && !OWN.has(name)) continue;
  Object.defineProperty(globalThis, name, {
    configurable: true,
    get: () => Reflect.get(window, name) as unknown,
    set: (value: unknown) =>
      Object.defineProperty(globalThis, name, { configurable: true, writable: true, value }),
  });
}
Object.assign(globalThis, { window: globalThis, self: globalThis });

/** Node's own, which can also be read off a form of the page. */
class PageFormData extends FormData {
  constructor(form?: HTMLFormElement, submitter?: HTMLElement | null) {
    super();
    if (!form) return;
    for (const field of form.querySelectorAll<HTMLInputElement>("input, select, textarea")) {
      if (field.name === "" || (["checkbox", "radio"].includes(field.type) && !field.checked)) continue;
      if (["submit", "button"].includes(field.type)) continue;
      if (field.type === "file") for (const file of field.files ?? []) this.append(field.name, file);
      else this.append(field.name, field.value);
    }
    const name = submitter?.getAttribute("name");
    if (name) this.append(name, submitter?.getAttribute("value") ?? "");
  }
}

/** Has nothing to tell: no window is resized here, no line comes from the server, no worker answers. */
class Silent {
  static readonly CLOSED = 2;
  readonly readyState = 1;
  onmessage = null;
  onerror = null;
  observe(): void {}
  unobserve(): void {}
  disconnect(): void {}
  close(): void {}
  terminate(): void {}
  postMessage(): void {}
  addEventListener(): void {}
  removeEventListener(): void {}
}
Object.assign(globalThis, {
  FormData: PageFormData,
  EventSource: Silent,
  Worker: Silent,
  ResizeObserver: Silent,
  IntersectionObserver: Silent,
});
Object.defineProperty(document, "fonts", {
  value: { ready: Promise.resolve(), addEventListener: () => {}, removeEventListener: () => {} },
});

/** What the page says of itself on the console: a view that works says nothing. */
const said: string[] = [];
// A document without a browser has no layout: charts find no room, which is no fault of theirs.
const NO_LAYOUT = /Can't get DOM width or height/;
for (const how of ["error", "warn"] as const)
  vi.spyOn(console, how).mockImplementation((...words: unknown[]) => {
    const text = words.map(String).join(" ");
    if (!NO_LAYOUT.test(text)) said.push(text);
  });
beforeEach(() => () => expect(said.splice(0)).toEqual([]));

// A watchdog, as everywhere in the tests.
configure({ asyncUtilTimeout: 300_000 });
