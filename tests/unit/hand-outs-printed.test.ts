import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import jsqr from "jsqr";
import * as v from "valibot";
import { afterAll, describe, expect, test } from "vitest";
import type { Lesson } from "#core/document/lesson";
import { computeLesson } from "#core/document/pipeline";
import type { HandOut } from "#core/ground/plan";
import { type HandOutWish, makeCards, OVERLAP_MM, type Page } from "#core/output/handout";
import { BLACK_PALETTE, type Mark, PRINT_PALETTE } from "#core/showing/display";
import { VideoAddressSchema } from "#core/time/schedule";
import { writeHandOut } from "../../server/pdf/hand-out.server.ts";
import { demoLesson } from "../demo-lesson.ts";
import { type Extent, extentOf, inkIn, laidOut, marksOn, type Raster, rasterised } from "../printed.ts";
import { contrastOf } from "../wcag.ts";

// What comes out of the printer, as Debian's poppler draws it.

const folder = mkdtempSync(join(tmpdir(), "regulanda-printed-"));
afterAll(() => rmSync(folder, { recursive: true }));
const madeAt = new Date("2026-03-07T09:00:00Z");

async function printed(lesson: Lesson, wish: HandOutWish, handOut: Partial<HandOut> = {}) {
  const laid = laidOut(lesson, wish, handOut);
  const written = await writeHandOut(laid.computed, wish, madeAt);
  if (!written.ok) throw new Error(written.says);
  expect(written.pages).toBe(laid.pages.length);
  return { pages: laid.pages, pdf: written.pdf, notices: laid.notices };
}

const requireMark = (page: Page | undefined, id: string): Mark => {
  const mark = page && marksOn(page).find((m) => m.id === id);
  if (!mark) throw new Error(`no ${id}`);
  return mark;
};

/** The middle of the ink of a short upright line, which is looked for so near its place, mm. */
function middleOfInk(raster: Raster, mark: Mark, air = 0.5): number {
  const { left, right, top, bottom } = extentOf(mark);
  const middle = (top + bottom) / 2;
  // A stretch of it that no other line crosses.
  const ink = inkIn(raster, {
    left: left - air,
    right: right + air,
    top: middle - 0.9,
    bottom: middle - 0.5,
  });
  if (!ink) throw new Error(`no ink at ${mark.id}`);
  return (ink.left + ink.right) / 2;
}

const PER_MM = 20;

test.each([
  [{ what: "templates" }, "ticket-kiosk", "a4"],
  [{ what: "templates" }, "glasshouse", "letter"],
  [{ what: "worksheet", on: "starts" }, "glasshouse", "a4"],
  [{ what: "overlay" }, "crane-tower", "letter"],
] as const)("check lines of %j measure 100 mm, on every page", async (wish, demo, paper) => {
  const { pages, pdf } = await printed(demoLesson(demo), wish, { paper });
  for (const [i, page] of pages.entries()) {
    const { left: from, right: to, top, bottom } = extentOf(requireMark(page, "check/line"));
    const strip = { left: from - 2, right: to + 2, top: top - 3, bottom: bottom + 3 };
    const raster = rasterised(pdf, i + 1, PER_MM, strip);
    const [left, right] = ["check/tick-0", "check/tick-1"].map((id) =>
      middleOfInk(raster, requireMark(page, id)),
    );
    expect(Math.abs((right ?? 0) - (left ?? 0) - 100)).toBeLessThan(0.2);
  }
});

