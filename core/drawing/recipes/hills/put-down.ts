import type { PutDown } from "../put-down.ts";

export const putDown: PutDown = {
  label: "skyline",
  menu: "Skyline",
  by: "itself",
  oneOfAKind: true,
  usual: () => ({ topsMm: [18, 34, 12, 26, 8] }),
};
