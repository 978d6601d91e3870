import { useState } from "react";
import { useNavigation } from "react-router";

const NONE: readonly string[] = [];

/**
 * Why what was asked for last was refused, until something else is asked for. The router forgets an action's answer when
 * the page is only asked again, as it is while sheets are being drawn: it would be gone before anybody has read it.
 */
export function useRefusal(answered: readonly string[]): readonly string[] {
  const [kept, setKept] = useState(answered);
  const { state, formMethod } = useNavigation();
  const asksElse = state === "submitting" || (state === "loading" && !formMethod);
  const refusal = asksElse ? NONE : answered.length > 0 ? answered : kept;
  if (refusal !== kept) setKept(refusal);
  return refusal;
}