describe("templates", () => {
  test("a tile to trace round is as large as the lesson says, 2 by 2 1/2 inches", async () => {
    const { pages, pdf } = await printed(demoLesson("lock-in-block-letters"), { what: "templates" });
    const { left, right, top, bottom } = extentOf(requireMark(pages[0], "tile/0/cut"));
    const raster = rasterised(pdf, 1, PER_MM);
    const air = 0.4;
    const ink = inkIn(raster, { left: left - air, right: right + air, top: top - air, bottom: bottom + air });
    // The line is 0.2 mm wide: half of it on either side of the cut.
    expect(Math.abs((ink ? ink.right - ink.left : 0) - 0.2 - 50.8)).toBeLessThan(0.2);
    expect(Math.abs((ink ? ink.bottom - ink.top : 0) - 0.2 - 63.5)).toBeLessThan(0.2);
  });

  test("the ticks of a strip stand where they belong: the aisle's near edge, 1 1/2 and 3 inches from its corner", async () => {
    const { pages, pdf } = await printed(demoLesson("glasshouse"), { what: "templates" });
    const raster = rasterised(pdf, 1, PER_MM);
    const strip = marksOn(pages[0] as Page).filter((m) => /^strip\/floor\/ticks.*\/tick-\d$/.test(m.id));
    const at = strip.map((m) => middleOfInk(raster, m));
    expect(at.map((x) => Math.round((x - (at[0] ?? 0)) * 10) / 10)).toEqual([0, 38.1, 76.2]);
  });
});

test("the pieces of a sheet larger than the paper meet within 0.2 mm: where they overlap they show the same", async () => {
  // Eleven by eight and a half inches on A4.
  const { pages, pdf, notices } = await printed(
    demoLesson("glasshouse"),
    { what: "overlay" },
    { paper: "a4" },
  );
  expect(pages.length).toBeGreaterThan(1);
  expect(notices.join()).toContain(`${pages.length} pieces that overlap by ${OVERLAP_MM} mm`);
  const rasters = pages.map((_, i) => rasterised(pdf, i + 1, PER_MM));
  const joins = (i: number, side: string) =>
    marksOn(pages[i] as Page).filter((m) => m.id.startsWith(`join-${side}-`) && m.id.endsWith("upright"));
  // One piece beside the other.
  const [right, left] = [joins(0, "right"), joins(1, "left")];
  expect(right).toHaveLength(2);
  const [a, b] = [right[0], left[0]].map((m) => extentOf(m as Mark));
  if (!a || !b) throw new Error("no crosses");
  const shared = (join: Extent): Extent => ({
    left: join.left - OVERLAP_MM / 2 + 0.5,
    right: join.left + OVERLAP_MM / 2 - 0.5,
    top: join.bottom + 6,
    bottom: join.bottom + 90,
  });
  const patch = (
    { width, grey, pixelsPerMm: k }: Raster,
    { left, right, top, bottom }: Extent,
    dx = 0,
    dy = 0,
  ) => {
    const out: number[] = [];
    const [x0, y0] = [Math.round(left * k) + dx, Math.round(top * k) + dy];
    for (let y = 0; y < Math.round((bottom - top) * k); y++)
      for (let x = 0; x < Math.round((right - left) * k); x++)
        out.push(grey[(y0 + y) * width + x0 + x] ?? 255);
    return out;
  };
  const [one, other] = rasters;
  if (!one || !other) throw new Error("no pieces");
  const first = patch(one, shared(a));
  expect(first.filter((v) => v < 128).length).toBeGreaterThan(100);
  const off = (dx: number, dy: number) =>
    patch(other, shared(b), dx, dy).reduce((sum, v, i) => sum + Math.abs(v - (first[i] ?? 0)), 0);
  const reach = [-6, -4, -2, 0, 2, 4, 6];
  const best = reach
    .flatMap((dx) => reach.map((dy) => ({ dx, dy, off: off(dx, dy) })))
    .reduce((x, y) => (y.off < x.off ? y : x));
  // A step is a tenth of a millimetre.
  expect(Math.hypot(best.dx, best.dy) / PER_MM).toBeLessThan(0.2);
});

