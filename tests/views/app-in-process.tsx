import { MantineProvider } from "@mantine/core";
import type { RouteConfigEntry } from "@react-router/dev/routes";
import type { ComponentType } from "react";
import { createRoot, type Root } from "react-dom/client";
import {
  createRoutesStub,
  type LoaderFunction,
  matchRoutes,
  Outlet,
  RouterContextProvider,
} from "react-router";
import { vi } from "vitest";
import { ErrorBoundary as RootErrorBoundary } from "#app/root.tsx";
import routes from "#app/routes.ts";
import { theme } from "#app/ui/theme.ts";
import type { Change } from "#core/ground/base";
import { letTurnsPass } from "./dom.ts";
import { outlineOf } from "./outline.ts";
import { questionsOpen } from "./workers-in-process.ts";

interface RouteModule {
  readonly default?: ComponentType<never>;
  readonly loader?: LoaderFunction;
  readonly action?: LoaderFunction;
  readonly ErrorBoundary?: ComponentType<never>;
  readonly HydrateFallback?: ComponentType<never>;
}
const modules = import.meta.glob<RouteModule>("../../app/routes/*.{ts,tsx}", { eager: true });
// What the page loads when it is asked for is there at once: nobody waits for it in real time.
import.meta.glob("../../app/{lesson,places,ui}/**/*.tsx", { eager: true });

/** How many loaders and actions are at work. */
let atWork = 0;
const counted =
  (handler: LoaderFunction): LoaderFunction =>
  async (...asked) => {
    atWork += 1;
    try {
      return await handler(...asked);
    } finally {
      atWork -= 1;
    }
  };

type StubRoutes = Parameters<typeof createRoutesStub>[0];

const inProcess = (entries: readonly RouteConfigEntry[]): StubRoutes =>
  entries.map((entry) => {
    const {
      default: Component,
      loader,
      action,
      ErrorBoundary,
      HydrateFallback,
    } = modules[`../../app/${entry.file}`] ?? {};
    return {
      id: entry.file,
      ...(entry.index ? { index: true } : { path: entry.path }),
      ...(Component ? { Component } : {}),
      ...(loader ? { loader: counted(loader) } : {}),
      ...(action ? { action: counted(action) } : {}),
      ...(ErrorBoundary ? { ErrorBoundary } : {}),
      ...(HydrateFallback ? { HydrateFallback } : {}),
      ...(entry.children ? { children: inProcess(entry.children) } : {}),
    } as StubRoutes[number];
  });
const stubs: StubRoutes = [
  {
    id: "root",
    Component: Outlet,
    ErrorBoundary: RootErrorBoundary as never,
    HydrateFallback: () => null,
    children: inProcess(routes as RouteConfigEntry[]),
  },
];

/** Edits that the page sent to be saved, as they were sent. */
export const sent: { intent: string; changes: readonly Change[] }[] = [];

/** What the page asks of the server by itself is answered by the same routes, and is at work until the answer is read. */
globalThis.fetch = async (...asked) => {
  atWork += 1;
  try {
    const answer = await answerOf(...asked);
    // A file is read between threads, in real time: whole before the page has it, so that no page is looked at halfway.
    const body = await answer.arrayBuffer();
    return new Response(body.byteLength > 0 ? body : null, answer);
  } finally {
    atWork -= 1;
  }
};

async function answerOf(...[input, init]: Parameters<typeof fetch>): Promise<Response> {
  const request = new Request(new URL(String(input), "http://127.0.0.1:4310"), init);
  const match = matchRoutes(stubs as never, new URL(request.url).pathname)?.at(-1);
  const { loader, action } = (match?.route ?? {}) as RouteModule;
  const handler = request.method === "GET" ? loader : action;
  if (!handler) return new Response("Not found", { status: 404 });
  if (request.url.endsWith("/save")) sent.push(JSON.parse(String(init?.body)) as (typeof sent)[number]);
  const answer = await handler({
    request,
    params: match?.params ?? {},
    context: new RouterContextProvider(),
  } as never);
  if (answer instanceof Response) return answer;
  const { data, init: how } = answer as { data?: unknown; init?: ResponseInit };
  return Response.json(data ?? answer, how ?? {});
}

let root: Root | null = null;

/**
 * Opens the app, or other routes, at an address, with the server's side of each route in this same process; a page that is
 * open is closed.
 */
export function openPage(path: string, of: StubRoutes = stubs): HTMLElement {
  closePage();
  const Stub = createRoutesStub(of, new RouterContextProvider() as never);
  const page = document.body.appendChild(document.createElement("div"));
  root = createRoot(page);
  root.render(
    <MantineProvider theme={theme} env="test">
      <Stub initialEntries={[path]} />
    </MantineProvider>,
  );
  return page;
}

export function closePage(): void {
  root?.unmount();
  root = null;
  document.body.innerHTML = "";
}

/** What a page does by itself it does within so long. */
const QUIET_MS = 700;
/** So often a page that still changes is looked at: one that plays never comes to rest. */
const MOST_LOOKS = 300;
/** What a page says of itself while something is on its way. */
const ON_ITS_WAY =
  /data-state=saving|\[\.(?:frame|pages)[^\]]*aria-busy=true|\] not drawn yet$|role=status[^\]]*\] "[^"]*…"$|is being drawn …/m;

/** Lets the page's clock run so long, and whatever that sets going come to its end. */
export async function pass(ms = QUIET_MS): Promise<void> {
  await vi.advanceTimersByTimeAsync(ms);
  do await letTurnsPass();
  while (atWork > 0 || questionsOpen() > 0);
}

/**
 * Lets the page's clock run until no loader, action or worker is at work, all edits are saved and the page looks the same
 * for a while; what it shows then, as an outline.
 */
export async function settled(page: Element): Promise<string> {
  let before = "";
  for (let looks = 0; looks < MOST_LOOKS; looks++) {
    await pass();
    const now = outlineOf(page);
    if (now !== "" && now === before && !ON_ITS_WAY.test(now)) return now;
    before = now;
  }
  throw new Error(`The page does not come to rest.\n${before}`);
}
