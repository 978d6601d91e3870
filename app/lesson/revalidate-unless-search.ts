import type { ShouldRevalidateFunctionArgs } from "react-router";

/** Choosing a step changes the address only; what was loaded is as it was. */
export function revalidateUnlessSearch({
  currentUrl,
  nextUrl,
  formMethod,
  defaultShouldRevalidate,
}: ShouldRevalidateFunctionArgs): boolean {
  const onlySearch =
    formMethod === undefined &&
    currentUrl.pathname === nextUrl.pathname &&
    currentUrl.search !== nextUrl.search;
  return onlySearch ? false : defaultShouldRevalidate;
}
