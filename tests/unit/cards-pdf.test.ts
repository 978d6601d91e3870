import { execFileSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, describe, expect, test } from "vitest";
import { type Drawing, type HandOut, layCardPages, makeCards } from "#core/display";
import { computeLesson } from "#core/pipeline";
import { writeCardsPdf } from "../../server/pdf/cards.server.ts";
import { measureText } from "../../server/pdf/fonts.server.ts";
import { writePdf } from "../../server/pdf/write-pdf.server.ts";
import { demoLesson } from "../demo-lesson.ts";

const folder = mkdtempSync(join(tmpdir(), "regulanda-pdf-"));
afterAll(() => rmSync(folder, { recursive: true }));

const lesson = demoLesson("glasshouse");
const computed = computeLesson(lesson);
const cards = makeCards(computed);
const handedOut = { ...computed, title: lesson.title, ageBand: lesson.plan.ageBand };
const handed = (handOut: HandOut) => computeLesson({ ...lesson, handOut });
const madeAt = new Date("2026-03-07T09:00:00Z");

/** Dark pixels of a page as a box in mm, rasterised at 10 pixels a mm. */
function inkBox(pdf: Buffer): { x0: number; x1: number; y0: number; y1: number } {
  const file = join(folder, "page.pdf");
  writeFileSync(file, pdf);
  execFileSync("pdftoppm", ["-r", "254", "-gray", "-f", "1", "-l", "1", file, join(folder, "page")]);
  const pgm = readFileSync(join(folder, "page-1.pgm"));
  const head = /^P5\s+(\d+)\s+(\d+)\s+255\s/.exec(pgm.subarray(0, 40).toString("latin1"));
  const [width, offset] = [Number(head?.[1]), head?.[0].length ?? 0];
  const box = { x0: Number.POSITIVE_INFINITY, x1: -1, y0: Number.POSITIVE_INFINITY, y1: -1 };
  for (let i = offset; i < pgm.length; i++) {
    if ((pgm[i] ?? 255) > 160) continue;
    const [x, y] = [(i - offset) % width, Math.floor((i - offset) / width)];
    box.x0 = Math.min(box.x0, x);
    box.x1 = Math.max(box.x1, x + 1);
    box.y0 = Math.min(box.y0, y);
    box.y1 = Math.max(box.y1, y + 1);
  }
  return { x0: box.x0 / 10, x1: box.x1 / 10, y0: box.y0 / 10, y1: box.y1 / 10 };
}

describe("the PDF", () => {
  test("is true to scale: a line of 100 mm measures 100 mm", async () => {
    const line: Drawing = {
      unit: "mm",
      box: { x: 0, y: 0, width: 210, height: 297 },
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
      alt: "A line of 100 mm",
    };
    const box = inkBox(await writePdf([line], { title: "Scale", madeAt }));
    // Round ends add half a line's width on either side.
    expect(box.x1 - box.x0).toBeGreaterThan(100.1);
    expect(box.x1 - box.x0).toBeLessThan(100.7);
    expect((box.x0 + box.x1) / 2).toBeCloseTo(100, 0);
    expect((box.y0 + box.y1) / 2).toBeCloseTo(80, 0);
    expect(execFileSync("pdfinfo", [join(folder, "page.pdf")], { encoding: "utf8" })).toContain(
      "Page size:       595.276 x 841.89 pts (A4)",
    );
  });

  test("carries every card's words, readings, time and mark as text, fonts embedded", async () => {
    const file = join(folder, "cards.pdf");
    writeFileSync(file, await writeCardsPdf(handed({ paper: "letter", cardsPerPage: 1 }), madeAt));
    const text = execFileSync("pdftotext", ["-raw", file, "-"], { encoding: "utf8" }).replace(/\s+/g, " ");
    for (const card of cards) {
      for (const said of [card.title, ...card.actions, card.why, card.check, card.mark, ...card.answers])
        expect(text).toContain(said.replace(/\s+/g, " "));
    }
    expect(text).toContain("2 1⁄2 in right");
    const fonts = execFileSync("pdffonts", [file], { encoding: "utf8" }).split("\n").slice(2).filter(Boolean);
    expect(fonts.length).toBeGreaterThan(0);
    for (const font of fonts) expect(font).toMatch(/yes\s+yes\s+yes/);
  });

  test("is the same to the byte for the same cards and date", async () => {
    const make = () => writeCardsPdf(handed({ paper: "a4", cardsPerPage: 4 }), madeAt);
    expect((await make()).equals(await make())).toBe(true);
  });
});

