import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, describe, expect, test } from "vitest";
import { computeLesson } from "#core/document/pipeline";
import type { HandOut } from "#core/ground/plan";
import { makeCards, type Page } from "#core/output/handout";
import { PRINT_PALETTE } from "#core/showing/display";
import { measureText } from "../../server/pdf/fonts.server.ts";
import { writeHandOut } from "../../server/pdf/hand-out.server.ts";
import { writePdf } from "../../server/pdf/write-pdf.server.ts";
import { demoLesson } from "../demo-lesson.ts";
import { inkIn, laidOut, marksOn, rasterised } from "../printed.ts";

const folder = mkdtempSync(join(tmpdir(), "regulanda-pdf-"));
afterAll(() => rmSync(folder, { recursive: true }));

const lesson = demoLesson("glasshouse");
const cards = makeCards(computeLesson(lesson));
const madeAt = new Date("2026-03-07T09:00:00Z");

/** The cards of a lesson as a PDF. */
async function cardsPdf(handOut: HandOut, of = lesson): Promise<Buffer> {
  const written = await writeHandOut(computeLesson({ ...of, handOut }), { what: "cards" }, madeAt);
  if (!written.ok) throw new Error(written.says);
  return written.pdf;
}

describe("the PDF", () => {
  test("is true to scale: a line of 100 mm measures 100 mm", async () => {
    const line: Page = {
      size: { width: 210, height: 297 },
      parts: [
        {
          reads: "nothing",
          marks: [
            {
              kind: "path",
              id: "line",
              points: [
                { x: 50, y: 80 },
                { x: 150, y: 80 },
              ],
              closed: false,
              ink: { colour: "ink", width: 0.4, dash: [] },
              fill: null,
            },
          ],
        },
      ],
      alt: "A line of 100 mm",
    };
    const pdf = await writePdf([line], { title: "Scale", madeAt, palette: PRINT_PALETTE });
    const ink = inkIn(rasterised(pdf, 1, 10), { left: 0, right: 210, top: 0, bottom: 297 });
    if (!ink) throw new Error("nothing was drawn");
    // Round ends add half a line's width on either side.
    expect(ink.right - ink.left).toBeGreaterThan(100.1);
    expect(ink.right - ink.left).toBeLessThan(100.7);
    expect((ink.left + ink.right) / 2).toBeCloseTo(100, 0);
    expect((ink.top + ink.bottom) / 2).toBeCloseTo(80, 0);
    writeFileSync(join(folder, "page.pdf"), pdf);
    const about = execFileSync("pdfinfo", [join(folder, "page.pdf")], { encoding: "utf8" });
    expect(about).toContain("Page size:       595.276 x 841.89 pts (A4)");
    expect(about).toMatch(/Title: +Scale\n/);
    expect(about).toMatch(/Tagged: +yes/);
  });

  test("carries every card's words, readings, time and mark as text, fonts embedded", async () => {
    const file = join(folder, "cards.pdf");
    writeFileSync(file, await cardsPdf({ paper: "letter", cardsPerPage: 1 }));
    const text = execFileSync("pdftotext", ["-raw", file, "-"], { encoding: "utf8" }).replace(/\s+/g, " ");
    for (const card of cards) {
      for (const said of [card.title, ...card.actions, card.why, card.check, card.mark])
        expect(text).toContain(said.replace(/\s+/g, " "));
    }
    expect(text).toContain("2 1⁄2 in right");
    const fonts = execFileSync("pdffonts", [file], { encoding: "utf8" }).split("\n").slice(2).filter(Boolean);
    expect(fonts.length).toBeGreaterThan(0);
    for (const font of fonts) expect(font).toMatch(/yes\s+yes\s+yes/);
  });

  test("is the same to the byte for the same cards and date", async () => {
    const make = () => cardsPdf({ paper: "a4", cardsPerPage: 4 });
    expect((await make()).equals(await make())).toBe(true);
  });
});

test.each([
  ["9-11", 9],
  ["7-9", 11],
] as const)(
  "on four to a page, letters in the pictures are printed in their size: ages %s, %i pt",
  async (ageBand, pt) => {
    const kiosk = demoLesson("ticket-kiosk");
    const handOut = { paper: "a4", cardsPerPage: 4 } as const;
    const aged = { ...kiosk, plan: { ...kiosk.plan, ageBand } };
    const { pages } = laidOut(aged, { what: "cards" }, handOut);
    const texts = pages
      .slice(0, 1)
      .flatMap(marksOn)
      .flatMap((m) => (m.kind === "text" ? [m] : []));
    const pictured = texts.filter((m) => m.id.includes("/picture/"));
    expect(pictured.length).toBeGreaterThan(5);
    for (const m of [...pictured, ...texts.filter((t) => /\/(action-\d+|check|why)$/.test(t.id))])
      expect((m.size * 72) / 25.4, m.id).toBeGreaterThanOrEqual(pt);
    const raster = rasterised(await cardsPdf(handOut, aged), 1, 20);
    // Letters that stand flat on the line and end flat: their ink is as high as the typeface's capitals, 644 of 1000.
    const flat = pictured.filter((m) => /^[ABDEFH]$/.test(m.lines[0] ?? ""));
    expect(flat.length).toBeGreaterThan(2);
    for (const { at, lines, size } of flat) {
      const half = measureText(lines[0] ?? "", size, "bold") / 2;
      const ink = inkIn(
        raster,
        { left: at.x - half, right: at.x + half, top: at.y - 0.7 * size, bottom: at.y + 0.06 * size },
        119,
      );
      expect(Math.abs((ink ? ink.bottom - ink.top : 0) - 0.644 * size), lines[0]).toBeLessThan(0.13);
    }
  },
);
