import { readFileSync } from "node:fs";
import ts from "typescript";

/** What a fault concerns: what is told and offered, or how it is worked out. */
export type Concern = "words and options" | "working out";

/** One small fault: in `file` the text from `start` to `end` becomes `instead`. */
export interface Mutant {
  readonly file: string;
  readonly line: number;
  /** The text of that line, without the space before it. */
  readonly code: string;
  readonly start: number;
  readonly end: number;
  readonly was: string;
  readonly instead: string;
  readonly concern: Concern;
}

/** Files whose every value is a word, an option, a size put down or a default. */
const TELLING =
  /\/(options|put-down|words|phrases|option|bounds|object-options|put-object|blank-lesson)\.ts$|^core\/(lexicon|steps)\//;

const SWAPPED: Readonly<Partial<Record<ts.SyntaxKind, string>>> = {
  [ts.SyntaxKind.LessThanToken]: "<=",
  [ts.SyntaxKind.LessThanEqualsToken]: "<",
  [ts.SyntaxKind.GreaterThanToken]: ">=",
  [ts.SyntaxKind.GreaterThanEqualsToken]: ">",
  [ts.SyntaxKind.EqualsEqualsEqualsToken]: "!==",
  [ts.SyntaxKind.ExclamationEqualsEqualsToken]: "===",
  [ts.SyntaxKind.PlusToken]: "-",
  [ts.SyntaxKind.MinusToken]: "+",
  [ts.SyntaxKind.AsteriskToken]: "/",
  [ts.SyntaxKind.SlashToken]: "*",
  [ts.SyntaxKind.AmpersandAmpersandToken]: "||",
  [ts.SyntaxKind.BarBarToken]: "&&",
};

/** Every small fault that can be put into a file: numbers, truths, comparisons, sums, logic and words. */
export function mutantsOf(file: string): Mutant[] {
  const text = readFileSync(file, "utf8");
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const lines = text.split("\n");
  const found: Mutant[] = [];
  const add = (node: ts.Node, instead: string, concern: Concern) => {
    const { line } = source.getLineAndCharacterOfPosition(node.getStart());
    found.push({
      file,
      line: line + 1,
      code: (lines[line] ?? "").trim(),
      start: node.getStart(),
      end: node.getEnd(),
      was: node.getText(),
      instead,
      concern: TELLING.test(file) ? "words and options" : concern,
    });
  };
  const visit = (node: ts.Node): void => {
    if (ts.isTypeNode(node) || ts.isImportDeclaration(node) || ts.isExportDeclaration(node)) return;
    if (ts.isInterfaceDeclaration(node) || ts.isTypeAliasDeclaration(node)) return;
    if (ts.isNumericLiteral(node)) add(node, otherNumber(node.text), "working out");
    else if (node.kind === ts.SyntaxKind.TrueKeyword) add(node, "false", "working out");
    else if (node.kind === ts.SyntaxKind.FalseKeyword) add(node, "true", "working out");
    else if (ts.isStringLiteral(node) && isSaid(node))
      add(node, `"${node.text ? "" : "said"}"`, "words and options");
    else if (ts.isBinaryExpression(node)) {
      const swapped = SWAPPED[node.operatorToken.kind];
      if (swapped) add(node.operatorToken, swapped, "working out");
    } else if (ts.isTemplateExpression(node)) {
      const spoken = [node.head, ...node.templateSpans.map((s) => s.literal)].find((p) =>
        /[a-z]{2}/.test(p.text),
      );
      if (spoken) add(spoken, spoken.getText().replace(/[a-z]{2,}/, "other"), "words and options");
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}

function otherNumber(text: string): string {
  const n = Number(text.replaceAll("_", ""));
  if (n === 0) return "1";
  // An allowance for rounding half as large again is no fault that anybody could see; one a million times as large is.
  if (n < 0.005) return String(n * 1e6);
  return String(Number.isInteger(n) ? n + 1 : n * 1.5);
}

/** Whether a string is something said: names of fields and kinds are the compiler's to check. */
function isSaid(node: ts.StringLiteral): boolean {
  const { parent } = node;
  if (ts.isPropertyAssignment(parent) && parent.name === node) return false;
  if (ts.isCaseClause(parent) || ts.isElementAccessExpression(parent)) return false;
  return true;
}
