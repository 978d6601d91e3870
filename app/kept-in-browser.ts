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
  try {
    localStorage.setItem(ASIDE + place, text);
    localStorage.removeItem(place);
  } catch {
    // A full store keeps it where it is; it is passed over all the same.
    return;
  }
  // Reading may be part of drawing a page, which must not be told of changes meanwhile.
  queueMicrotask(tell);
}

function placesUnder(prefix: string): string[] {
  return Array.from({ length: localStorage.length }, (_, i) => localStorage.key(i) ?? "").filter((k) =>
    k.startsWith(prefix),
  );
}

function tell(): void {
  for (const listener of listeners) listener();
}

/** The texts of entries under a prefix that were set aside, by where they were kept. */
export function entriesSetAside(prefix: string): { readonly place: string; readonly text: string }[] {
  return placesUnder(ASIDE + prefix).map((place) => ({ place, text: localStorage.getItem(place) ?? "" }));
}

/** Throws entries away that were set aside. */
export function forgetSetAside(prefix: string): void {
  for (const place of placesUnder(ASIDE + prefix)) localStorage.removeItem(place);
  tell();
}

/** How many entries under a prefix were set aside. */
export function useSetAside(prefix: string): number {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      window.addEventListener("storage", listener);
      return () => {
        listeners.delete(listener);
        window.removeEventListener("storage", listener);
      };
    },
    () => {
      try {
        return placesUnder(ASIDE + prefix).length;
      } catch {
        return 0;
      }
    },
    () => 0,
  );
}
