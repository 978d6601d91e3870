import type { PutDown } from "../put-down.ts";

export const putDown: PutDown = {
  label: "shadow",
  menu: "Shadow",
  by: "host",
  usual: ({ host, sheet, view }) => ({
    of: host.object,
    handles: {
      sunFromLeftMm: Math.round(sheet.widthMm * 0.9),
      sunFromTopMm: Math.round(view.horizonFromTopMm - sheet.heightMm * 0.6),
    },
  }),
};
