import type { ShouldRevalidateFunctionArgs } from "react-router";

/**
 * Choosing a step changes the address only; what was loaded is as it was. A save that did not reach the server
 * changed nothing there either, and asking it again would only fail the page.
 */
export function revalidateUnlessSearch({
  currentUrl,
  nextUrl,
  formMethod,
  actionResult,
  defaultShouldRevalidate,
}: ShouldRevalidateFunctionArgs): boolean {
  if ((actionResult as { kind?: string } | undefined)?.kind === "unreachable") return false;
  const onlySearch =
    formMethod === undefined &&
    currentUrl.pathname === nextUrl.pathname &&
    currentUrl.search !== nextUrl.search;
  return onlySearch ? false : defaultShouldRevalidate;
}
