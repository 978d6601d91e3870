import Papa from "papaparse";

/** What a spreadsheet would take for a formula; with apostrophes before it, too, so that one more can be told from them. */
const FORMULA = /^'*[=+\-@\t\r]/;

/**
 * A table as CSV (RFC 4180: lines end in CR LF, cells with commas, quotes or line ends are quoted). A cell that a spreadsheet
 * would take for a formula gets an apostrophe in front.
 */
export function writeCsv(rows: readonly (readonly (string | number)[])[]): string {
  return `${Papa.unparse(rows, { newline: "\r\n", escapeFormulae: FORMULA })}\r\n`;
}

/** The cells of a CSV text, whichever of comma, semicolon or tab parts them; empty lines are kept out, as is a byte-order mark. */
export function readCsv(text: string): string[][] {
  const { data } = Papa.parse(text.replace(/^\uFEFF/, ""), { skipEmptyLines: "greedy" });
  return data.map((row) => row.map((cell) => (FORMULA.test(cell) ? cell.replace(/^'/, "") : cell)));
}
