import type { Change } from "#core/ground/base";

/** "left bench: width" from the addresses of the changes. */
export function sayChanges(changes: readonly Change[]): string {
  const said = changes.map(({ id, field, value }) => {
    const thing = id.slice(id.indexOf("/") + 1).replaceAll("-", " ");
    if (field === "self") return value === null ? `${thing} taken away` : `${thing} put down`;
    const part = field
      .replace(/^handles\./, "")
      .replace(/Mm$/, "")
      .replaceAll(".", " ")
      .replace(/([a-z])([A-Z])/g, "$1 $2")
      .toLowerCase();
    return `${thing}: ${part}`;
  });
  return [...new Set(said)].slice(0, 3).join(", ");
}
