import type { PutDown } from "../put-down.ts";

export const putDown: PutDown = {
  label: "strips",
  menu: "Strips",
  by: "itself",
  oneOfAKind: true,
  usual: () => ({ pairs: 5, above: 3 }),
  variants: {
    "sun-rays": {
      label: "strips all round",
      menu: "Strips all round",
      over: { pairs: 4, above: 0, centre: true, widths: "narrowing", drawnFrom: "point", mirrored: true },
    },
  },
};
