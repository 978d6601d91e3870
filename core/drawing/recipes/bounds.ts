import { invariant } from "../../ground/base/index.ts";

/** What a schema states of itself, as far as bounds are concerned. */
interface Stated {
  readonly type: string;
  readonly entries?: Readonly<Record<string, Stated>>;
  readonly item?: Stated;
  readonly wrapped?: Stated;
  readonly pipe?: readonly Stated[];
  readonly requirement?: unknown;
}

/** The least and the most a number at a dotted path may be, as the schema itself checks it. */
export function boundsAt(shape: object, path: string): { least: number; most: number } {
  let at: Stated | undefined = shape as Stated;
  for (const key of path.split(".")) {
    at = unwrapped(at);
    at = at?.entries?.[key] ?? (/^\d+$/.test(key) ? at?.item : undefined);
  }
  const pipe = unwrapped(at)?.pipe ?? [];
  const stated = (type: string) => pipe.find((part) => part.type === type)?.requirement;
  const [least, most] = [stated("min_value"), stated("max_value")];
  invariant(typeof least === "number" && typeof most === "number", `"${path}" has no bounds in its shape`);
  return { least, most };
}

/** What an optional or nullable part holds. */
function unwrapped(part: Stated | undefined): Stated | undefined {
  return part?.wrapped ? unwrapped(part.wrapped) : part;
}
