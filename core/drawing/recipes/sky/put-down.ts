import type { PutDown } from "../put-down.ts";

export const putDown: PutDown = {
  label: "sky",
  menu: "Sky in bands",
  by: "itself",
  oneOfAKind: true,
  usual: () => ({ bands: 3, palest: "low" }),
};