/** The first page of a PDF, rasterised at 20 pixels a mm: the height of the ink in a stretch of it, mm. */
function firstPage(pdf: Buffer): (box: { x: number; y: number; width: number; height: number }) => number {
  const file = join(folder, "sizes.pdf");
  writeFileSync(file, pdf);
  execFileSync("pdftoppm", [
    "-r",
    "508",
    "-gray",
    "-f",
    "1",
    "-l",
    "1",
    "-singlefile",
    file,
    join(folder, "sizes"),
  ]);
  const pgm = readFileSync(join(folder, "sizes.pgm"));
  const head = /^P5\s+(\d+)\s+(\d+)\s+255\s/.exec(pgm.subarray(0, 40).toString("latin1"));
  const [wide, offset] = [Number(head?.[1]), head?.[0].length ?? 0];
  return (box) => {
    const [x0, x1, y0, y1] = [box.x, box.x + box.width, box.y, box.y + box.height].map((mm) =>
      Math.round(mm * 20),
    ) as [number, number, number, number];
    const rows = Array.from({ length: y1 - y0 }, (_, j) => y0 + j).filter((y) =>
      pgm.subarray(offset + y * wide + x0, offset + y * wide + x1).some((v) => v < 120),
    );
    return rows.length === 0 ? 0 : ((rows[rows.length - 1] ?? 0) - (rows[0] ?? 0) + 1) / 20;
  };
}

test.each([
  ["9-11", 9],
  ["7-9", 11],
] as const)(
  "on four to a page, letters in the pictures are printed in their size: ages %s, %i pt",
  async (ageBand, pt) => {
    const kiosk = demoLesson("ticket-kiosk");
    const handOut = { paper: "a4", cardsPerPage: 4 } as const;
    const c = computeLesson({ ...kiosk, handOut, plan: { ...kiosk.plan, ageBand } });
    const [page] = layCardPages(makeCards(c), handOut, { ...c, title: kiosk.title, ageBand }, measureText);
    const texts = (page?.marks ?? []).flatMap((m) => (m.kind === "text" ? [m] : []));
    const pictured = texts.filter((m) => m.id.includes("/picture/"));
    expect(pictured.length).toBeGreaterThan(8);
    for (const m of [...pictured, ...texts.filter((t) => /\/(action-\d+|check|why)$/.test(t.id))])
      expect((m.size * 72) / 25.4, m.id).toBeGreaterThanOrEqual(pt);
    const inkHeightMm = firstPage(await writeCardsPdf(c, madeAt));
    // Letters that stand flat on the line and end flat: their ink is as high as the typeface's capitals, 644 of 1000.
    const flat = pictured.filter((m) => /^[ABDEFH]$/.test(m.lines[0] ?? ""));
    expect(flat.length).toBeGreaterThan(3);
    for (const { at, lines, size } of flat) {
      const half = measureText(lines[0] ?? "", size, "bold") / 2;
      const box = { x: at.x - half, y: at.y - 0.7 * size, width: 2 * half, height: 0.76 * size };
      expect(Math.abs(inkHeightMm(box) - 0.644 * size), lines[0]).toBeLessThan(0.13);
    }
  },
);

describe("card pages", () => {
  test.each([1, 2, 4, 6] as const)("with %i cards a page keep every mark on its own card", (cardsPerPage) => {
    for (const paper of ["a4", "letter"] as const) {
      const pages = layCardPages(cards, { paper, cardsPerPage }, handedOut, measureText);
      expect(pages).toHaveLength(Math.ceil(cards.length / cardsPerPage));
      const columns = cardsPerPage > 2 ? 2 : 1;
      const rows = cardsPerPage / columns;
      for (const page of pages) {
        const boxes = new Map<string, { x0: number; x1: number; y0: number; y1: number }>();
        for (const mark of page.marks) {
          if (!mark.id.startsWith("card/")) continue;
          const card = mark.id.split("/").slice(1, 3).join("/");
          const box = boxes.get(card) ?? { x0: 999, x1: -1, y0: 999, y1: -1 };
          const points =
            mark.kind === "path"
              ? mark.points
              : mark.kind === "dot"
                ? [mark.at]
                : mark.kind === "area"
                  ? mark.rings.flat()
                  : mark.lines.flatMap((line, i) => {
                      const width = measureText(line, mark.size, mark.weight);
                      const share = { start: 0, middle: 0.5, end: 1 }[mark.anchor];
                      const x = mark.at.x - width * share;
                      const y = mark.at.y + i * mark.lineHeight;
                      return [
                        { x, y: y - mark.size },
                        { x: x + width, y: y + mark.size * 0.25 },
                      ];
                    });
          for (const p of points) {
            box.x0 = Math.min(box.x0, p.x);
            box.x1 = Math.max(box.x1, p.x);
            box.y0 = Math.min(box.y0, p.y);
            box.y1 = Math.max(box.y1, p.y);
          }
          boxes.set(card, box);
        }
        const size = { width: (page.box.width - 16) / columns, height: (page.box.height - 16) / rows };
        for (const [card, box] of boxes) {
          const column = Math.floor((box.x0 - 8) / size.width);
          const row = Math.floor((box.y0 - 8) / size.height);
          expect(box.x1, `${card} right`).toBeLessThanOrEqual(8 + (column + 1) * size.width);
          expect(box.y1, `${card} bottom`).toBeLessThanOrEqual(8 + (row + 1) * size.height);
        }
      }
    }
  });
});
