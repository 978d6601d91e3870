import type * as v from "valibot";

/** Kinds of values as a person who writes a file by hand would call them. */
const CALLED: Readonly<Record<string, string>> = {
  boolean: "true or false",
  number: "a number",
  string: "words",
  array: "a list",
  object: "a group of fields",
  strict_object: "a group of fields",
  null: "null",
};

/** Why a value of a document is refused, in words: the schema's own where it has some, else what kind of value would do. */
export function whyRefused(issue: v.BaseIssue<unknown>): string {
  if (issue.expected === "never") return "there is no field of that name";
  if (issue.received === "undefined") return "it is missing";
  // The library's own sentences speak of types.
  if (!issue.message.startsWith("Invalid ")) return issue.message;
  switch (issue.type) {
    case "integer":
      return "a whole number";
    case "min_value":
      return `at least ${issue.requirement}`;
    case "max_value":
      return `at most ${issue.requirement}`;
    case "picklist":
    case "literal":
    case "variant":
    case "union":
      return `one of ${(issue.expected ?? "").replace(/^\(|\)$/g, "").replaceAll(" | ", ", ")}`;
    default:
      return CALLED[issue.type] ?? issue.message;
  }
}
