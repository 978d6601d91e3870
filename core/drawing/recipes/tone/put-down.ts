import type { PutDown } from "../put-down.ts";

export const putDown: PutDown = {
  label: "tone",
  menu: "Tone",
  by: "host",
  usual: ({ host }) => ({ of: host.object, lightFrom: "left" }),
};
