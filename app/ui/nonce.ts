import { createContext, useContext } from "react";

/** The page's script nonce, set while the server renders; empty in the browser. */
export const NonceContext = createContext<string | undefined>(undefined);

export function useNonce(): string | undefined {
  return useContext(NonceContext);
}
