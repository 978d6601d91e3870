import { rmSync, writeFileSync } from "node:fs";
import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import { join } from "node:path";
import type { Page } from "@playwright/test";
import { Database } from "../../server/db/driver.server.ts";
import { holdLocked, makeReadOnly, makeWritable } from "../attack/break-store.ts";
import { expect, type Own, test } from "./own-server.ts";

const status = (page: Page) => page.locator("header [role=status]");
const trouble = (page: Page) => page.getByRole("alert").filter({ hasText: /wait/ });
const fromLeft = (page: Page) => page.getByRole("textbox", { name: "From the left edge" });

/** Where the first crate stands by what the server has stored. */
async function storedAt({ server, lesson }: Own): Promise<number> {
  const document = (await (await fetch(`${server.home}/lessons/${lesson}/file`)).json()) as {
    objects: { handles: { fromLeftMm: number } }[];
  };
  return document.objects[0]?.handles.fromLeftMm ?? 0;
}

async function atTheCrate(page: Page, { server, lesson }: Own): Promise<void> {
  await page.goto(`${server.home}/lessons/${lesson}/build`);
  await page.getByRole("button", { name: /^1\. / }).click();
}

async function nudge(page: Page, times: number): Promise<void> {
  for (let i = 0; i < times; i++) await page.keyboard.press("ArrowRight");
}

/** The copy that is offered holds what is on the screen, saved or not. */
async function copyHolds(page: Page, mm: number): Promise<void> {
  const coming = page.waitForEvent("download");
  await page.getByRole("button", { name: "Take out a copy" }).click();
  const stream = await (await coming).createReadStream();
  let text = "";
  for await (const chunk of stream) text += chunk;
  const copy = JSON.parse(text) as { objects: { handles: { fromLeftMm: number } }[] };
  expect(copy.objects[0]?.handles.fromLeftMm).toBeCloseTo(mm, 6);
}

test.describe("an edit that cannot be saved", () => {
  test.use({ expectedErrors: [/Failed to load resource|net::ERR|EventSource/] });

  const BROKEN = [
    {
      name: "locked",
      says: "Another program holds the lessons' database just now.",
      break: (o: Own) => {
        const release = holdLocked(o.folder);
        return async () => release();
      },
    },
    {
      name: "read-only",
      says: "The server may not write to the folder of its lessons",
      break: (o: Own) => {
        makeReadOnly(o.folder);
        return async () => {
          makeWritable(o.folder);
          await o.restart();
        };
      },
    },
    {
      name: "vanished",
      says: "The lessons' database is gone from the folder of the server",
      break: (o: Own) => {
        const path = join(o.folder, "regulanda.sqlite");
        const kept = new Database(path);
        kept.pragma("wal_checkpoint(TRUNCATE)");
        const bytes = kept.serialize();
        kept.close();
        rmSync(path);
        return async () => {
          await o.server.kill();
          for (const part of ["-wal", "-shm"]) rmSync(`${path}${part}`, { force: true });
          writeFileSync(path, bytes);
          await o.restart();
        };
      },
    },
  ] as const;

  for (const { name, says, break: breakIt } of BROKEN)
    test(`because the database is ${name}: the edits stay, also over a reload, and go when it can be written again`, async ({
      page,
      own,
    }) => {
      const o = await own();
      await atTheCrate(page, o);
      await nudge(page, 2);
      await expect(status(page)).toHaveText("Saved");
      const before = Number.parseFloat(await fromLeft(page).inputValue());
      expect(await storedAt(o)).toBeCloseTo(before, 6);
      const mend = breakIt(o);
      await nudge(page, 5);
      await expect(trouble(page)).toContainText(says);
      await expect(trouble(page)).toContainText("Five edits wait, kept in this browser");
      await expect(status(page)).toHaveText("Not saved yet");
      await nudge(page, 3);
      const shown = before + 8;
      await expect(fromLeft(page)).toHaveValue(new RegExp(`^${shown}\\b`));
      await copyHolds(page, shown);
      // The window is loaded anew: pages can still be read, and what was not saved is there.
      await page.reload();
      await page.getByRole("button", { name: /^1\. / }).click();
      await expect(fromLeft(page)).toHaveValue(new RegExp(`^${shown}\\b`));
      await expect(trouble(page)).toContainText("Eight edits wait");
      await mend();
      await expect(status(page)).toHaveText("Saved");
      await expect(trouble(page)).toBeHidden();
      expect(await storedAt(o)).toBeCloseTo(shown, 6);
    });

  test("because the disk is full: said with what to do, every edit that was made is there once there is room", async ({
    page,
    own,
  }) => {
    // SQLite's own limit of a database's size stands for the disk.
    const o = await own({ REGULANDA_LARGEST_DATABASE_MB: "0.24" });
    await atTheCrate(page, o);
    await expect(async () => {
      await nudge(page, 10);
      await expect(trouble(page)).toContainText("The disk of the server is full: make room on it.", {
        timeout: 2000,
      });
    }).toPass();
    const shown = Number.parseFloat(await fromLeft(page).inputValue());
    expect(await storedAt(o)).toBeLessThan(shown);
    await copyHolds(page, shown);
    await o.restart();
    await page
      .getByRole("button", { name: "Try again" })
      .click({ timeout: 3000 })
      .catch(() => null);
    await expect(status(page)).toHaveText("Saved");
    expect(await storedAt(o)).toBeCloseTo(shown, 6);
  });

  test("because the lesson is gone: the page stays with its edits, and offers them as a lesson of their own", async ({
    page,
    own,
  }) => {
    const o = await own();
    await atTheCrate(page, o);
    await nudge(page, 1);
    await expect(status(page)).toHaveText("Saved");
    const before = Number.parseFloat(await fromLeft(page).inputValue());
    const other = new Database(join(o.folder, "regulanda.sqlite"));
    other.pragma("foreign_keys = OFF");
    for (const table of ["digests", "pictures", "revisions", "lessons"]) other.exec(`delete from ${table}`);
    other.close();
    await nudge(page, 2);
    await expect(trouble(page)).toContainText("not in the server's store any more");
    await expect(trouble(page)).toContainText("bring it in on the shelf as a lesson of its own");
    await copyHolds(page, before + 2);
    // Another place has nothing to show of it; the lesson round it stays, and the way back.
    await page.getByRole("link", { name: "Log" }).click();
    await expect(page.getByRole("heading", { name: "That did not work" })).toBeVisible();
    await expect(trouble(page)).toBeVisible();
    await page.getByRole("link", { name: "Build" }).click();
    await page.getByRole("button", { name: /^1\. / }).click();
    await expect(fromLeft(page)).toHaveValue(new RegExp(`^${before + 2}\\b`));
  });

  test("what is left when one goes to the shelf at once is still saved", async ({ page, own }) => {
    const o = await own();
    await atTheCrate(page, o);
    const before = Number.parseFloat(await fromLeft(page).inputValue());
    await nudge(page, 12);
    await page.getByRole("link", { name: "Regulanda: back to the shelf" }).click();
    await expect(page.getByRole("heading", { level: 3 }).first()).toBeVisible();
    await expect.poll(() => storedAt(o)).toBeCloseTo(before + 12, 6);
  });
});

