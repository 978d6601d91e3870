import type { PutDown } from "../put-down.ts";

export const putDown: PutDown = {
  label: "strips",
  menu: "Strips",
  by: "itself",
  oneOfAKind: true,
  usual: () => ({ pairs: 5, above: 3 }),
};
