import { describe, expect, test } from "vitest";
import { ask, form, json, text } from "./ask-route.ts";

/** Tests of what classes and courses ask of the server, with a lesson that is on the shelf. */
export function classAndCourseRoutes(onShelf: () => string): void {
  describe("classes and courses", () => {
    const of = () => ({ lessonId: onShelf() });
    const step = {
      stepId: "door/edges",
      title: "Door",
      plannedMs: 60_000,
      tookMs: 90_000,
      stuck: 1,
      slips: 0,
    };
    const taught = {
      day: "2026-11-28",
      group: "Tuesday club",
      ageBand: "9-11",
      pupils: 12,
      steps: [step],
      change: "",
    };
    const classes = (asked: unknown) => ask("classes.ts", "action", "/", of(), json(asked));
    const keep = (key: string, over: object = {}) =>
      classes({ intent: "keep", key, revision: 1, taught: { ...taught, ...over } });

    test("a class is opened with the lesson as it was when it began, and has two sides", async () => {
      const side = (side: string, search = "") =>
        ask("class.tsx", "loader", `/x${search}`, { ...of(), side });
      expect((await side("stage")).data).toMatchObject({ id: onShelf(), missingFile: expect.anything() });
      expect((await side("desk", "?revision=1")).data).toMatchObject({ revision: 1 });
      expect((await side("wings")).status).toBe(404);
      expect((await ask("teach.tsx", "loader", "/x", of())).data).toMatchObject({ groups: [] });
    });

    test("the record takes classes, once each, puts them right, and refuses in words", async () => {
      expect((await keep("a-class-of-one")).data).toMatchObject({
        ok: true,
        says: "The class is in the record.",
      });
      expect((await keep("a-class-of-one")).data).toMatchObject({
        ok: true,
        says: expect.stringMatching(/already/),
      });
      for (const [over, why] of [
        [{ pupils: 0 }, /at least one pupil/],
        [{ pupils: 500 }, /at most 200/],
        [{ steps: [{ ...step, tookMs: 25 * 3_600_000 }] }, /at most 4 hours/],
        [{ name: "somebody" }, /not kept/],
      ] as const) {
        const { status, data } = await keep("another-class", over);
        expect([status, (data as { says: string }).says]).toEqual([400, expect.stringMatching(why)]);
      }
      const rows = await ask("classes.ts", "loader", "/x", of());
      expect(rows.response?.headers.get("Content-Disposition")).toBe(
        `attachment; filename="${onShelf()}-classes.csv"`,
      );
      expect(await text(rows.response)).toContain("2026-11-28,Tuesday club,9-11,12,door/edges,Door,1,1.5");
      expect(
        (await classes({ intent: "rewrite", id: "1", taught: { ...taught, group: "Holiday week" } })).status,
      ).toBe(200);
      expect((await classes({ intent: "take-out", id: "1" })).status).toBe(200);
      expect((await classes({ intent: "bring-back", id: "1" })).status).toBe(200);
      expect((await classes({ intent: "take-out", id: "99" })).status).toBe(404);
      const table = await classes({
        intent: "table",
        text: "day;group;step;took min;pupil\n2026-11-21;Club;door/edges;2,5;X",
      });
      expect(table.data).toMatchObject({ ok: true, says: "1 of 1 classes were brought in." });
      expect((await classes({ intent: "table", text: "a,b\n1,2" })).status).toBe(400);
      expect((await ask("classes.ts", "action", "/", of(), { method: "POST", body: "{" })).status).toBe(400);
      const gone = await ask(
        "classes.ts",
        "action",
        "/",
        { lessonId: "none" },
        json({ intent: "keep", key: "a-class-of-one", revision: 1, taught }),
      );
      expect(gone.status).toBe(404);
    });

    test("a course is begun, filled, taken back, and put away", async () => {
      const lessonId = onShelf();
      const shelf = (fields: Record<string, string>) => ask("shelf.tsx", "action", "/", {}, form(fields));
      const begun = await shelf({ intent: "new-course", title: " Autumn " });
      const courseId = begun.response?.headers.get("Location")?.split("/")[2] ?? "";
      const course = (asked: unknown) => ask("course.tsx", "action", "/x", { courseId }, json(asked));
      const now = async () => (await ask("course.tsx", "loader", "/x", { courseId })).data;
      expect((await course({ intent: "edit", edit: { do: "add", lessonId } })).data).toEqual({
        problem: null,
      });
      expect((await course({ intent: "go-on", lessonId })).data).toEqual({ problem: null });
      expect(await now()).toMatchObject({
        course: { title: "Autumn", lessons: [{ lessonId }, { buildsOn: [lessonId] }] },
        canUndo: true,
      });
      expect((await shelf({ intent: "move-in-course", id: courseId, lessonId, to: "1" })).data).toEqual({
        problems: [],
      });
      expect((await course({ intent: "edit", edit: { do: "set", to: { pupils: 500 } } })).status).toBe(400);
      expect((await course({ intent: "go-on", lessonId: "none" })).status).toBe(404);
      expect((await course({ intent: "undo" })).status).toBe(200);
      expect(await now()).toMatchObject({ course: { lessons: [{ lessonId }, {}] } });
      expect((await course({ intent: "put-away" })).status).toBe(302);
      expect((await shelf({ intent: "course-back", id: courseId })).data).toEqual({ problems: [] });
      expect((await ask("course.tsx", "loader", "/x", { courseId: "99" })).status).toBe(404);
      expect((await shelf({ intent: "go-on", id: lessonId })).status).toBe(302);
      expect((await shelf({ intent: "go-on", id: "none" })).status).toBe(404);
    });
  });
}
