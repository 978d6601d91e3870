import { countOf } from "../../ground/base/index.ts";
import type { Step } from "../../telling/steps/index.ts";
import {
  type Box,
  CAP_HEIGHT,
  filledBox,
  holds,
  type Mark,
  overlap,
  type Spot,
  widthOfText,
  wrap,
} from "../display/index.ts";

/** What is said on a small board in a corner of the film. */
export type BoardName = "title" | "pause" | "check";

/** A board: its lines of text, and its size, in text sizes of the film. */
export interface Board {
  readonly lines: readonly string[];
  /** Room at its left for the ring of a wait. */
  readonly ring: boolean;
}

const BOARD_PAD = 0.5;
const LINE_HEIGHT = 1.25;
/** Radius of the ring that runs down, in text sizes. */
const RING = 1.5;
const RING_SIDES = 48;
/** A check takes at most this share of the film's width. */
const WIDEST = 0.42;

/** "3. Low crate, front". */
export function titleBoard(step: Step, size: number, area: Box): Board {
  return { lines: wrapped(`${step.number}. ${step.title}`, size, area.width * WIDEST), ring: false };
}

/** What the class does while it is waited for. */
export function pauseBoard(step: Step): Board {
  const { newLines: lines, kind } = step;
  const what =
    kind === "erase" ? "rub out" : kind === "measure" ? "measure" : lines > 0 ? countOf(lines, "line") : "";
  return { lines: [what ? `Now you: ${what}` : "Now you"], ring: true };
}

/** How to tell that it came right; null when there is nothing to check. */
export function checkBoard(step: Step, size: number, area: Box): Board | null {
  return step.check === ""
    ? null
    : { lines: wrapped(`Check: ${step.check}`, size, area.width * WIDEST), ring: false };
}

function wrapped(text: string, size: number, width: number): string[] {
  return wrap(text, width, size, "bold", (t, s) => widthOfText(t) * s);
}

/** How large a board is, px. */
function sizeOfBoard({ lines, ring }: Board, size: number): { width: number; height: number } {
  const words = Math.max(...lines.map((l) => widthOfText(l))) * size;
  const high = lines.length * LINE_HEIGHT * size;
  const side = ring ? 2 * RING * size + BOARD_PAD * size : 0;
  return {
    width: words + side + 2 * BOARD_PAD * size,
    height: Math.max(high, ring ? 2 * RING * size : 0) + 2 * BOARD_PAD * size,
  };
}

/** The corners of the film in the order each board likes them. */
const LIKES: Readonly<Record<BoardName, readonly Corner[]>> = {
  title: ["top-left", "top-right", "bottom-left", "bottom-right"],
  pause: ["top-right", "bottom-left", "top-left", "bottom-right"],
  check: ["bottom-left", "top-right", "bottom-right", "top-left"],
};
type Corner = "top-left" | "top-right" | "bottom-left" | "bottom-right";

/** What it costs a board to stand in a corner it likes less, against covering one place where the hand works. */
const PER_LIKE = 0.6;
const COVERS_BOARD = 1000;

/**
 * Boxes for the boards of a step, each in the corner where it covers least of the places where the hand works; two never
 * share one. The same step and sheet always give the same places, so that nothing jumps while the step lasts.
 */
export function placeBoards(
  boards: readonly (readonly [BoardName, Board])[],
  size: number,
  area: Box,
  busy: readonly (readonly [at: Spot, weight: number])[],
): ReadonlyMap<BoardName, Box> {
  const placed = new Map<BoardName, Box>();
  for (const [name, board] of boards) {
    const { width, height } = sizeOfBoard(board, size);
    const choices = LIKES[name].map((corner, rank) => {
      const box = {
        x: corner.endsWith("left") ? area.x : area.x + area.width - width,
        y: corner.startsWith("top") ? area.y : area.y + area.height - height,
        width,
        height,
      };
      const covers = busy.reduce((sum, [at, weight]) => sum + (holds(box, at, size) ? weight : 0), 0);
      const meets = [...placed.values()].some((b) => overlap(b, box));
      return { box, cost: rank * PER_LIKE + covers + (meets ? COVERS_BOARD : 0) };
    });
    const best = choices.reduce((a, b) => (b.cost < a.cost ? b : a));
    placed.set(name, best.box);
  }
  return placed;
}

/** A board where it stands. */
export function boardMarks(id: string, board: Board, box: Box, size: number): Mark[] {
  const { x, y, height } = box;
  const left = x + BOARD_PAD * size + (board.ring ? 2 * RING * size + BOARD_PAD * size : 0);
  const high = (board.lines.length - 1) * LINE_HEIGHT * size + CAP_HEIGHT * size;
  return [
    { ...filledBox(`${id}#board`, box, "sheet"), opacity: 0.92 },
    {
      kind: "text",
      id: `${id}#words`,
      at: { x: left, y: y + (height - high) / 2 + CAP_HEIGHT * size },
      lines: board.lines,
      size,
      lineHeight: LINE_HEIGHT * size,
      colour: "ink",
      weight: "bold",
      anchor: "start",
    },
  ];
}

/** The ring of a wait: how much of it is left, and the seconds in its middle; without them it only says where to stop. */
export function waitRing(
  id: string,
  box: Box,
  size: number,
  left: { readonly share: number; readonly ms: number } | null,
): Mark[] {
  const centre = { x: box.x + (BOARD_PAD + RING) * size, y: box.y + box.height / 2 };
  const radius = (RING - 0.15) * size;
  const arc = (id: string, share: number, colour: "faint" | "accent", width: number): Mark => {
    const sides = Math.max(1, Math.ceil(RING_SIDES * share));
    return {
      kind: "path",
      id,
      points: Array.from({ length: sides + 1 }, (_, i) => {
        const angle = -Math.PI / 2 + (1 - share + (share * i) / sides) * 2 * Math.PI;
        return { x: centre.x + Math.cos(angle) * radius, y: centre.y + Math.sin(angle) * radius };
      }),
      closed: share === 1,
      ink: { colour, width, dash: [] },
      fill: null,
    };
  };
  const seconds = left ? Math.ceil(left.ms / 1000) : 0;
  const says = !left
    ? ""
    : seconds < 100
      ? `${seconds}`
      : `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, "0")}`;
  return [
    arc(`${id}#round`, 1, "faint", size * 0.3),
    ...(left && left.share > 0.004 ? [arc(`${id}#left`, left.share, "accent", size * 0.3)] : []),
    ...(left
      ? [
          {
            kind: "text",
            id: `${id}#seconds`,
            at: { x: centre.x, y: centre.y + (CAP_HEIGHT * size) / 2 },
            lines: [says],
            size,
            lineHeight: size,
            colour: "ink",
            weight: "bold",
            anchor: "middle",
          } as const,
        ]
      : (["-", "+"] as const).map(
          // Two short uprights: stop here.
          (side): Mark => ({
            kind: "path",
            id: `${id}#stop${side}`,
            points: [-0.45, 0.45].map((dy) => ({
              x: centre.x + (side === "-" ? -0.3 : 0.3) * size,
              y: centre.y + dy * size,
            })),
            closed: false,
            ink: { colour: "accent", width: size * 0.24, dash: [] },
            fill: null,
          }),
        )),
  ];
}
