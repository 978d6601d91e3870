import { createHash } from "node:crypto";

/** What a page shows and offers, as lines: words, controls with their state and names, pictures by what they are made of. */
export function outlineOf(element: Element): string {
  return linesOf(element, 0).join("\n");
}

const SHOWN = new Set([
  "role",
  "href",
  "title",
  "type",
  "value",
  "name",
  "placeholder",
  "disabled",
  "alt",
  "min",
  "max",
  "step",
]);
/** What a component library numbers by itself, or says of its own looks. */
const BY_ITSELF = /mantine-|^:r|«|^blob:/;
const LOOKS = /^data-(?:mantine|variant|size|with|position|discover|autofocus|disabled|orientation|checked-)/;

function linesOf(element: Element, depth: number): string[] {
  const tag = element.tagName.toLowerCase();
  if (tag === "style" || tag === "script") return [];
  if (tag === "div" && element.getAttribute("role") === "img")
    return [`${indent(depth)}chart${attributesOf(element)} ${chartWords(element)}`];
  if (tag === "svg") return [`${indent(depth)}${pictureLine(element)}`];
  // How a time is written differs from one version of Node to another.
  const own =
    tag === "time"
      ? []
      : [...element.childNodes]
          .filter((n) => n.nodeType === 3)
          .map((n) => n.textContent?.trim())
          .filter(Boolean);
  const says = attributesOf(element);
  const isLine =
    says !== "" || own.length > 0 || /^(?:button|input|select|textarea|a|h\d|li|label)$/.test(tag);
  const inner = [...element.children].flatMap((child) => linesOf(child, isLine ? depth + 1 : depth));
  if (!isLine) return inner;
  return [`${indent(depth)}${tag}${says}${own.length > 0 ? ` "${own.join(" … ")}"` : ""}`, ...inner];
}

function attributesOf(element: Element): string {
  const out: string[] = [];
  const classes = [...element.classList].flatMap((c) => /^_(\w+)_[0-9a-z]+$/i.exec(c)?.[1] ?? []);
  if (classes.length > 0) out.push(`.${classes.join(".")}`);
  for (const { name, value } of element.attributes) {
    const tells =
      SHOWN.has(name) ||
      name.startsWith("aria-") ||
      (name.startsWith("data-") && name !== "data-draws" && !LOOKS.test(name));
    if (tells && !BY_ITSELF.test(value)) out.push(value === "" ? name : `${name}=${value}`);
  }
  if ((element as HTMLInputElement).checked) out.push("checked");
  if (element.tagName === "TEXTAREA") out.push(`value=${(element as HTMLTextAreaElement).value}`);
  return out.length > 0 ? ` [${out.join(" ")}]` : "";
}

/** Of a picture: its name, how many marks it has, its words, and a hash of every mark, so that none changes unseen. */
function pictureLine(svg: Element): string {
  const marks = [...svg.querySelectorAll("*")];
  const hash = createHash("sha1");
  for (const mark of [svg, ...marks])
    for (const { name, value } of mark.attributes)
      if (!BY_ITSELF.test(value)) hash.update(`${name}=${value};`);
  const words = marks.filter((m) => m.tagName.toLowerCase() === "text").map((m) => m.textContent);
  const said = words.length > 0 ? ` "${words.join(" ")}"` : "";
  return `picture${attributesOf(svg)} ${marks.length} marks ${hash.digest("hex").slice(0, 8)}${said}`;
}

/** Of a chart: how many lines and bars it draws, and a hash of all it is told, so that nothing changes unseen. */
function chartWords(element: Element): string {
  const told = element.getAttribute("data-draws");
  if (told === null) return "not drawn yet";
  const { series = [] } = JSON.parse(told) as {
    series?: readonly { type: string; data?: readonly unknown[] }[];
  };
  const drawn = series.map((s) => `${s.type} of ${s.data?.length ?? 0}`);
  const steady = told.replace(/-?\d+\.\d+/g, (n) => Number(n).toPrecision(6));
  return `${drawn.join(", ")} ${createHash("sha1").update(steady).digest("hex").slice(0, 8)}`;
}

const indent = (depth: number) => "  ".repeat(depth);
