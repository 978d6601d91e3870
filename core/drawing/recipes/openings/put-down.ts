import type { PutDown } from "../put-down.ts";

export const putDown: PutDown = {
  label: "windows",
  menu: "Windows",
  by: "wall",
  usual: ({ host }) => ({
    on: host,
    rows: [{ from: 0.3, to: 0.7 }],
    columns: 3,
    between: { from: 0.12, to: 0.88 },
    gap: 0.6,
    panes: { across: 2, up: 2 },
  }),
  onFace: ({ across, up }) => ({ between: across, rows: [up] }),
  variants: {
    boards: {
      label: "boards",
      menu: "Boards",
      over: {
        rows: [{ from: 0, to: 1 }],
        columns: 6,
        between: { from: 0, to: 1 },
        gap: 0,
        panes: { across: 1, up: 1 },
      },
    },
    door: {
      label: "door",
      menu: "Door",
      over: {
        door: true,
        rows: [{ from: 0, to: 0.7 }],
        columns: 1,
        between: { from: 0.35, to: 0.65 },
        gap: 0,
        panes: { across: 1, up: 1 },
      },
    },
  },
};
