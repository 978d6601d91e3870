import { createContext } from "react-router";
import type { Gate } from "./passphrase.server.ts";

/** What the front door knows of a request beyond the request itself. */
export interface RequestContext {
  /** Scripts of the page carry it; null where no policy is set (development). */
  readonly nonce: string | null;
  /** Where it came from, for counting guesses. */
  readonly address: string;
  readonly secure: boolean;
  /** Null where no passphrase is asked for. */
  readonly gate: Gate | null;
}

export const requestContext = createContext<RequestContext>({
  nonce: null,
  address: "unknown",
  secure: false,
  gate: null,
});
