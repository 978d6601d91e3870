export { readCsv, writeCsv } from "./csv.ts";
