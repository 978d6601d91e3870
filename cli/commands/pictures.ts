import {
  drawState,
  drawStep,
  explainStep,
  frameAt,
  PAPER_PALETTE,
  PRINT_PALETTE,
  toSvg,
} from "#core/showing/display";
import { CliError, wholeNumber } from "../arguments.ts";
import { asJson, type Command, type Options } from "../command.ts";
import { compute } from "../lesson-file.ts";

/** The paper after a move, or what a step draws. */
export const draw: Command = (path, { json, svg, move, step: number, labels }) => {
  const computed = compute(path);
  if (labels && number === undefined) throw new CliError("--labels are those of a step: give --step N");
  if (number !== undefined) {
    if (move !== undefined) throw new CliError("draw takes --move or --step, not both");
    const step = computed.steps[wholeNumber("--step", number, 1, computed.steps.length) - 1];
    if (!step) throw new CliError(`${path} has no steps`);
    const drawing = labels
      ? explainStep(computed, step, STEP_ROOM).drawing
      : drawStep(computed.paper, computed.sheet, step, "bench");
    return drawn(drawing, { json, svg }, "draw", labels ? PRINT_PALETTE : PAPER_PALETTE);
  }
  const last = computed.moves.length - 1;
  const index = move === undefined ? last : wholeNumber("--move", move, 0, computed.moves.length) - 1;
  const drawing = drawState(computed.paper, computed.sheet, index, index, "bench");
  return drawn(drawing, { json, svg }, "draw");
};

/** The overlay at a moment of lesson time. */
export const frame: Command = (path, { json, svg, at }) => {
  if (at === undefined) throw new CliError("frame needs --at SECONDS");
  const seconds = Number(at);
  if (!Number.isFinite(seconds) || seconds < 0 || at.trim() === "")
    throw new CliError(`--at takes seconds from 0 on, got "${at}"`);
  const frame = frameAt(compute(path), Math.round(seconds * 1000), {
    medium: "overlay",
    tools: true,
    withSheet: true,
  });
  return json ? asJson(frame) : drawn(frame.drawing, { json, svg }, "frame");
};

/** Half a page across, in mm, with letters of 10 pt: as a card of two to a page has it. */
const STEP_ROOM = { width: 180, height: 128, textSize: 3.6 };

function drawn(
  drawing: Parameters<typeof toSvg>[0],
  { json, svg }: Options,
  command: string,
  palette = PAPER_PALETTE,
): string {
  if (json) return asJson(drawing);
  if (!svg) throw new CliError(`${command} needs --svg or --json`);
  return toSvg(drawing, palette);
}
