import { computeLesson } from "#core/document/pipeline";
import {
  type CanvasSurface,
  canvasPen,
  type Drawing,
  drawSlip,
  drawState,
  drawStep,
  drawWith,
  frameAt,
  PAPER_PALETTE,
  toSvg,
} from "#core/showing/display";
import { demoLesson } from "../demo-lesson.ts";
import { expect, test } from "./bench-hand.ts";

type Deed = readonly ["set", string, unknown] | readonly ["call", string, readonly unknown[]];

/** Everything the canvas pen does to a context, to be done again to a real one in the browser. */
function deedsOf(drawing: Drawing): Deed[] {
  const deeds: Deed[] = [];
  const surface = new Proxy({} as CanvasSurface, {
    set: (_, name, value) => {
      deeds.push(["set", String(name), value]);
      return true;
    },
    get:
      (_, name) =>
      (...args: unknown[]) => {
        deeds.push(["call", String(name), args.filter((a) => a !== undefined)]);
      },
  });
  const pen = canvasPen(surface, PAPER_PALETTE);
  for (const mark of drawing.marks) drawWith(pen, mark);
  return deeds;
}

function drawingsOf(name: string): [string, Drawing][] {
  const computed = computeLesson(demoLesson(name));
  const { paper, sheet, moves, steps, schedule } = computed;
  const overlay = { medium: "overlay", tools: true, withSheet: true } as const;
  const slip = steps.map((s) => drawSlip(paper, sheet, s, "card")).find(Boolean);
  return [
    ["the finished sheet", drawState(paper, sheet, moves.length - 1, moves.length, "bench")],
    ...steps.slice(2, 5).map((s): [string, Drawing] => [s.title, drawStep(paper, sheet, s, "card")]),
    ...[0.4, 0.7]
      .map((share) => Math.round(share * schedule.totalMs))
      .map((at): [string, Drawing] => [`at ${at} ms`, frameAt(computed, at, overlay).drawing]),
    ...(slip ? [["a slip", slip] as [string, Drawing]] : []),
  ];
}

for (const name of ["glasshouse", "quay-crates"])
  test(`canvas and SVG put the same picture down, pixel by pixel: ${name}`, async ({ page }) => {
    await page.goto("about:blank");
    for (const [what, drawing] of drawingsOf(name)) {
      const other = await page.evaluate(
        async ({ deeds, svg, box }) => {
          const scale = 1200 / box.width;
          const [width, height] = [1200, Math.ceil(box.height * scale)];
          const blank = () => {
            const canvas = document.createElement("canvas");
            Object.assign(canvas, { width, height });
            const context = canvas.getContext("2d", { willReadFrequently: true });
            if (!context) throw new Error("no canvas");
            context.fillStyle = "white";
            context.fillRect(0, 0, width, height);
            return context;
          };
          const byCanvas = blank();
          byCanvas.setTransform(scale, 0, 0, scale, -box.x * scale, -box.y * scale);
          for (const [kind, key, value] of deeds) {
            const on = byCanvas as unknown as Record<string, unknown>;
            if (kind === "set") on[key] = value;
            else (on[key] as (...a: unknown[]) => void).apply(byCanvas, value as unknown[]);
          }
          const image = new Image(width, height);
          image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
          await image.decode();
          const bySvg = blank();
          bySvg.drawImage(image, 0, 0, box.width * scale, box.height * scale);
          const [a, b] = [byCanvas, bySvg].map((c) => c.getImageData(0, 0, width, height).data);
          let [differ, drawn] = [0, 0];
          for (let i = 0; i < width * height * 4; i += 4) {
            const at = [0, 1, 2].map((k) => [a?.[i + k] ?? 0, b?.[i + k] ?? 0] as const);
            if (at.some(([, y]) => y < 190)) drawn++;
            // A sixth of the way from white to black: more than the edge of a line is smoothed otherwise.
            if (at.some(([x, y]) => Math.abs(x - y) > 40)) differ++;
          }
          return { differ, drawn };
        },
        { deeds: deedsOf(drawing), svg: toSvg(drawing, PAPER_PALETTE), box: drawing.box },
      );
      expect(other.drawn, what).toBeGreaterThan(100);
      expect(other.differ / other.drawn, `${what}: ${JSON.stringify(other)}`).toBeLessThan(0.01);
    }
  });
