import { mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";
import { RouterContextProvider } from "react-router";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { parseLessonText } from "#core/document/lesson";
import { openGate } from "../../server/http/passphrase.server.ts";
import { requestContext } from "../../server/http/request-context.ts";
import { ask, called, form, json, text } from "./ask-route.ts";
import { classAndCourseRoutes } from "./class-and-course-routes.ts";
import { smallMp4 } from "./small-recordings.ts";

// The routes open the app's own database: here an empty folder's.
const folder = mkdtempSync(join(tmpdir(), "regulanda-routes-"));
process.env.REGULANDA_DATA = folder;
process.env.REGULANDA_LARGEST_VIDEO_BYTES = "2048";
afterAll(() => rmSync(folder, { recursive: true }));

const HOME = resolve(import.meta.dirname, "../..");
const DEMO = readFileSync(join(HOME, "demo/lessons/glasshouse.json"), "utf8");

let lessonId = "";
beforeAll(async () => {
  const file = new File([DEMO], "glasshouse.json", { type: "application/json" });
  const put = await ask("shelf.tsx", "action", "/", {}, form({ intent: "bring-in", file }));
  lessonId = put.response?.headers.get("Location")?.split("/")[2] ?? "";
  expect(lessonId).toBe("the-lock-keepers-glasshouse");
});

describe("the shelf", () => {
  test("shows what is on it, found by words, and takes nonsense in the address for nothing", async () => {
    const { data } = await ask("shelf.tsx", "loader", "/?find=lock-keeper&sort=title");
    expect(data).toMatchObject({ found: 1, all: 1, sort: "title", more: null });
    const odd = await ask("shelf.tsx", "loader", "/?sort=upwards&shown=minus&find=%25%27%22");
    expect(odd.data).toMatchObject({ found: 0, all: 1, sort: "latest" });
  });

  test("begins lessons, copies them, puts them away, and refuses what it cannot do in words", async () => {
    const act = (fields: Record<string, string | Blob>) => ask("shelf.tsx", "action", "/", {}, form(fields));
    const begun = await act({ intent: "new", title: "  Weir ", unit: "mm" });
    expect(begun.response?.headers.get("Location")).toBe("/lessons/weir/paper");
    expect((await act({ intent: "copy", id: "weir" })).status).toBe(200);
    expect((await act({ intent: "copy", id: "gone" })).status).toBe(404);
    expect((await act({ intent: "put-away", id: "weir-copy" })).data).toEqual({ problems: [] });
    expect((await act({ intent: "bring-back", id: "weir-copy" })).data).toEqual({ problems: [] });
    expect((await act({ intent: "from-demo", name: "no-such" })).status).toBe(404);
    expect((await act({ intent: "from-demo", name: "crane-tower" })).status).toBe(302);
    for (const fields of [{ intent: "new", title: "  ", unit: "mm" }, { intent: "burn" }, {}])
      expect((await act(fields)).status).toBe(400);
    const broken = await act({ intent: "bring-in", file: new File(["{"], "half.json") });
    expect(broken.status).toBe(400);
    expect(JSON.stringify(broken.data)).toMatch(/half\.json.*was not brought in.*not valid JSON/);
    const large = await act({
      intent: "bring-in",
      file: new File([new Uint8Array(9 * 1024 ** 2)], "large.json"),
    });
    expect(large.status).toBe(413);
  });
});

describe("a lesson", () => {
  const of = () => ({ lessonId });
  const none = { lessonId: "no-such" };

  test("is sent with its revision, opens where the next thing to do is, and says when it is not there", async () => {
    const { data } = await ask("lesson.tsx", "loader", `/lessons/${lessonId}`, of());
    expect(data).toMatchObject({ id: lessonId, revision: 1, canUndo: false });
    const start = await ask("lesson-start.tsx", "loader", `/lessons/${lessonId}`, of());
    expect(start.response?.headers.get("Location")).toBe(`/lessons/${lessonId}/hand-out`);
    for (const [route, what] of [
      ["lesson.tsx", "loader"],
      ["lesson-start.tsx", "loader"],
      ["hand-out.tsx", "loader"],
      ["hand-out.tsx", "action"],
      ["log.tsx", "loader"],
      ["rehearse.tsx", "loader"],
      ["bundle-out.ts", "loader"],
      ["lesson-file.ts", "loader"],
      ["lesson-picture.ts", "loader"],
      ["watch.ts", "loader"],
    ] as const) {
      const gone = await ask(route, what, "/lessons/no-such", none);
      expect([route, gone.status]).toEqual([route, 404]);
      expect(await text(gone.response)).toMatch(/no (lesson|picture)/);
    }
  });

  test("is taken out as the file it came as, and as a bundle", async () => {
    const file = await ask("lesson-file.ts", "loader", `/lessons/${lessonId}/file`, of());
    expect(parseLessonText(await text(file.response))).toEqual(parseLessonText(DEMO));
    expect(file.response?.headers.get("Content-Disposition")).toContain(`${lessonId}.json`);
    const bundle = await ask("bundle-out.ts", "loader", `/lessons/${lessonId}/bundle`, of());
    const bytes = new Uint8Array((await bundle.response?.arrayBuffer()) ?? new ArrayBuffer(0));
    // "PK": the first local file header of a ZIP archive (APPNOTE, 4.3.7, from memory).
    expect([...bytes.slice(0, 4)]).toEqual([0x50, 0x4b, 3, 4]);
    const put = { method: "PUT", body: bytes, headers: { "X-File-Name": "again.zip" } };
    const again = await ask("bundle-in.ts", "action", "/bundles", {}, put);
    expect(again.data).toMatchObject({ id: `${lessonId}-2` });
    expect((await ask("bundle-in.ts", "action", "/bundles", {}, { method: "PUT" })).status).toBe(400);
    const none = { method: "PUT", body: "no zip", headers: { "X-File-Name": "no.zip" } };
    expect((await ask("bundle-in.ts", "action", "/bundles", {}, none)).status).toBe(400);
  });

  test("is saved edit by edit, steps back, and refuses what cannot be", async () => {
    const save = (value: unknown) => ask("save.ts", "action", `/lessons/${lessonId}/save`, of(), json(value));
    const title = (value: string) => [{ id: "lesson", field: "title", value }];
    expect((await save({ intent: "changes", base: 1, changes: title("Two") })).data).toEqual({
      kind: "saved",
      revision: 2,
    });
    expect((await save({ intent: "changes", base: 2, changes: title("") })).data).toMatchObject({
      kind: "refused",
    });
    expect((await save({ intent: "changes", base: 1, changes: title("Mine") })).data).toMatchObject({
      kind: "conflict",
    });
    expect((await save({ intent: "undo", base: 2 })).data).toEqual({ kind: "saved", revision: 3 });
    expect((await save({ intent: "redo", base: 3 })).data).toEqual({ kind: "saved", revision: 4 });
    // Sent again because its answer was lost, an edit is not made twice.
    const sent = { intent: "changes", base: 4, key: "key-of-one-edit", changes: title("Once") };
    expect((await save(sent)).data).toEqual({ kind: "saved", revision: 5 });
    expect((await save(sent)).data).toEqual({ kind: "saved", revision: 5 });
    const back = { intent: "undo", base: 5, key: "key-of-an-undo" };
    expect((await save(back)).data).toEqual({ kind: "saved", revision: 6 });
    expect((await save(back)).data).toEqual({ kind: "saved", revision: 6 });
    const late = { intent: "changes", base: 1, key: "key-of-a-late-one", changes: title("Late") };
    const aside = (await save(late)).data;
    expect(aside).toMatchObject({ kind: "conflict" });
    expect((await save(late)).data).toEqual(aside);
    expect((await save({ intent: "explode" })).status).toBe(400);
    expect((await save("not an edit")).status).toBe(400);
    const gone = await ask(
      "save.ts",
      "action",
      "/lessons/no-such/save",
      none,
      json({ intent: "undo", base: 1 }),
    );
    expect(gone.status).toBe(404);
  });

  test("has a log from which revisions are looked at and brought back", async () => {
    const log = await ask("log.tsx", "loader", `/lessons/${lessonId}/log`, of());
    expect(log.data).toMatchObject({ prints: [], setAside: [{ baseRevision: 1 }, { baseRevision: 1 }] });
    const looked = { ...of(), revision: "1" };
    const picture = await ask("revision-picture.ts", "loader", `/x?to=2`, looked);
    expect(await text(picture.response)).toMatch(/^<svg /);
    const missing = await ask("revision-picture.ts", "loader", "/x", { ...of(), revision: "99" });
    expect(missing.status).toBe(404);
    expect((await ask("revision-picture.ts", "loader", "/x", { ...of(), revision: "one" })).status).toBe(404);
    expect((await ask("log.tsx", "action", "/x", of(), form({ revision: "1" }))).data).toEqual({
      problem: null,
    });
    expect((await ask("log.tsx", "action", "/x", of(), form({ revision: "99" }))).status).toBe(404);
    expect((await ask("log.tsx", "action", "/x", of(), form({}))).status).toBe(400);
  });

  test("is printed: pages, a print in the log, and its file, the same each time it is asked for", async () => {
    const before = await ask("hand-out.tsx", "loader", "/x", of());
    expect(before.data).toMatchObject({ prints: [] });
    const { data } = await ask("hand-out.tsx", "action", "/x", of(), form({}));
    const { printId } = data as { printId: number };
    const after = await ask("hand-out.tsx", "loader", "/x", of());
    expect(after.data).toMatchObject({ prints: [{ id: printId, revision: 7 }] });
    const pdf = async () => {
      const { response } = await ask("print-file.ts", "loader", "/x", { ...of(), printId: String(printId) });
      return Buffer.from((await response?.arrayBuffer()) ?? new ArrayBuffer(0));
    };
    const file = await pdf();
    expect(file.subarray(0, 5).toString()).toBe("%PDF-");
    expect(file.equals(await pdf())).toBe(true);
    // Anything else that is handed out goes the same way; the page to take home is a file of another kind.
    const other = async (wish: object) => {
      const { data } = await ask("hand-out.tsx", "action", "/x", of(), form({ wish: JSON.stringify(wish) }));
      const printId = String((data as { printId: number | null }).printId);
      const { response } = await ask("print-file.ts", "loader", "/x", { ...of(), printId });
      return response;
    };
    expect((await other({ what: "kit" }))?.headers.get("Content-Disposition")).toContain("-kit.pdf");
    expect((await other({ what: "take-home" }))?.headers.get("Content-Type")).toContain("text/html");
    for (const wish of ["no json", '{"what":"leaflet"}', '{"what":"cards","only":[]}'])
      expect((await ask("hand-out.tsx", "action", "/x", of(), form({ wish }))).status).toBe(400);
    const page = await ask("take-home.ts", "loader", "/x", of());
    expect(await text(page.response)).toContain("<!doctype html>");
    const picture = await ask("hand-out-picture.ts", "loader", "/x", { ...of(), what: "recap" });
    expect(
      Buffer.from((await picture.response?.arrayBuffer()) ?? new ArrayBuffer(0)).toString("latin1", 1, 4),
    ).toBe("PNG");
    for (const [what, status] of [
      ["take-home", 204],
      ["leaflet", 404],
    ] as const)
      expect((await ask("hand-out-picture.ts", "loader", "/x", { ...of(), what })).status).toBe(status);
    for (const printId of ["999", "x"])
      expect((await ask("print-file.ts", "loader", "/x", { ...of(), printId })).status).toBe(404);
  });

  test("writes out its times in every format, and nothing at an address of none", async () => {
    for (const format of ["vtt", "srt", "chapters", "chapter-list", "steps", "otio", "edl", "csv"]) {
      const { status, response } = await ask("times.ts", "loader", "/x", { ...of(), format });
      expect([format, status]).toEqual([format, 200]);
      expect((await text(response)).length).toBeGreaterThan(100);
    }
    expect((await ask("times.ts", "loader", "/x", { ...of(), format: "docx" })).status).toBe(404);
    // Without a recording there is nothing to cut.
    expect((await ask("times.ts", "loader", "/x", { lessonId: "weir", format: "edl" })).status).toBe(404);
  });

  test("takes in recordings of its kind and size, and gives them out in ranges", async () => {
    const put = (body: BodyInit, type: string) =>
      ask("recording.ts", "action", "/x", of(), {
        method: "PUT",
        body,
        headers: { "Content-Type": type, "X-File-Name": "take.mp4" },
      });
    const film = smallMp4("pictures");
    const { data } = await put(new Uint8Array(film), "video/mp4");
    const { file } = data as { file: string };
    expect((await put("a note", "text/plain")).status).toBe(415);
    expect((await put(new Uint8Array(4096), "video/mp4")).status).toBe(413);
    expect((await ask("recording.ts", "action", "/x", none, { method: "PUT" })).status).toBe(404);
    const get = (headers: HeadersInit = {}) => ask("media.ts", "loader", "/x", { file }, { headers });
    expect(await text((await get()).response)).toBe(film.toString());
    const part = (await get({ Range: `bytes=${film.length - 8}-` })).response;
    expect([part?.status, await text(part)]).toEqual([206, "pictures"]);
    const half = await put(new Uint8Array(film.subarray(0, -3)), "video/mp4");
    expect([half.status, JSON.stringify(half.data)]).toEqual([
      422,
      expect.stringMatching(/take\.mp4.*breaks off/),
    ]);
    // RFC 9110, 15.5.17: how long the file is goes with a range that is not in it.
    const beyond = await get({ Range: "bytes=99-" });
    expect([beyond.status, beyond.response?.headers.get("Content-Range")]).toEqual([
      416,
      `bytes */${film.length}`,
    ]);
    expect((await ask("media.ts", "loader", "/x", { file: "../regulanda.sqlite" })).status).toBe(404);
    // The recording the lesson names is not among them: said, not failed.
    const { data: said } = await ask("rehearse.tsx", "loader", "/x", of());
    expect(said).toEqual({ missingFile: "glasshouse-take.mp4" });
  });

  test("calls out what is saved to whoever watches, and lets go of who has gone", async () => {
    const gone = new AbortController();
    const { response } = await ask("watch.ts", "loader", "/x", of(), { signal: gone.signal });
    const reader = response?.body?.getReader();
    const heard = async () => new TextDecoder().decode((await reader?.read())?.value);
    expect(await heard()).toBe("data: 7\n\n");
    await ask("save.ts", "action", "/x", of(), json({ intent: "undo", base: 7 }));
    const edit = { intent: "changes", base: 7, changes: [{ id: "lesson", field: "title", value: "Heard" }] };
    await ask("save.ts", "action", "/x", of(), json(edit));
    expect(await heard()).toBe("data: 8\n\n");
    gone.abort();
    expect((await reader?.read())?.done).toBe(true);
  });

  test("has its drawing for the shelf", async () => {
    const { makeDigest } = await import("../../server/digests.server.ts");
    await makeDigest(lessonId);
    const { response } = await ask("lesson-picture.ts", "loader", "/x", of());
    expect(response?.headers.get("Content-Type")).toBe("image/svg+xml");
    expect(await text(response)).toMatch(/^<svg /);
  });
});

test("the passphrase lets in who knows it, to a page of this app alone, and puts guesses off", async () => {
  expect((await ask("enter.tsx", "loader", "/enter")).response?.headers.get("Location")).toBe("/");
  const gate = await openGate("reeds along the quay", Buffer.from("a key"));
  const context = new RouterContextProvider(
    new Map([[requestContext, { nonce: null, address: "10.0.0.7", secure: true, gate }]]),
  );
  expect((await ask("enter.tsx", "loader", "/enter", {}, {}, context)).data).toBeNull();
  const enter = (passphrase: string, to = "/") =>
    ask("enter.tsx", "action", `/enter?to=${encodeURIComponent(to)}`, {}, form({ passphrase }), context);
  const inside = await enter("reeds along the quay", "/lessons/weir/paper?step=a");
  expect(inside.response?.headers.get("Location")).toBe("/lessons/weir/paper?step=a");
  const cookie = inside.response?.headers.get("Set-Cookie") ?? "";
  expect(cookie).toMatch(/HttpOnly/);
  expect(cookie).toMatch(/Secure/);
  expect(gate.isInside(cookie.split(";")[0])).toBe(true);
  for (const elsewhere of [
    "https://elsewhere.example/",
    "//elsewhere.example",
    "/\\elsewhere.example",
    "javascript:0",
  ])
    expect((await enter("reeds along the quay", elsewhere)).response?.headers.get("Location")).toBe("/");
  const answers: number[] = [];
  for (let i = 0; i < 8; i++) answers.push((await enter(`guess ${i}`)).status);
  expect(answers).toEqual([401, 401, 401, 401, 401, 429, 429, 429]);
  // Put off, also the right one is not looked at.
  expect((await enter("reeds along the quay")).status).toBe(429);
});

classAndCourseRoutes(() => lessonId);

test("any other address is answered in words", async () => {
  const { status, response } = await ask("not-found.tsx", "loader", "/nowhere");
  expect([status, await text(response)]).toEqual([404, expect.stringMatching(/nothing at this address/)]);
});

test("every loader and action of every route was called", async () => {
  const all: string[] = [];
  for (const file of readdirSync(join(HOME, "app/routes"))) {
    if (file.endsWith(".server.ts")) continue;
    const source = readFileSync(join(HOME, "app/routes", file), "utf8");
    for (const what of ["loader", "action"])
      if (new RegExp(`export (?:async )?function ${what}\\b`).test(source)) all.push(`${file} ${what}`);
  }
  expect([...called].sort()).toEqual(all.sort());
});
