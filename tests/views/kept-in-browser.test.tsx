import { fireEvent } from "@testing-library/dom";
import * as v from "valibot";
import { beforeEach, expect, test } from "vitest";
import { entriesSetAside, forgetSetAside, keptInBrowser } from "#app/kept-in-browser.ts";
import { beginClass, classSession, SESSION_PREFIX } from "#app/lesson/class/class-session.ts";
import { browserStore, unsavedPrefix } from "#app/lesson/saving/unsaved-store.ts";
import { blankLesson, setLesson } from "#core/document/lesson";
import { createLesson, findLesson } from "../../server/lessons.server.ts";
import { closePage, openPage, settled } from "./app-in-process.tsx";
import { db } from "./data-folder.ts";

beforeEach(() => localStorage.clear());

const numbers = keptInBrowser("numbers/", v.object({ n: v.number() }));

test("what cannot be read is set aside with its text, and blocks nothing beside it", () => {
  numbers.write("good", { n: 1 });
  const bad = { torn: '{"n": 1', other: '{"n": "one"}', nothing: "null", empty: "" };
  for (const [name, text] of Object.entries(bad)) localStorage.setItem(`numbers/${name}`, text);
  const read = numbers.names().map((name) => numbers.read(name));
  expect(read.filter((one) => one !== null)).toEqual([{ n: 1 }]);
  expect(numbers.names()).toEqual(["good"]);
  expect(
    entriesSetAside("numbers/")
      .map((e) => e.text)
      .sort(),
  ).toEqual(Object.values(bad).sort());
});

test("a second entry of the same name does not push the first one out; another's is not taken for it", () => {
  for (const text of ["{", "["]) {
    localStorage.setItem("numbers/weir", text);
    expect(numbers.read("weir")).toBeNull();
  }
  localStorage.setItem("numbers/weir-copy", "(");
  numbers.read("weir-copy");
  expect(entriesSetAside("numbers/weir").map((e) => e.text)).toEqual(["{", "["]);
  forgetSetAside("numbers/weir");
  expect(entriesSetAside("numbers/").map((e) => e.text)).toEqual(["("]);
});

test("a class that cannot be read is none, and a new one begins beside it", () => {
  localStorage.setItem(`${SESSION_PREFIX}weir`, '{"key": 7}');
  expect(classSession("weir")).toBeNull();
  beginClass("weir", { revision: 1, group: "Tuesday club", pupils: 12, ageBand: "9-11", goesOn: false });
  expect(classSession("weir")).toMatchObject({ group: "Tuesday club", events: [{ kind: "go", station: 0 }] });
  expect(classSession("weir")).toBe(classSession("weir"));
  expect(entriesSetAside(`${SESSION_PREFIX}weir`)).toHaveLength(1);
});

test("unsaved edits of other windows are taken up past one that is torn", async () => {
  const edit = { key: "1-2", intent: "changes" as const, changes: [setLesson("title", "Weir at low water")] };
  const prefix = `${unsavedPrefix("weir/1")}`;
  sessionStorage.setItem("regulanda-window", "own");
  localStorage.setItem(`${prefix}own`, '[{"key": "9", "intent": "burn", "changes": []}]');
  expect(await browserStore("weir/1").adopt()).toEqual([]);
  localStorage.setItem(`${prefix}own`, JSON.stringify([edit]));
  expect(await browserStore("weir/1").adopt()).toEqual([edit]);
  expect(entriesSetAside(prefix)).toHaveLength(1);
});

test("the lesson's page says so, saves on, and forgets it when told to", async () => {
  const id = createLesson(blankLesson("Weir", "mm"), db);
  const createdAt = findLesson(id)?.createdAt.getTime();
  sessionStorage.setItem("regulanda-window", "own");
  localStorage.setItem(`${unsavedPrefix(`${id}/${createdAt}`)}own`, "[{");
  const page = openPage(`/lessons/${id}/plan`);
  const alert = () => page.querySelector('[role="alert"]')?.textContent ?? "";
  await settled(page);
  expect(alert()).toContain("This browser kept unsaved edits that cannot be read: one entry");
  const title = page.querySelector<HTMLInputElement>('[aria-label="Title of the lesson"]');
  if (!title) throw new Error("no title");
  fireEvent.change(title, { target: { value: "Weir at high water" } });
  await settled(page);
  fireEvent.focusOut(title);
  await settled(page);
  expect(findLesson(id)?.lesson.title).toBe("Weir at high water");
  for (const button of page.querySelectorAll("button"))
    if (button.textContent === "Throw away") fireEvent.click(button);
  await settled(page);
  expect(alert()).toBe("");
  expect(localStorage.length).toBe(0);
  closePage();
});
