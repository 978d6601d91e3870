import { blockAt, type PutDown } from "../put-down.ts";

export const putDown: PutDown = {
  label: "word",
  menu: "Block letters",
  by: "front",
  oneOfAKind: true,
  usual: (spot) => ({
    text: "LOCK",
    gap: 0.15,
    tilesOnly: false,
    // A left hand would lie on what it has just drawn.
    startFrom: spot.hand === "left" ? "right" : "left",
    ...blockAt(spot),
  }),
  sample: { "one-point": [25, 170, 215, 105], "two-point": [110, 180, 111, 110] },
};
