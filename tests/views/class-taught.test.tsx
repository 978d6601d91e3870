import { fireEvent } from "@testing-library/dom";
import { afterEach, expect, test, vi } from "vitest";
import { closePage, openPage, pass, settled } from "./app-in-process.tsx";
import { outlineOf } from "./outline.ts";
import { crateOnShelf, waiting, whicheverCrate } from "./quay.ts";

const { beginClass, classSession } = await import("#app/lesson/class/class-session.ts");
const { listClasses } = await import("../../server/classes.server.ts");

afterEach(() => {
  closePage();
  localStorage.clear();
});

const key = (key: string, code: string) => fireEvent.keyDown(document.body, { key, code });
const begin = (id: string) =>
  beginClass(id, { revision: 1, group: "Saturday 9–11s", pupils: 14, ageBand: "9-11", goesOn: false });
const button = (page: Element, says: string) => {
  const found = [...page.querySelectorAll<HTMLElement>("button, a")].find((b) => b.textContent === says);
  if (!found) throw new Error(`no button ${says}`);
  return found;
};

test("a class is led by keys, ended, corrected and put into the record", async () => {
  const { id } = crateOnShelf(waiting);
  const recorded = listClasses(id).length;
  begin(id);
  const page = openPage(`/lessons/${id}/class/stage`);
  await pass();
  const now = () => page.querySelector("[aria-label=Now]")?.textContent ?? "";
  const first = now();
  expect(first).toContain("1 ");
  key("s", "KeyS");
  key("x", "KeyX");
  await pass(20_000);
  const waits = () => page.querySelector("[role=timer]") !== null;
  for (let presses = 0; !waits(); presses++) {
    if (presses > 9) throw new Error(`no wait comes: ${now()}`);
    key(" ", "Space");
    await pass();
  }
  key("w", "KeyW");
  await pass();
  expect(classSession(id)?.events.map((e) => e.kind)).toEqual(
    expect.arrayContaining(["go", "stuck", "longer"]),
  );
  const whileWaiting = now();
  key(" ", "Space");
  await pass();
  expect(now()).not.toBe(whileWaiting);
  expect(now()).toMatch(/^\D*2/);
  key("b", "KeyB");
  key("b", "KeyB");
  await pass();
  expect(now()).toMatch(/^\D*1/);
  await expect(`${whicheverCrate(outlineOf(page))}\n`).toMatchFileSnapshot("class/stage.txt");

  fireEvent.click(button(page, "End the class"));
  await expect(`${whicheverCrate(await settled(page))}\n`).toMatchFileSnapshot("class/over.txt");
  fireEvent.click(button(page, "Go on with the class"));
  await pass();
  expect(page.querySelector("[aria-label=Now]")).not.toBeNull();
  fireEvent.click(button(page, "End the class"));
  await pass();
  const change = page.querySelector("textarea:not([aria-hidden])");
  if (!change) throw new Error("nowhere to say what to change");
  fireEvent.change(change, { target: { value: "More time for the last corner." } });
  fireEvent.submit(page.querySelector("form") ?? page);
  await pass();
  expect(page.textContent).toContain("No class is under way");
  expect(classSession(id)).toBeNull();
  const classes = listClasses(id);
  expect(classes).toHaveLength(recorded + 1);
  const taught = classes.map((c) => c.taught).find((t) => t.change === "More time for the last corner.");
  expect(taught).toMatchObject({ group: "Saturday 9–11s", pupils: 14, ageBand: "9-11" });
  expect(taught?.steps[0]).toMatchObject({ stuck: 1 });
});

test("a class whose server is gone waits in this browser, and is sent as soon as it answers", async () => {
  const { id } = crateOnShelf();
  const recorded = listClasses(id).length;
  begin(id);
  const page = openPage(`/lessons/${id}/class/stage`);
  await pass();
  await pass(20_000);
  fireEvent.click(button(page, "End the class"));
  await pass();
  const reached = globalThis.fetch;
  globalThis.fetch = () => Promise.reject(new TypeError("no server"));
  fireEvent.submit(page.querySelector("form") ?? page);
  await pass();
  expect(page.textContent).toContain("On its way into the record");
  expect(listClasses(id)).toHaveLength(recorded);
  globalThis.fetch = reached;
  await pass(4000);
  await pass();
  expect(page.textContent).toContain("No class is under way");
  expect(listClasses(id)).toHaveLength(recorded + 1);
});

test("what a lid closed on stands still when somebody is there again, and nothing is counted", async () => {
  const { id } = crateOnShelf();
  begin(id);
  const page = openPage(`/lessons/${id}/class/stage`);
  await pass();
  const events = () => classSession(id)?.events ?? [];
  const before = events().length;
  // The page's clock stands, the day's goes on.
  vi.setSystemTime(Date.now() + 600_000);
  await pass();
  expect(
    events()
      .slice(before)
      .map((e) => e.kind),
  ).toEqual(["away", "rest"]);
  expect(page.textContent).toContain("Standing still");
});

test("the desk shows the class of the stage, and none when there is none", async () => {
  const { id } = crateOnShelf();
  begin(id);
  const page = openPage(`/lessons/${id}/class/desk`);
  await pass();
  await expect(`${whicheverCrate(outlineOf(page))}\n`).toMatchFileSnapshot("class/desk.txt");
});
