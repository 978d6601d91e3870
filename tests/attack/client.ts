import { readFileSync } from "node:fs";
import { join, resolve } from "node:path";

const HOME = resolve(import.meta.dirname, "../..");
export const DEMO = (name: string) => readFileSync(join(HOME, "demo/lessons", `${name}.json`), "utf8");

export interface Reply {
  readonly status: number;
  readonly text: string;
  readonly ms: number;
  readonly headers: Headers;
}

/** Asks and reads the whole answer; status 0 when the line broke. */
export async function ask(url: string, init: RequestInit = {}): Promise<Reply> {
  const begun = performance.now();
  try {
    const response = await fetch(url, { redirect: "manual", ...init });
    return {
      status: response.status,
      text: await response.text(),
      ms: performance.now() - begun,
      headers: response.headers,
    };
  } catch {
    return { status: 0, text: "", ms: performance.now() - begun, headers: new Headers() };
  }
}

export const saveOf = (home: string, lesson: string, edit: unknown) =>
  ask(`${home}/lessons/${lesson}/save`, {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: typeof edit === "string" ? edit : JSON.stringify(edit),
  });

export const titleTo = (base: number, value: string) => ({
  intent: "changes",
  base,
  changes: [{ id: "lesson", field: "title", value }],
});

/** Brings a lesson file in on the shelf; its address. */
export async function bringIn(home: string, text: string): Promise<string> {
  const form = new FormData();
  form.set("intent", "bring-in");
  form.set("file", new File([text], "lesson.json", { type: "application/json" }));
  const { status, headers, text: said } = await ask(`${home}/?index`, { method: "POST", body: form });
  const id = headers.get("Location")?.split("/")[2];
  if (!id) throw new Error(`the lesson was not brought in: ${status} ${said.slice(0, 300)}`);
  return id;
}

export const share = (values: readonly number[], of: number): number =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * of))] ?? 0;
