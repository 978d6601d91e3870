// A document without a browser, for the views. Node keeps what it has itself (requests, forms, files, timers): pages and the
// server's side of a route run in one process here, and hand these to each other.
import { Window } from "happy-dom";
import { vi } from "vitest";

process.env.TZ = "UTC";

/** How many turns somebody waits for: React draws a page in slices, one a turn. */
let turnsAwaited = 0;
const nextTurn = globalThis.setImmediate;
globalThis.setImmediate = Object.assign(
  (work: (...args: unknown[]) => void, ...args: unknown[]) => {
    turnsAwaited += 1;
    return nextTurn(() => {
      turnsAwaited -= 1;
      work(...args);
    });
  },
  { __promisify__: nextTurn.__promisify__ },
) as typeof setImmediate;

/** What plays asks for a turn without end: after so many it is let be. */
const MOST_TURNS = 600;

/** Lets turns go by until nobody waits for one any more, and some for what is read and answered between threads. */
export async function letTurnsPass(): Promise<void> {
  for (let turns = 0, quiet = 0; quiet < 10 && turns < MOST_TURNS; turns++) {
    await new Promise((turn) => nextTurn(turn));
    quiet = turnsAwaited > 0 ? 0 : quiet + 1;
  }
}

/** When every file of tests begins. */
export const NOON = new Date("2026-12-01T12:00:00Z");

// The page's clock goes when a test lets it: what comes a moment later comes at once, on any machine.
vi.useFakeTimers({
  toFake: ["Date", "performance", "setTimeout", "clearTimeout", "setInterval", "clearInterval"],
  now: NOON,
});

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

/** A screen of sixty pictures a second. */
const FRAME_MS = 16;

/** Has nothing to tell: no line comes from the server, nothing comes into view. */
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
  requestAnimationFrame: (draw: FrameRequestCallback) => setTimeout(() => draw(performance.now()), FRAME_MS),
  cancelAnimationFrame: (frame: number) => clearTimeout(frame),
  IntersectionObserver: Silent,
});
Object.defineProperty(document, "fonts", {
  value: { ready: Promise.resolve(), addEventListener: () => {}, removeEventListener: () => {} },
});
