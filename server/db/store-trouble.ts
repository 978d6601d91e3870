/** What keeps the store from doing what it was asked, in the words of whoever has to mend it. */
export type TroubleReason =
  | "locked"
  | "full"
  | "read-only"
  | "gone"
  | "damaged"
  | "failing"
  /** The program is older than the database, or not whole itself. */
  | "program";

/** The store cannot do what it was asked; its message says what, where and what to do. */
export class StoreTrouble extends Error {
  constructor(
    readonly reason: TroubleReason,
    message: string,
    options?: ErrorOptions,
  ) {
    super(message, options);
  }
}

const SAID: Readonly<Record<Exclude<TroubleReason, "program">, string>> = {
  locked: "Another program holds the lessons' database just now.",
  full: "The disk of the server is full: make room on it.",
  "read-only": "The server may not write to the folder of its lessons: it is read-only.",
  gone: "The lessons' database is gone from the folder of the server: it was moved, renamed or deleted while the server ran. Bring it back, or restart the server.",
  damaged:
    "The lessons' database is damaged. Restart the server: it will say which copy can be brought back.",
  failing: "The disk of the server fails: look after it before going on.",
};

/** By the result codes of SQLite (sqlite.org/rescode.html) and of the system (errno). */
const REASONS: readonly (readonly [RegExp, Exclude<TroubleReason, "program">])[] = [
  [/^SQLITE_(BUSY|LOCKED)/, "locked"],
  [/^(SQLITE_FULL|ENOSPC|EDQUOT)/, "full"],
  [/^(SQLITE_READONLY_DBMOVED)/, "gone"],
  [/^(SQLITE_READONLY|SQLITE_PERM|EROFS|EACCES|EPERM)/, "read-only"],
  [/^SQLITE_(CORRUPT|NOTADB|FORMAT)/, "damaged"],
  [/^(SQLITE_IOERR|SQLITE_CANTOPEN|EIO)/, "failing"],
];

/** The trouble behind an error, or null when it is none of the store's. */
export function troubleOf(error: unknown): StoreTrouble | null {
  if (error instanceof StoreTrouble) return error;
  if (!(error instanceof Error)) return null;
  const code = (error as { code?: unknown }).code;
  const found = typeof code === "string" ? REASONS.find(([pattern]) => pattern.test(code)) : undefined;
  if (found) return new StoreTrouble(found[1], SAID[found[1]], { cause: error });
  return troubleOf(error.cause);
}

export function trouble(reason: keyof typeof SAID): StoreTrouble {
  return new StoreTrouble(reason, SAID[reason]);
}
