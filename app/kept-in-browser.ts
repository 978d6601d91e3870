import { useSyncExternalStore } from "react";
import * as v from "valibot";

/** Where an entry goes that cannot be read: out of the way of the others, and lost to nobody. */
const ASIDE = "regulanda-set-aside/";

const listeners = new Set<() => void>();

/** Entries of one kind in this browser's store, each under a name of its own and checked as it is read. */
export interface KeptInBrowser<T> {
  /** The names of all that is kept. */
  names(): string[];
  /** Null where nothing is kept; what is there and cannot be read is set aside. */
  read(name: string): T | null;
  /** Throws where the browser keeps nothing, or no more. */
  write(name: string, value: T): void;
  forget(name: string): void;
}

/** Keeps entries under a common prefix. */
export function keptInBrowser<T>(prefix: string, schema: v.GenericSchema<unknown, T>): KeptInBrowser<T> {
  return {
    names: () => placesUnder(prefix).map((place) => place.slice(prefix.length)),
    read: (name) => {
      const text = localStorage.getItem(prefix + name);
      if (text === null) return null;
      const read = parsed(text, schema);
      if (!read) setAside(prefix + name, text);
      return read?.value ?? null;
    },
    write: (name, value) => localStorage.setItem(prefix + name, JSON.stringify(value)),
    forget: (name) => localStorage.removeItem(prefix + name),
  };
}

function parsed<T>(text: string, schema: v.GenericSchema<unknown, T>): { readonly value: T } | null {
  try {
    const checked = v.safeParse(schema, JSON.parse(text));
    return checked.success ? { value: checked.output } : null;
  } catch {
    return null;
  }
}

function setAside(place: string, text: string): void {
  // Moved, not copied: a store that is nearly full has no room for both.
  localStorage.removeItem(place);
  try {
    localStorage.setItem(freePlace(ASIDE + place), text);
  } catch {
    localStorage.setItem(place, text);
    return;
  }
  // Reading may be part of drawing a page, which must not be told of changes meanwhile.
  queueMicrotask(tellKept);
}

/** The place, numbered where an earlier entry lies there already. */
function freePlace(place: string): string {
  let free = place;
  for (let n = 2; localStorage.getItem(free) !== null; n++) free = `${place}~${n}`;
  return free;
}

function placesUnder(prefix: string): string[] {
  return Array.from({ length: localStorage.length }, (_, i) => localStorage.key(i) ?? "").filter((k) =>
    k.startsWith(prefix),
  );
}

/** Of a kind ("…/"), or of one entry alone, whatever others begin with its name. */
function placesAside(of: string): string[] {
  const places = placesUnder(ASIDE + of);
  return of.endsWith("/") ? places : places.filter((k) => k.replace(/~\d+$/, "") === ASIDE + of);
}

/** Tells whoever shows what is kept in this window that it is another now; other windows hear of it by themselves. */
export function tellKept(): void {
  for (const listener of listeners) listener();
}

/** Something read from what this browser keeps, in all windows the same; the same value as long as nothing changed. */
export function useKept<T>(read: () => T, onServer: T): T {
  return useSyncExternalStore(subscribe, read, () => onServer);
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  window.addEventListener("storage", listener);
  return () => {
    listeners.delete(listener);
    window.removeEventListener("storage", listener);
  };
}

/** The texts of entries that were set aside, by where they were kept: of a kind by its prefix, or of one by its whole name. */
export function entriesSetAside(of: string): { readonly place: string; readonly text: string }[] {
  return placesAside(of).map((place) => ({ place, text: localStorage.getItem(place) ?? "" }));
}

/** Throws entries away that were set aside. */
export function forgetSetAside(of: string): void {
  for (const place of placesAside(of)) localStorage.removeItem(place);
  tellKept();
}

/** How many entries were set aside. */
export function useSetAside(of: string): number {
  return useKept(() => {
    try {
      return placesAside(of).length;
    } catch {
      return 0;
    }
  }, 0);
}
