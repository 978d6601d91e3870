import type { Page } from "@playwright/test";
import type { Lesson } from "#core/document/lesson";
import { computeLesson } from "#core/document/pipeline";
import { worldToPaper } from "#core/drawing/view";
import { distanceMm, findPaperPoint, type PaperPoint } from "#core/ground/geometry";
import { documentOf, expect, saved, test } from "./bench-hand.ts";

/** What a teacher does to the page, counted: a press, a drag, or a field filled in. */
class Hand {
  interactions = 0;
  constructor(readonly page: Page) {}

  async press(
    role: "button" | "link" | "combobox" | "option" | "radio",
    name: string | RegExp,
  ): Promise<void> {
    this.interactions++;
    const found = this.page.getByRole(role, { name, ...(typeof name === "string" ? { exact: true } : {}) });
    await found.last().click();
  }

  async type(name: string, text: string): Promise<void> {
    this.interactions++;
    const field = this.page.getByRole("textbox", { name, exact: true });
    await field.fill(text);
    await field.press("Enter");
  }

  /** Drags on the sheet from one place to another, in paper mm. */
  async drag(from: [number, number], to: [number, number]): Promise<void> {
    this.interactions++;
    const [a, b] = [await this.onScreen(from), await this.onScreen(to)];
    await this.page.mouse.move(...a);
    await this.page.mouse.down();
    await this.page.mouse.move((a[0] + b[0]) / 2, (a[1] + b[1]) / 2, { steps: 4 });
    await this.page.mouse.move(...b, { steps: 4 });
    await this.page.mouse.up();
    await saved(this.page);
  }

  private async onScreen([x, y]: [number, number]): Promise<[number, number]> {
    return this.page.getByRole("group", { name: "The sheet to build on" }).evaluate(
      (svg, [x, y]) => {
        const p = new DOMPoint(x, y).matrixTransform((svg as SVGSVGElement).getScreenCTM() ?? undefined);
        return [p.x, p.y] as [number, number];
      },
      [x, y] as [number, number],
    );
  }
}

/** Every named corner of every thing on paper, the things told by their name and kind. */
function cornersOf(lesson: Lesson): Map<string, PaperPoint> {
  const { program, view } = computeLesson(lesson);
  return new Map(
    lesson.objects.flatMap((object) => {
      const built = program.scene.get(object.id)?.built;
      return Object.entries({ ...built?.solid.corners, ...built?.points }).flatMap(([name, corner]) => {
        const p = findPaperPoint(worldToPaper(view.camera, corner));
        return p ? [[`${object.recipe} ${object.label} ${name}`, p] as const] : [];
      });
    }),
  );
}

