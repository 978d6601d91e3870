import { afterEach, beforeAll, expect, test } from "vitest";
import { seed } from "../../demo/seed.ts";
import { listCourses } from "../../server/courses.server.ts";
import { closePage, openPage, settled } from "./app-in-process.tsx";
import { db, emptyShelf, folder } from "./data-folder.ts";

beforeAll(async () => {
  emptyShelf();
  await seed(db, folder);
});
afterEach(closePage);

const PAGES = [
  ["shelf", "/"],
  ["course", "/courses/one"],
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
    // A course has the next free number, whatever was made and taken away before.
    const course = `/courses/${listCourses(db)[0]?.id}`;
    const shown = await settled(openPage(path.replace("/courses/one", course)));
    await expect(`${shown.replaceAll(course, "/courses/one")}\n`).toMatchFileSnapshot(`pages/${name}.txt`);
  },
);
