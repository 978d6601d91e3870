/** Any other address: answered with a page, not with a broken connection. */
export function loader() {
  throw new Response(
    "There is nothing at this address. It may have a slip in it; your lessons are on the shelf.",
    { status: 404 },
  );
}

export default function NotFoundRoute() {
  return null;
}
