import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, afterEach, beforeAll, expect, test } from "vitest";

const folder = mkdtempSync(join(tmpdir(), "regulanda-views-"));
process.env.REGULANDA_DATA = folder;
afterAll(() => rmSync(folder, { recursive: true }));

const { openPage, closePage, settled } = await import("./app-in-process.tsx");
const { openDatabase } = await import("../../server/db/database.server.ts");
const { seed } = await import("../../demo/seed.ts");

beforeAll(() => seed(openDatabase(folder), folder));
afterEach(closePage);

const PAGES = [
  ["shelf", "/"],
  ["course", "/courses/1"],
  ...["the-ticket-kiosk", "the-lock-keepers-glasshouse"].flatMap((id) =>
    ["plan", "paper", "build", "rehearse", "hand-out", "teach", "log"].map(
      (place) => [`${id}-${place}`, `/lessons/${id}/${place}`] as const,
    ),
  ),
  // A recording's sound is read beside the page and comes when it comes: this lesson has none.
  ["the-ticket-kiosk-narrate", "/lessons/the-ticket-kiosk/narrate"],
  ["chosen-step", "/lessons/the-ticket-kiosk/build?step=kiosk%2Ffront"],
  ["class-desk", "/lessons/the-lock-keepers-glasshouse/class/desk"],
  ["no-such-lesson", "/lessons/no-such-lesson/build"],
] as const;

test.each(PAGES)(
  "%s shows what it showed: if this is meant, npm run renew-goldens, and read the difference",
  async (name, path) => {
    await expect(`${await settled(openPage(path))}\n`).toMatchFileSnapshot(`pages/${name}.txt`);
  },
);
