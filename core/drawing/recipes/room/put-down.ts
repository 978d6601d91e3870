import type { PutDown } from "../put-down.ts";

export const putDown: PutDown = {
  label: "room",
  menu: "Room",
  by: "itself",
  oneOfAKind: true,
  usual: () => ({ handles: { back: 0.6 } }),
};
