// Writes docs/constructions.md and its pictures: every construction with its moves and options, drawn by the engine itself.
import { mkdirSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { constructionsBook } from "./constructions-book.ts";

const docs = join(import.meta.dirname, "../docs");
const { markdown, pictures } = constructionsBook();
mkdirSync(join(docs, "constructions"), { recursive: true });
for (const [name, svg] of pictures) writeFileSync(join(docs, "constructions", name), svg);
writeFileSync(join(docs, "constructions.md"), markdown);
console.log(`${pictures.size} pictures and docs/constructions.md written`);