test("the ticket kiosk is built from a blank sheet by pointer and keyboard, and is the one that ships", async ({
  page,
}) => {
  const hand = new Hand(page);
  await page.goto("/");
  await hand.type("Title of a new lesson", "");
  await page.getByRole("textbox", { name: "Title of a new lesson" }).fill("The ticket kiosk");
  await page.getByText("mm", { exact: true }).click();
  hand.interactions++;
  await hand.press("button", "Start");
  await page.waitForURL(/\/lessons\/the-ticket-kiosk-\d+\/paper/);
  const id = new URL(page.url()).pathname.split("/")[2] ?? "";

  // Paper: the horizon, two points.
  await hand.press("combobox", "Seen with");
  await hand.press("option", "Two vanishing points");
  await hand.type("Horizon, down from the top", "118");
  await hand.type("Left vanishing point, from the left edge", "-70");
  await hand.type("Right vanishing point, from the left edge", "380");
  await saved(page);

  // Plan: for whom, and without a centre.
  await hand.press("link", "Plan");
  await hand.press("combobox", "Age");
  await hand.press("option", "12–14 years");
  await hand.type("Minutes a session", "90");
  await hand.press("radio", "Leave it out");
  await saved(page);

  await hand.press("link", "Build");
  const named = async (label: string) => hand.type("Called", label);

  await hand.press("button", "Box");
  await hand.drag([140, 196], [140, 190]);
  await named("kerb stone");
  await hand.type("Width", "0.44");
  await hand.type("Depth", "0.5");

  await hand.press("button", "Gable house");
  await hand.drag([141, 178], [141, 40]);
  await named("kiosk");
  await hand.type("Depth", "0.36");
  await hand.type("Eaves, of the height", "0.72");
  await saved(page);

  // On the wall, by two corners each: where they lie is worked out from the kiosk that ships.
  const shipped = await documentOf(page, "the-ticket-kiosk");
  const corners = cornersOf(shipped);
  const at = (name: string): [number, number] => {
    const p = corners.get(`openings ${name}`);
    if (!p) throw new Error(`no ${name}`);
    return [p.xMm, p.yMm];
  };
  await hand.press("button", "Windows");
  await hand.drag(at("shutters cell-1-1-left-low"), at("shutters cell-1-2-right-high"));
  await named("shutters");
  await hand.type("In a row", "2");
  await hand.type("Gap, of one's width", "0.25");
  await hand.type("Panes across", "1");
  await hand.type("Panes up", "3");

  await hand.press("button", "All constructions");
  await hand.press("button", "Boards");
  await hand.drag(at("counter board cell-1-1-left-low"), at("counter board cell-1-1-right-high"));
  await named("counter board");
  await hand.type("In a row", "1");

  await hand.press("button", "Door");
  await hand.drag(at("side door cell-1-1-left-low"), at("side door cell-1-1-right-high"));
  await named("side door");

  await hand.press("button", "Posts, rail");
  await hand.drag([172, 204], [172, 178]);
  await named("mooring posts");
  await hand.type("How many", "5");
  await hand.press("combobox", "Running");
  await hand.press("option", "to the side");
  await hand.press("combobox", "Rails");
  await hand.press("option", "none");
  await hand.type("Wires sag, of a post", "0.3");
  await hand.drag(await handleAt(page, /row-1\/gap$/), [
    ...(corners.get("row mooring posts foot-2") ? pointOf(corners, "row mooring posts foot-2") : [0, 0]),
  ] as [number, number]);

  await hand.press("button", "All constructions");
  await hand.press("button", "Tone");
  await hand.drag([150, 150], [150, 150]);
  await named("tone of the kiosk");
  await saved(page);

  expect(hand.interactions).toBeLessThanOrEqual(60);
  console.log(`the kiosk took ${hand.interactions} interactions`);

  const built = await documentOf(page, id);
  expect(built.sheet).toEqual(shipped.sheet);
  expect(built.view).toEqual(shipped.view);
  expect(built.plan).toEqual(shipped.plan);
  expect(built.objects.map((o) => [o.recipe, o.label])).toEqual(
    shipped.objects.map((o) => [o.recipe, o.label]),
  );
  const mine = cornersOf(built);
  expect([...mine.keys()].sort()).toEqual([...corners.keys()].sort());
  // The smallest fraction of this lesson is a millimetre.
  for (const [name, p] of corners) {
    const q = mine.get(name);
    expect(q && distanceMm(p, q), name).toBeLessThanOrEqual(1);
  }
  expect(computeLesson(built).steps.map((s) => s.title)).toEqual(
    computeLesson(shipped).steps.map((s) => s.title),
  );
});

function pointOf(corners: Map<string, PaperPoint>, name: string): [number, number] {
  const p = corners.get(name);
  return [p?.xMm ?? 0, p?.yMm ?? 0];
}

/** Where a handle stands on the sheet, in paper mm. */
async function handleAt(page: Page, name: RegExp): Promise<[number, number]> {
  return page.locator("[data-handle]").evaluateAll((all, source) => {
    const found = all.find((g) => new RegExp(source).test(g.getAttribute("data-handle") ?? ""));
    const circle = found?.querySelector("circle");
    return [Number(circle?.getAttribute("cx")), Number(circle?.getAttribute("cy"))] as [number, number];
  }, name.source);
}
