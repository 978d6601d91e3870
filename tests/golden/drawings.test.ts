import { expect, test } from "vitest";
import { computeLesson } from "#core/document/pipeline";
import { drawState, drawStep, frameAt, PAPER_PALETTE, toSvg } from "#core/showing/display";
import { demoLesson } from "../demo-lesson.ts";

// Pictures to look at: when one changes, open the SVG and judge it before taking it over (vitest -u).
const demo = (name: string) => computeLesson(demoLesson(name));

test.each(["glasshouse", "quay-crates"])(
  "the finished paper of %s: if this is meant, npm run renew-goldens, and read the difference",
  async (name) => {
    const { paper, sheet, moves } = demo(name);
    await expect(
      toSvg(drawState(paper, sheet, moves.length - 1, moves.length, "bench"), PAPER_PALETTE),
    ).toMatchFileSnapshot(`pictures/${name}.svg`);
  },
);

test("a closing step and a rubbing-out as cards show them: if this is meant, npm run renew-goldens, and read the difference", async () => {
  const { paper, sheet, steps } = demo("quay-crates");
  for (const id of ["far-crate/guides", "far-crate/close"]) {
    const step = steps.find((s) => s.id === id);
    if (!step) throw new Error(`no step ${id}`);
    await expect(toSvg(drawStep(paper, sheet, step, "card"), PAPER_PALETTE)).toMatchFileSnapshot(
      `pictures/quay-crates-${id.replace("/", "-")}.svg`,
    );
  }
});

test("a moment of the take with ruler and pencil: if this is meant, npm run renew-goldens, and read the difference", async () => {
  const frame = frameAt(demo("glasshouse"), 42_000, { medium: "overlay", tools: true, withSheet: true });
  await expect(toSvg(frame.drawing, PAPER_PALETTE)).toMatchFileSnapshot("pictures/glasshouse-at-42-s.svg");
});

test("whatever a teacher calls a thing, the picture stays one XML document and says it", () => {
  const said = `Crate <7> & "the other's"`;
  const svg = toSvg(
    {
      unit: "mm",
      box: { x: 0, y: 0, width: 10, height: 10 },
      alt: said,
      marks: [
        {
          kind: "text",
          id: "words",
          at: { x: 1, y: 2 },
          lines: [said],
          size: 3,
          lineHeight: 4,
          colour: "ink",
          weight: "regular",
          anchor: "start",
        },
      ],
    },
    PAPER_PALETTE,
  );
  // XML 1.0, 2.4 (from memory): in text no bare < or &.
  const plain = (xml: string) =>
    xml.replaceAll("&lt;", "<").replaceAll("&gt;", ">").replaceAll("&quot;", '"').replaceAll("&amp;", "&");
  const inside = [...svg.matchAll(/<(?:title|tspan)[^>]*>([^<]*)</g)].map((m) => m[1] ?? "");
  expect(inside.map(plain)).toEqual([said, said]);
  for (const text of inside) expect(text).not.toMatch(/&(?!lt;|gt;|quot;|amp;)/);
});
