import * as fontkit from "fontkit";
import { fileOfPart, SCRIPTS, type Typeface, typefaceOf, type Weight } from "#film/typeface.ts";
import { unpackWoff } from "#film/unpack-woff.ts";

/** Addresses of the typeface's parts as the app ships them. */
const PARTS = import.meta.glob<string>(
  "/node_modules/@fontsource/alegreya-sans/files/alegreya-sans-{latin,latin-ext,vietnamese,greek,cyrillic}-{400,700}-normal.woff",
  { query: "?url", import: "default", eager: true },
);

/** The shipped typeface, all of it: what letters a lesson has is not known before. */
export async function loadTypeface(): Promise<Typeface> {
  const weights: readonly Weight[] = ["regular", "bold"];
  const fonts = new Map<string, fontkit.Font>();
  await Promise.all(
    SCRIPTS.flatMap((script) =>
      weights.map(async (weight) => {
        const file = fileOfPart(script, weight);
        const address = PARTS[`/node_modules/@fontsource/alegreya-sans/files/${file}`];
        if (!address) throw new Error(`the typeface has no part ${file}`);
        const bytes = new Uint8Array(await (await fetch(address)).arrayBuffer());
        // The types name a Node buffer; the browser's build of the library takes any bytes.
        fonts.set(file, fontkit.create(unpackWoff(bytes) as Buffer) as fontkit.Font);
      }),
    ),
  );
  return typefaceOf((script, weight) => {
    const font = fonts.get(fileOfPart(script, weight));
    if (!font) throw new Error(`the typeface has no ${script} ${weight}`);
    return font;
  });
}
