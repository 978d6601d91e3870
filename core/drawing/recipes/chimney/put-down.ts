import type { PutDown } from "../put-down.ts";

export const putDown: PutDown = {
  label: "chimney",
  menu: "Chimney",
  by: "host",
  // As thin as practice draws it, whatever is dragged.
  usual: ({ host, fromLeftMm, fromBottomMm, extent, sheet }) => {
    const width = extent("width", 0.06);
    const height = extent("height", 0.08);
    return {
      of: host.object,
      handles: {
        fromLeftMm,
        fromBottomMm,
        width: "mm" in width ? { mm: Math.round(sheet.widthMm / 40) } : width,
        height: "mm" in height ? { mm: Math.round(sheet.heightMm / 12) } : height,
        depth: extent("depth", 0.06),
      },
    };
  },
  sample: { "one-point": [112, 84, 113, 68], "two-point": [128, 84, 129, 68] },
  sampleHost: "house",
};
