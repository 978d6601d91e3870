/** What of papaparse is used here; its own types would bring browser and Node into the core. */
declare module "papaparse" {
  interface Parsed {
    readonly data: readonly (readonly string[])[];
    readonly errors: readonly { readonly message: string; readonly row?: number }[];
  }
  const Papa: {
    parse(text: string, options: { readonly skipEmptyLines: "greedy" | boolean }): Parsed;
    unparse(
      rows: readonly (readonly (string | number)[])[],
      options: { readonly newline: string; readonly escapeFormulae: RegExp },
    ): string;
  };
  export default Papa;
}
