// Writes the books: docs/constructions.md with its pictures, drawn by the engine itself, and docs/plan.md.
import { mkdirSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { constructionsBook } from "./constructions-book.ts";
import { planBook } from "./plan-book.ts";

const docs = join(import.meta.dirname, "../docs");
const { markdown, pictures } = constructionsBook();
mkdirSync(join(docs, "constructions"), { recursive: true });
for (const [name, svg] of pictures) writeFileSync(join(docs, "constructions", name), svg);
writeFileSync(join(docs, "constructions.md"), markdown);
writeFileSync(join(docs, "plan.md"), planBook());
console.log(`${pictures.size} pictures, docs/constructions.md and docs/plan.md written`);
