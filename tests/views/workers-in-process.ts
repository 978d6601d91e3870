import { expose } from "comlink";
import { offered } from "./stand-ins.ts";

// The page's workers run in the page's own thread here: what they answer crosses a channel, copied as it is from a worker.

const modules = import.meta.glob("../../workers/*.worker.ts");
const apis = new Map<string, Promise<unknown>>();
let loading: Promise<unknown> = Promise.resolve();

/** What a worker offers. One is loaded after the other, so that none takes another's for its own. */
function apiOf(name: string): Promise<unknown> {
  const known = apis.get(name);
  if (known) return known;
  const api = loading.then(async () => {
    await modules[`../../workers/${name}`]?.();
    return offered.api;
  });
  loading = api.catch(() => {});
  apis.set(name, api);
  return api;
}

let asked = 0;
/** How many questions to workers are not answered yet. */
export const questionsOpen = () => asked;

class WorkerInProcess extends EventTarget {
  readonly #page: MessagePort;
  readonly #own: MessagePort;
  readonly #open = new Set<string>();
  #gone = false;

  constructor(address: URL) {
    super();
    const { port1, port2 } = new MessageChannel();
    this.#page = port1;
    this.#own = port2;
    port1.addEventListener("message", ({ data }) => {
      if (this.#open.delete(data.id)) asked -= 1;
    });
    apiOf(address.pathname.split("/").at(-1) ?? "").then(
      (api) => expose(api, port2),
      (why: unknown) => this.dispatchEvent(Object.assign(new Event("error"), { message: String(why) })),
    );
  }
  postMessage(message: { id: string }, transfer: Transferable[] = []): void {
    if (this.#gone) return;
    this.#open.add(message.id);
    asked += 1;
    this.#page.postMessage(message, transfer);
  }
  override addEventListener(type: string, hear: EventListener): void {
    if (type === "message") this.#page.addEventListener(type, hear);
    else super.addEventListener(type, hear);
  }
  override removeEventListener(type: string, hear: EventListener): void {
    this.#page.removeEventListener(type, hear);
  }
  start(): void {
    this.#page.start();
  }
  terminate(): void {
    this.#gone = true;
    asked -= this.#open.size;
    this.#open.clear();
    this.#page.close();
    this.#own.close();
  }
}
Object.assign(globalThis, { Worker: WorkerInProcess });
