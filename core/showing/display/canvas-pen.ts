import type { Colour, Ink, Spot } from "./mark.ts";
import { FILL_OPACITY } from "./palette.ts";
import type { Pen } from "./pen.ts";

/** What the canvas pen needs of a 2D context (WHATWG HTML, 4.12.5.1): a real canvas, an offscreen one, or a stand-in. */
export interface CanvasSurface {
  lineWidth: number;
  lineCap: string;
  lineJoin: string;
  // A real context also takes gradients and patterns here, and gives them back.
  strokeStyle: unknown;
  fillStyle: unknown;
  globalAlpha: number;
  font: string;
  textAlign: string;
  textBaseline: string;
  beginPath(): void;
  moveTo(x: number, y: number): void;
  lineTo(x: number, y: number): void;
  closePath(): void;
  arc(x: number, y: number, radius: number, from: number, to: number): void;
  setLineDash(dash: number[]): void;
  stroke(): void;
  fill(rule?: "nonzero" | "evenodd"): void;
  fillText(text: string, x: number, y: number): void;
  strokeText(text: string, x: number, y: number): void;
  translate(x: number, y: number): void;
  rotate(angle: number): void;
}

const ALIGN = { start: "left", middle: "center", end: "right" } as const;

/** A pen for a canvas whose units are those of the drawing; the caller sets the transform. */
export function canvasPen(surface: CanvasSurface, palette: Readonly<Record<Colour, string>>): Pen<void> {
  const trace = (points: readonly Spot[], closed: boolean) => {
    for (const [i, p] of points.entries()) {
      if (i === 0) surface.moveTo(p.x, p.y);
      else surface.lineTo(p.x, p.y);
    }
    if (closed) surface.closePath();
  };
  const fill = (colour: Colour, seen: number, rule: "nonzero" | "evenodd" = "nonzero") => {
    surface.fillStyle = palette[colour];
    surface.globalAlpha = (FILL_OPACITY[colour] ?? 1) * seen;
    surface.fill(rule);
    surface.globalAlpha = 1;
  };
  const stroke = ({ colour, width, dash }: Ink, seen: number) => {
    surface.globalAlpha = seen;
    surface.strokeStyle = palette[colour];
    surface.lineWidth = width;
    surface.lineCap = "round";
    surface.lineJoin = "round";
    surface.setLineDash([...dash]);
    surface.stroke();
    surface.globalAlpha = 1;
  };
  return {
    path: (mark) => {
      surface.beginPath();
      trace(mark.points, mark.closed);
      if (mark.fill) fill(mark.fill, mark.opacity ?? 1);
      if (mark.ink) stroke(mark.ink, mark.opacity ?? 1);
    },
    area: (mark) => {
      surface.beginPath();
      for (const ring of mark.rings) trace(ring, true);
      fill(mark.fill, mark.opacity ?? 1, "evenodd");
    },
    dot: (mark) => {
      surface.beginPath();
      surface.arc(mark.at.x, mark.at.y, mark.radius, 0, 2 * Math.PI);
      fill(mark.fill, mark.opacity ?? 1);
    },
    text: (mark) => {
      surface.font = `${mark.weight === "bold" ? 700 : 400} ${mark.size}px "Alegreya Sans", sans-serif`;
      surface.textAlign = ALIGN[mark.anchor];
      surface.textBaseline = "alphabetic";
      surface.globalAlpha = mark.opacity ?? 1;
      surface.fillStyle = palette[mark.colour];
      const turn = () => {
        surface.translate(mark.at.x, mark.at.y);
        surface.rotate(Math.PI);
        surface.translate(-mark.at.x, -mark.at.y);
      };
      if (mark.onHead) turn();
      if (mark.halo) {
        surface.strokeStyle = palette.sheet;
        surface.lineWidth = 2 * mark.halo;
        surface.lineJoin = "round";
        surface.setLineDash([]);
        for (const [i, line] of mark.lines.entries())
          surface.strokeText(line, mark.at.x, mark.at.y + i * mark.lineHeight);
      }
      for (const [i, line] of mark.lines.entries())
        surface.fillText(line, mark.at.x, mark.at.y + i * mark.lineHeight);
      // Turned by half once more it is upright again.
      if (mark.onHead) turn();
      surface.globalAlpha = 1;
    },
  };
}
