import type { Json } from "../../ground/base/index.ts";

export type Draft = { readonly [key: string]: Json | undefined };
type Container = Record<string, Json | undefined> | (Json | undefined)[];

/** A document while it is being changed. Paths lead from its root; names in a list are its places. */
export interface DraftOf {
  root(): Draft;
  /** What stands at a path; undefined when nothing does. */
  at(path: readonly string[]): Json | undefined;
  /** Sets what stands at a path; the last name may be new, the place after a list's last adds to it. */
  set(path: readonly string[], value: Json): void;
  /** Takes a field away. */
  leaveOut(path: readonly string[]): void;
  /** Takes an item out of a list. */
  takeOut(list: readonly string[], index: number): void;
  /** Where in a list of things the one with this id stands; -1 when it does not. */
  indexOf(list: readonly string[], id: string): number;
}

/**
 * Opens a document for changes. Each group or list on the way to a change is copied once, however many changes follow, and
 * all that no change touches is shared with the document: the work is linear in the changes.
 */
export function draftOf(document: Draft): DraftOf {
  let root = document;
  /** Copies made here: these may be written to. */
  const own = new WeakSet<object>();
  let places = new WeakMap<object, Map<Json | undefined, number>>();

  const ownCopy = (value: Json | undefined): Container => {
    const is = (typeof value === "object" && value !== null ? value : {}) as Container;
    if (own.has(is)) return is;
    const copy: Container = Array.isArray(is) ? [...is] : { ...is };
    own.add(copy);
    return copy;
  };
  /** The group or list at a path, as a copy that may be written to. */
  const opened = (path: readonly string[]): Container => {
    let container = ownCopy(root);
    root = container as Draft;
    for (const name of path) {
      const next = ownCopy(inside(container as Json, name));
      put(container, name, next as Json);
      container = next;
    }
    return container;
  };
  const at = (path: readonly string[]): Json | undefined => {
    let value: Json | undefined = root;
    for (const name of path) value = inside(value, name);
    return value;
  };

  return {
    root: () => root,
    at,
    set: (path, value) => {
      const name = path[path.length - 1] ?? "";
      const container = opened(path.slice(0, -1));
      const adds = Array.isArray(container) && Number(name) === container.length;
      // A thing that is exchanged or called otherwise may stand where its id is not looked for.
      if (adds) places.get(container)?.set(inside(value, "id"), container.length);
      else if (name === "id" || !sameId(inside(container as Json, name), value)) places = new WeakMap();
      put(container, name, value);
    },
    leaveOut: (path) => {
      const container = opened(path.slice(0, -1)) as Record<string, Json | undefined>;
      delete container[path[path.length - 1] ?? ""];
    },
    takeOut: (path, index) => {
      const list = opened(path) as Json[];
      list.splice(index, 1);
      places.delete(list);
    },
    indexOf: (path, id) => {
      const list = at(path);
      if (!Array.isArray(list)) return -1;
      let known = places.get(list);
      if (!known) {
        known = new Map();
        for (let i = list.length - 1; i >= 0; i--) known.set(inside(list[i], "id"), i);
        places.set(list, known);
      }
      return known.get(id) ?? -1;
    },
  };
}

/** What a group or list holds itself under a name; undefined for what every object has. */
export function inside(value: Json | undefined, name: string): Json | undefined {
  if (typeof value !== "object" || value === null || !Object.hasOwn(value, name)) return undefined;
  if (Array.isArray(value) && name === "length") return undefined;
  return (value as Draft)[name];
}

/** Sets a field of the container itself, also one that would otherwise reach into every object. */
function put(container: Container, name: string, value: Json): void {
  Object.defineProperty(container, name, { value, writable: true, enumerable: true, configurable: true });
}

function sameId(a: Json | undefined, b: Json): boolean {
  return inside(a, "id") === inside(b, "id");
}