test("a page from elsewhere can open this one by a link, and nothing else: no write, no picture, no frame", async ({
  page,
  own,
  expectedErrors,
}) => {
  expectedErrors.push(/.*/);
  const o = await own({ REGULANDA_LOG: "on" });
  const foreign = createServer((_, res) => {
    res.setHeader("Content-Type", "text/html");
    res.end(`<!doctype html><title>elsewhere</title><a id="link" href="${o.server.home}/lessons/${o.lesson}/build">open</a>
      <iframe id="frame" name="frame"></iframe><img id="picture" alt="">
      <form id="form" target="frame" method="post"></form>`);
  });
  await new Promise<void>((listening) => foreign.listen(0, "127.0.0.1", listening));
  const elsewhere = `http://127.0.0.1:${(foreign.address() as AddressInfo).port}`;
  const before = await (await fetch(`${o.server.home}/lessons/${o.lesson}/file`)).text();
  const putDown = o.server.said().length;
  // What a page may not see the browser does not always tell of either: the server's own log knows.
  const answers = (like: RegExp) => o.server.said().slice(putDown).match(like)?.length ?? 0;
  /** Sends the frame somewhere, where the server has to refuse it. */
  const refusedInFrame = async (what: string, send: () => Promise<void>): Promise<void> => {
    const like = new RegExp(` ${what} 403 `, "g");
    const before = answers(like);
    await send();
    await expect.poll(() => answers(like), what).toBe(before + 1);
  };
  for (const from of [elsewhere, elsewhere.replace("127.0.0.1", "localhost")]) {
    await page.goto(from);
    await page.evaluate(
      async ({ home, lesson }) => {
        const edit = JSON.stringify({
          intent: "changes",
          base: 1,
          changes: [{ id: "lesson", field: "title", value: "Not yours" }],
        });
        const tries: [string, RequestInit][] = [
          [`/lessons/${lesson}/save`, { method: "POST", mode: "no-cors", body: edit }],
          [
            `/lessons/${lesson}/save`,
            { method: "POST", mode: "no-cors", headers: { "Content-Type": "text/plain" }, body: edit },
          ],
          [
            `/lessons/${lesson}/save`,
            { method: "POST", headers: { "Content-Type": "application/json" }, body: edit },
          ],
          [
            `/lessons/${lesson}/save`,
            {
              method: "POST",
              mode: "no-cors",
              headers: { "Content-Type": "application/x-www-form-urlencoded" },
              body: edit,
            },
          ],
          ["/bundles", { method: "PUT", headers: { "Content-Type": "application/zip" }, body: "x" }],
          [
            "/?index",
            {
              method: "POST",
              mode: "no-cors",
              body: new URLSearchParams({ intent: "put-away", id: lesson }),
            },
          ],
          [`/lessons/${lesson}/hand-out`, { method: "POST", mode: "no-cors" }],
        ];
        for (const [path, init] of tries) await fetch(`${home}${path}`, init).catch(() => null);
        const picture = document.getElementById("picture") as HTMLImageElement;
        picture.src = `${home}/mark.svg`;
        await new Promise((later) => {
          picture.onload = picture.onerror = later;
        });
        if (picture.naturalWidth > 0) throw new Error("the picture is shown elsewhere");
      },
      { home: o.server.home, lesson: o.lesson },
    );
    for (const [enctype, path] of [
      ["text/plain", `/lessons/${o.lesson}/save`],
      ["application/x-www-form-urlencoded", "/"],
      ["multipart/form-data", "/"],
    ] as const) {
      const send = (form: HTMLElement, how: { action: string; enctype: string }) => {
        form.innerHTML =
          '<input name="intent" value="new"><input name="title" value="Not yours"><input name="unit" value="mm">';
        (Object.assign(form, how) as HTMLFormElement).submit();
      };
      const action = `${o.server.home}${path === "/" ? "/?index" : path}`;
      await refusedInFrame(`POST ${path}`, () => page.locator("#form").evaluate(send, { action, enctype }));
    }
    const show = (frame: HTMLElement, src: string) => void Object.assign(frame, { src });
    await refusedInFrame("GET /", () => page.locator("#frame").evaluate(show, `${o.server.home}/`));
    expect(
      page
        .frames()
        .some(
          (f) =>
            f.url().startsWith(o.server.home) &&
            f.url() !== "chrome-error://chromewebdata/" &&
            f !== page.mainFrame() &&
            f.childFrames().length > 0,
        ),
    ).toBe(false);
    await expect(page.frameLocator("#frame").getByRole("heading")).toHaveCount(0);
  }
  expect(answers(/ (?:POST|PUT) \S+ 403 /g)).toBe(16);
  expect(answers(/ (?:POST|PUT) \S+ [23]\d\d /g)).toBe(0);
  expect(await (await fetch(`${o.server.home}/lessons/${o.lesson}/file`)).text()).toBe(before);
  expect(await (await fetch(o.server.home)).text()).not.toContain("Not yours");
  await page.goto(elsewhere);
  await page.locator("#link").click();
  await expect(page.getByRole("button", { name: /^1\. / })).toBeVisible();
  foreign.close();
});