test.each(["cards", "booklet", "worksheet", "templates"] as const)(
  "nothing of %s is printed in the border that a printer leaves white",
  async (what) => {
    const { pages, pdf } = await printed(demoLesson("ticket-kiosk"), { what, on: "rays" }, { paper: "a4" });
    for (const [i, { size }] of pages.slice(0, 2).entries()) {
      const ink = inkIn(
        rasterised(pdf, i + 1, 6),
        { left: 0, top: 0, right: size.width, bottom: size.height },
        250,
      );
      expect(ink).not.toBeNull();
      if (!ink) continue;
      const clear = Math.min(ink.left, ink.top, size.width - ink.right, size.height - ink.bottom);
      expect(clear).toBeGreaterThan(8 - 0.35);
    }
  },
);

describe("codes", () => {
  test.each([4, 6] as const)(
    "on %i cards a page lead to the very second, read back by another program from what a printer of 300 dots an inch draws",
    async (cardsPerPage) => {
      const lesson = demoLesson("glasshouse");
      const { pages, pdf } = await printed(lesson, { what: "cards" }, { cardsPerPage });
      const cards = makeCards(computeLesson(lesson));
      // Of the smaller ones a page stands for all.
      const looked = cardsPerPage === 4 ? pages : pages.slice(1, 2);
      let read = 0;
      for (const page of looked) {
        const i = pages.indexOf(page);
        const raster = rasterised(pdf, i + 1, 300 / 25.4);
        for (const mark of marksOn(page).filter((m) => m.id.endsWith("/code"))) {
          const stepId = mark.id.slice("card/".length, -"/code".length);
          const startMs = cards.find((c) => c.stepId === stepId)?.startMs ?? -1;
          expect(codeIn(raster, mark)).toBe(
            `https://osier-lock.example/glasshouse?t=${Math.floor(startMs / 1000)}`,
          );
          read++;
        }
      }
      expect(read).toBe(cardsPerPage === 4 ? cards.length : 6);
    },
  );

  test("the longest address there may be is read back too, and stands clear of all else", async () => {
    const demo = demoLesson("glasshouse");
    const start = "https://osier-lock.example/";
    const pattern = `${start}${"w".repeat(110 - start.length - 6)}?t={s}`;
    expect(v.safeParse(VideoAddressSchema, { pattern, clock: "lesson" }).success).toBe(true);
    const lesson = {
      ...demo,
      takes: demo.takes.map((t) => ({ ...t, address: { pattern, clock: "lesson" as const } })),
    };
    const { pages, pdf } = await printed(lesson, { what: "recap" });
    const codes = marksOn(pages[0] as Page).filter((m) => m.id.endsWith("/code"));
    expect(codes.length).toBeGreaterThan(3);
    const raster = rasterised(pdf, 1, 300 / 25.4);
    for (const mark of codes) expect(codeIn(raster, mark)).toContain(pattern.replace("{s}", ""));
  });

  test("without an address there are none", () => {
    const { pages } = laidOut(demoLesson("ticket-kiosk"), { what: "cards" });
    expect(pages.flatMap(marksOn).some((m) => m.id.endsWith("/code"))).toBe(false);
  });
});

function codeIn({ width, grey, pixelsPerMm: k }: Raster, mark: Mark): string | undefined {
  const { left, right, top, bottom } = extentOf(mark);
  const air = 1.5;
  const [x0, y0] = [Math.round((left - air) * k), Math.round((top - air) * k)];
  const [w, h] = [Math.round((right - left + 2 * air) * k), Math.round((bottom - top + 2 * air) * k)];
  const rgba = new Uint8ClampedArray(w * h * 4).fill(255);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++)
      rgba.fill(grey[(y0 + y) * width + x0 + x] ?? 255, (y * w + x) * 4, (y * w + x) * 4 + 3);
  return jsqr(rgba, w, h)?.data;
}

