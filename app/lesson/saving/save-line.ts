import type { Change, Finding } from "#core/ground/base";
import type { SaveAnswer } from "../../routes/save.ts";

/** An edit on its way to the server. */
export interface Op {
  /** Names it among all: sent twice, it is made once. */
  readonly key: string;
  readonly intent: "changes" | "undo" | "redo";
  readonly changes: readonly Change[];
  /** Made on that revision, before it was known that another window had saved over it; left out: on the newest. */
  readonly base?: number;
}

/** What can be answered besides what the server says: it was not reached, or asks for the passphrase. */
export type Answered =
  | SaveAnswer
  | { readonly kind: "failed"; readonly reason: "unreachable" | "signed-out"; readonly message: string };

/** Why edits are not saved just now. They wait, and are tried again. */
export interface Trouble {
  readonly reason: Extract<Answered, { kind: "failed" }>["reason"] | "missing";
  readonly message: string;
}

export interface LineState {
  /** Edits that are not saved yet, the one under way first. */
  readonly unsaved: readonly Op[];
  /** Edits that are saved as the revision given, which the page may not show yet. */
  readonly landed: readonly { readonly op: Op; readonly revision: number }[];
  readonly trouble: Trouble | null;
  /** The newest revision that the server has told. */
  readonly revision: number;
  /** Whether what is unsaved would be there again after this window is closed. */
  readonly kept: boolean;
}

/** What a line tells once, as it happens. */
interface LineEvents {
  onRefused(findings: readonly Finding[]): void;
  onConflict(message: string): void;
  /** Laid over edits made elsewhere. */
  onMerged(revision: number): void;
}

/** The edits of one lesson on their way to the server, one after another, whatever becomes of the page that made them. */
export interface SaveLine {
  state(): LineState;
  subscribe(listener: () => void): () => void;
  hear(events: LineEvents): void;
  add(op: Omit<Op, "key">): void;
  /** Tries again at once. */
  retry(): void;
  /** The page shows this revision now. */
  shows(revision: number): void;
}

/** Where unsaved edits are kept until they are acknowledged. */
export interface UnsavedStore {
  /** Edits that a window left which is no longer there, oldest first. */
  adopt(): Promise<readonly Op[]>;
  /** Whether they could be kept. */
  keep(unsaved: readonly Op[]): boolean;
}

export interface Surroundings {
  send(base: number, op: Op): Promise<Answered>;
  readonly store: UnsavedStore;
  newKey(): string;
  later(ms: number, what: () => void): void;
}

/** The first try again comes after this; each after that twice as late, up to the last. */
const FIRST_RETRY_MS = 2000;
const LAST_RETRY_MS = 30_000;

/** Opens the line of a lesson whose page shows `revision`. */
export function openSaveLine(revision: number, { send, store, newKey, later }: Surroundings): SaveLine {
  let state: LineState = { unsaved: [], landed: [], trouble: null, revision, kept: true };
  let events: LineEvents = { onRefused: () => {}, onConflict: () => {}, onMerged: () => {} };
  const listeners = new Set<() => void>();
  let adopted = false;
  let busy = false;
  let waitMs = FIRST_RETRY_MS;
  let round = 0;

  const set = (next: Partial<LineState>) => {
    const unsaved = next.unsaved ?? state.unsaved;
    // What an earlier window left must not be written over before it is taken up. The first one's base has to be known to
    // whoever takes it up again.
    const kept =
      next.unsaved && adopted
        ? store.keep(unsaved.map((op, i) => (i === 0 ? { base: state.revision, ...op } : op)))
        : state.kept;
    state = { ...state, ...next, kept };
    for (const listener of listeners) listener();
  };

  const go = async (again = false): Promise<void> => {
    const [op] = state.unsaved;
    // What is in the way is said until it is known to have gone.
    if (busy || !adopted || !op || (state.trouble && !again)) return;
    busy = true;
    const base = op.base ?? state.revision;
    const answer = await send(base, op);
    busy = false;
    const others = state.unsaved.slice(1);
    switch (answer.kind) {
      case "saved":
        waitMs = FIRST_RETRY_MS;
        set({
          trouble: null,
          unsaved: others,
          landed: [...state.landed, { op, revision: answer.revision }],
          revision: Math.max(state.revision, answer.revision),
        });
        if (answer.merged) events.onMerged(answer.revision);
        break;
      case "refused":
        set({ trouble: null, unsaved: others });
        events.onRefused(answer.findings);
        break;
      case "conflict":
        // What was made on top of the refused edit is kept aside with it, or laid over what was saved, as it fits.
        set({
          trouble: null,
          unsaved: others.flatMap((o) => (o.intent === "changes" ? [{ base, ...o }] : [])),
        });
        events.onConflict(answer.message);
        break;
      case "failed":
      case "missing":
        if (answer.kind === "failed" && (answer.reason === "too-large" || answer.reason === "unreadable")) {
          // Sent again it would be refused again, and hold up all the others.
          set({ trouble: null, unsaved: others });
          events.onRefused([
            { code: "not-saved", severity: "fault", about: "lesson", message: answer.message, numbers: {} },
          ]);
          break;
        }
        set({
          trouble: { reason: answer.kind === "missing" ? "missing" : answer.reason, message: answer.message },
        });
        tryLater();
        return;
    }
    void go();
  };

  const retry = () => {
    round++;
    void go(true);
  };
  const tryLater = () => {
    const mine = ++round;
    later(waitMs, () => {
      if (mine === round) retry();
    });
    waitMs = Math.min(LAST_RETRY_MS, waitMs * 2);
  };

  const taken = store.adopt().catch((): readonly Op[] => []);
  void taken.then((left) => {
    adopted = true;
    if (left.length + state.unsaved.length > 0) set({ unsaved: [...left, ...state.unsaved] });
    void go();
  });

  return {
    state: () => state,
    subscribe: (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    hear: (next) => {
      events = next;
    },
    add: (op) => {
      set({ unsaved: [...state.unsaved, { ...op, key: newKey() }] });
      void go();
    },
    retry,
    shows: (shown) => {
      const landed = state.landed.filter((l) => l.revision > shown);
      if (landed.length !== state.landed.length || shown > state.revision)
        set({ landed, revision: Math.max(state.revision, shown) });
    },
  };
}
