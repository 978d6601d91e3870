import { RouterContextProvider } from "react-router";

type Handler = (args: {
  request: Request;
  params: Record<string, string | undefined>;
  context: RouterContextProvider;
}) => unknown;
interface RouteModule {
  readonly loader?: Handler;
  readonly action?: Handler;
}
const routes = import.meta.glob<RouteModule>("../../app/routes/*.{ts,tsx}", { eager: false });
/** Every loader and action that was asked, as "route what". */
export const called = new Set<string>();

/** What a handler answers, an answer that is thrown among it: its status, and its body where that is data. */
export async function ask(
  route: string,
  what: "loader" | "action",
  path: string,
  params: Record<string, string> = {},
  init: RequestInit & { duplex?: "half" } = {},
  context = new RouterContextProvider(),
): Promise<{ status: number; data: unknown; response: Response | null }> {
  called.add(`${route} ${what}`);
  const module = await routes[`../../app/routes/${route}`]?.();
  const handler = module?.[what];
  if (!handler) throw new Error(`${route} has no ${what}`);
  const request = new Request(`http://127.0.0.1:4310${path}`, init);
  try {
    return await unpacked(await handler({ request, params, context }));
  } catch (thrown) {
    if (thrown instanceof Error) throw thrown;
    return unpacked(thrown);
  }
}

async function unpacked(
  answer: unknown,
): Promise<{ status: number; data: unknown; response: Response | null }> {
  if (answer instanceof Response) {
    const isData =
      answer.headers.get("Content-Type") === "application/json" && !answer.headers.has("Content-Disposition");
    const data: unknown = isData ? await answer.clone().json() : null;
    return { status: answer.status, data, response: answer };
  }
  const wrapped = answer as { type?: string; data?: unknown; init?: ResponseInit | null } | null;
  if (wrapped?.type === "DataWithResponseInit")
    return { status: wrapped.init?.status ?? 200, data: wrapped.data, response: null };
  return { status: 200, data: answer, response: null };
}

export const form = (fields: Record<string, string | Blob>): RequestInit => {
  const body = new FormData();
  for (const [name, value] of Object.entries(fields)) body.set(name, value);
  return { method: "POST", body };
};
export const json = (value: unknown): RequestInit => ({
  method: "POST",
  body: JSON.stringify(value),
  headers: { "Content-Type": "application/json" },
});
export const text = async (response: Response | null) => (await response?.text()) ?? "";
