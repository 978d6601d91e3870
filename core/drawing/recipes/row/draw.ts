import type { Page } from "../../page/index.ts";
import { impossibleExtents } from "../placement.ts";
import type { Drawing } from "../recipe.ts";
import { drawCrowns } from "./crowns.ts";
import type { RowSlice } from "./shape.ts";
import { barAxis, barsOf, boardAxis, isBoards, railsOf, solveRow } from "./solve.ts";
import { drawWires } from "./wires.ts";

export const drawing: Drawing<RowSlice> = {
  impossible: (slice, frame) =>
    impossibleExtents({ ...slice.handles, [slice.along]: slice.handles.gap }, frame).map((f) =>
      f.field === `handles.${slice.along}` ? { ...f, field: "handles.gap" } : f,
    ),
  solve: solveRow,
  draw: drawRow,
};

const HELP = { role: "construction", light: true } as const;

/**
 * Draws a row: the first post measured, guides from its foot and its head, the second post where it looks right; every next one
 * where the line from a head through the middle of the next post meets the ground guide. Rails, cross-bars, crowns and wires
 * last.
 */
function drawRow(page: Page, slice: RowSlice): void {
  const { along, count: n } = slice;
  const trees = slice.kind === "trees";
  const boards = isBoards(slice);

  page.phase("first");
  page.markFromEdges("foot-1");
  page.ruleAlong("post-1", "foot-1", "head-1", "height", {
    ...(trees ? HELP : {}),
    measured: true,
    called: "first upright",
  });
  if (trees) page.partBetween("crown-foot-1", "foot-1", "head-1");
  if (boards) drawBoard(page, slice, 1);

  page.phase("guides");
  const guide = (name: string, of: string, called: string) =>
    page.ruleAlong(name, `${of}-1`, guideEnd(page, of, n), along, { ...HELP, tail: true, called });
  guide("ground-guide", "foot", "ground guide");
  guide("head-guide", "head", "guide of the heads");
  if (trees) guide("crown-guide", "crown-foot", "guide of the crowns' feet");
  if (boards && boardAxis(slice, page.frame) !== along) {
    guide("side-ground-guide", "side-foot", "second ground guide");
    guide("side-head-guide", "side-head", "second guide of the heads");
  }
  const byDiagonal = slice.spacing === "equal" && n > 2 && !page.isFlat(along);
  if (byDiagonal) {
    page.partBetween("middle-1", "foot-1", "head-1");
    guide("middle-guide", "middle", "guide of the middles");
  }

  page.phase("others");
  for (let i = 2; i <= n; i++) {
    if (byDiagonal && i > 2)
      page.joinOn(`diagonal-${i - 2}`, `head-${i - 2}`, `middle-${i - 1}`, `foot-${i}`, {
        ...HELP,
        called: "line from the head through the next post's middle",
      });
    if (slice.spacing === "by-eye" && i > 2) page.byEye("line");
    if (!page.isFound(`foot-${i}`)) page.measureOnLine(`foot-${i}`, "foot-1", "ground-guide");
    page.ruleAlong(`post-${i}`, `foot-${i}`, `head-${i}`, "height", {
      ...(trees ? HELP : {}),
      called: "upright",
    });
    page.byEye(null);
    if (boards) drawBoard(page, slice, i);
  }

  if (trees) drawCrowns(page, slice);
  if (railsOf(slice).length > 0) drawRails(page, slice);
  if (barsOf(slice)) drawBars(page, slice);
  if (slice.sag > 0) drawWires(page, slice);
}

/** A guide ends at the last of a row, or runs on beyond it where the row grows toward us. */
function guideEnd(page: Page, of: string, n: number): string {
  return page.knows(`${of}-out`) ? `${of}-out` : `${of}-${n}`;
}

/** The other side of a post: its foot across, its upright and its top. */
function drawBoard(page: Page, slice: RowSlice, i: number): void {
  const across = boardAxis(slice, page.frame);
  const on = [page.id(`post-${i}`)];
  page.ruleAlong(`base-${i}`, `foot-${i}`, `side-foot-${i}`, across, {
    on,
    measured: i === 1 || across === slice.along,
    called: "foot of the post",
  });
  page.ruleAlong(`top-${i}`, `head-${i}`, `side-head-${i}`, across, { on, called: "top of the post" });
  page.ruleAlong(`side-${i}`, `side-foot-${i}`, `side-head-${i}`, "height", { on, called: "other upright" });
}

/**
 * Rails: marked on the first post, carried along, drawn firmly from the first post to the last. In front of boards that face us
 * the pencil is lifted over each; of boards one behind the other they follow the far side, so that each hides its piece.
 */
function drawRails(page: Page, slice: RowSlice): void {
  page.phase("rails");
  const boards = isBoards(slice);
  const skips = boards && boardAxis(slice, page.frame) === slice.along;
  const side = boards && !skips && runsFromTheRight(page, slice) ? "side-" : "";
  for (const r of railsOf(slice).keys()) {
    const at = (n: number, of = side) => `rail-${r + 1}-${of}${n}`;
    if (!page.isFound(at(1)))
      page.partBetween(at(1), side ? "side-foot-1" : "foot-1", side ? "side-head-1" : "head-1");
    if (!skips) {
      page.ruleAlong(`rail-${r + 1}`, at(1), at(slice.count), slice.along, {
        role: "detail",
        called: "rail",
      });
      continue;
    }
    page.ruleAlong(`rail-${r + 1}-line`, at(1), at(slice.count), slice.along, {
      ...HELP,
      called: "line of the rail",
    });
    for (let i = 1; i < slice.count; i++)
      if (page.isFound(at(i, "side-")) && page.isFound(at(i + 1)))
        page.trace(`rail-${r + 1}-${i}`, at(i, "side-"), at(i + 1), { role: "detail", called: "rail" });
  }
}

/** Whether a row comes toward us from its point to the right on paper. */
function runsFromTheRight(page: Page, { order, count }: RowSlice): boolean {
  const [first, last] = [page.onPaper("foot-1").xMm, page.onPaper(`foot-${count}`).xMm];
  return order === "far-to-near" ? last > first : first > last;
}

/** Cross-bars: the first marked on its pole and measured to both sides, its ends carried along, every other one between them. */
function drawBars(page: Page, slice: RowSlice): void {
  const axis = barAxis(slice);
  const ends = ["bar-left", "bar-right"] as const;
  page.phase("bars");
  page.partBetween("bar-1", "foot-1", "head-1");
  for (const end of ends)
    page.ruleAlong(`${end}-1`, "bar-1", `${end}-1`, axis, {
      role: "detail",
      measured: true,
      called: "cross-bar",
    });
  page.phase("bar-guides");
  for (const of of ["bar", ...ends])
    page.ruleAlong(`${of}-guide`, `${of}-1`, guideEnd(page, of, slice.count), slice.along, {
      ...HELP,
      tail: true,
      called: "guide of the bars",
    });
  for (let i = 2; i <= slice.count; i++)
    if (page.isFound(`bar-${i}`))
      page.ruleAlong(`bar-${i}`, `bar-${i}`, `bar-right-${i}`, axis, {
        role: "detail",
        between: [`bar-left-${i}`, `bar-right-${i}`],
        called: "cross-bar",
      });
}