describe("in grey", () => {
  /** The contrast of a colour, as a copier sees it, against white. */
  const contrast = (hex: string) => contrastOf(hex, "#ffffff");

  test.each([
    ["colour", PRINT_PALETTE],
    ["black", BLACK_PALETTE],
  ] as const)("%s: words can be read, and what is new is darker than what stood before", (_, palette) => {
    for (const role of ["ink", "quiet", "accent", "wrong", "new"] as const)
      expect(contrast(palette[role]), role).toBeGreaterThan(4.5);
    expect(contrast(palette.pale)).toBeGreaterThan(2.5);
    expect(contrast(palette.new) / contrast(palette.pale)).toBeGreaterThan(3);
    expect(contrast(palette.guide)).toBeGreaterThan(2);
  });

  test("black only means that no colour is left", () => {
    for (const colour of Object.values(BLACK_PALETTE)) expect(colour).toMatch(/^#(..)\1\1$/);
  });

  test("on the printed card lines that stood are grey and thin, new ones black and thicker, going ones broken", async () => {
    const { pages, pdf } = await printed(
      demoLesson("glasshouse"),
      { what: "cards" },
      { cardsPerPage: 1, colour: "black" },
    );
    // Step 4 closes the far wall: its base stood before, its sides and top are new, the horizon behind it goes.
    const page = pages.findIndex((p) =>
      marksOn(p).some((m) => m.id === "card/far-wall/front~front-left/number"),
    );
    const marks = marksOn(pages[page] as Page).filter((m) => m.id.includes("/picture/"));
    const raster = rasterised(pdf, page + 1, PER_MM);
    const across = (mark: Mark | undefined) => {
      if (mark?.kind !== "path") throw new Error("no such line");
      const [p, q] = [mark.points[0], mark.points[mark.points.length - 1]];
      if (!p || !q) throw new Error("no ends");
      const x = p.x + (q.x - p.x) * 0.37;
      const y = p.y + (q.y - p.y) * 0.37;
      const upright = Math.abs(q.y - p.y) > Math.abs(q.x - p.x);
      const values = Array.from({ length: 41 }, (_, i) => {
        const [px, py] = upright ? [x + (i - 20) / PER_MM, y] : [x, y + (i - 20) / PER_MM];
        return raster.grey[Math.round(py * PER_MM) * raster.width + Math.round(px * PER_MM)] ?? 255;
      });
      return { darkest: Math.min(...values), wide: values.filter((v) => v < 190).length / PER_MM };
    };
    const ink = (colour: string) =>
      marks.find(
        (m) =>
          m.kind === "path" && m.ink?.colour === colour && m.points.length === 2 && m.ink.dash.length === 0,
      );
    const [fresh, stood] = [across(ink("new")), across(ink("pale"))];
    expect(fresh.darkest).toBeLessThan(30);
    expect(stood.darkest - fresh.darkest).toBeGreaterThan(60);
    expect(fresh.wide).toBeGreaterThan(1.5 * stood.wide);
    const going = marks.filter((m) => m.kind === "path" && m.ink?.colour === "going");
    expect(going.length).toBeGreaterThan(0);
    for (const m of going) expect(m.kind === "path" && (m.ink?.dash.length ?? 0)).toBeGreaterThan(0);
  });
});

test("read aloud, a PDF is a document of headings, words and pictures with their descriptions, titled, its letters inside", async () => {
  for (const what of ["cards", "run-sheet", "templates"] as const) {
    const { pdf } = await printed(demoLesson("glasshouse"), { what });
    const file = join(folder, `${what}.pdf`);
    writeFileSync(file, pdf);
    const poppler = (tool: string, ...args: string[]) =>
      execFileSync(tool, [...args, file], { encoding: "utf8" });
    const structure = poppler("pdfinfo", "-struct");
    expect(structure).toMatch(/^Document/);
    expect(structure).toMatch(/\n {2}P /);
    if (what !== "run-sheet") expect(structure).toMatch(/\n {2}Figure/);
    expect(poppler("pdfinfo")).toMatch(/Title: +The lock-keeper's glasshouse: [a-z ]+\n/);
    const fonts = poppler("pdffonts").split("\n").slice(2).filter(Boolean);
    for (const font of fonts) expect(font).toMatch(/yes\s+yes\s+yes/);
    // Descriptions are in the file as text strings; "Step 4: …" begins every picture of a card.
    if (what === "cards") expect(pdf.toString("latin1")).toContain("/Alt ");
  }
});