test("behind a passphrase: asked for by the page one wanted, wrong ones told, and a session that ends costs no edit", async ({
  page,
  own,
  context,
  expectedErrors,
}) => {
  expectedErrors.push(/401|EventSource/);
  const o = await own({
    REGULANDA_PASSPHRASE: "reeds along the quay",
    REGULANDA_NAMES: "quay.school.example",
  });
  const { home } = o.server;
  await page.goto(`${home}/?sort=title`);
  await expect(page.locator("input[name=passphrase]")).toBeFocused();
  await page.keyboard.type("seeds along the quay");
  await page.keyboard.press("Enter");
  await expect(page.getByText("That is not it.")).toBeVisible();
  await page.locator("input[name=passphrase]").fill("reeds along the quay");
  await page.keyboard.press("Enter");
  await page.waitForURL(`${home}/?sort=title`);
  await page.getByRole("textbox", { name: /title/i }).first().fill("Weir");
  await page.keyboard.press("Enter");
  await page.waitForURL(/\/lessons\/weir\/paper/);
  await context.clearCookies();
  await page.getByRole("link", { name: "Hand out" }).click();
  await expect(page.getByRole("heading", { name: "The passphrase is asked for" })).toBeVisible();
  await page.getByRole("link", { name: "Enter it" }).click();
  await page.locator("input[name=passphrase]").fill("reeds along the quay");
  await page.keyboard.press("Enter");
  await page.waitForURL(`${home}/lessons/weir/hand-out`);
  await page.getByRole("link", { name: "Plan" }).click();
  await expect(page.getByRole("radio", { name: "Fold twice" })).toBeVisible();
  await context.clearCookies();
  await page.getByRole("radio", { name: "Fold twice" }).check();
  await expect(trouble(page)).toContainText("The server asks for the passphrase again. One edit waits");
  const [other] = await Promise.all([
    context.waitForEvent("page"),
    page.getByRole("link", { name: "Enter the passphrase" }).click(),
  ]);
  await other.locator("input[name=passphrase]").fill("reeds along the quay");
  await other.keyboard.press("Enter");
  await other.waitForURL(`${home}/`);
  // By itself, or at a press: whichever is first.
  await expect(status(page)).toHaveText("Saved");
  const file = await page.request.get(`${home}/lessons/weir/file`);
  expect(((await file.json()) as { plan: { centre: string } }).plan.centre).toBe("fold");
});
