import type { Endpoint } from "comlink";
import { beforeEach, expect, vi } from "vitest";
import { NOON } from "./dom.ts";
import { charts, offered, recording } from "./stand-ins.ts";

// Said again for each file, which may load what none before it did.
vi.mock("echarts/core", () => charts);
vi.mock("../../workers/film/picture-at.ts", () => recording);
vi.mock("comlink", async (original) => {
  const comlink = await original<typeof import("comlink")>();
  const expose = (api: unknown, at?: Endpoint) => {
    if (at) comlink.expose(api, at);
    else offered.api = api;
  };
  return { ...comlink, expose };
});

// Files of tests that run in one worker share the document and what they load: each finds it as the first one did.
document.body.innerHTML = "";
localStorage.clear();
sessionStorage.clear();
vi.clearAllTimers();
vi.setSystemTime(NOON);

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
