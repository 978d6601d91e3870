import "@mantine/core/styles.layer.css";
import "@fontsource/alegreya-sans/latin-400.css";
import "@fontsource/alegreya-sans/latin-500.css";
import "@fontsource/alegreya-sans/latin-700.css";
import "@fontsource/alegreya-sans/latin-800.css";
import "./ui/app.css";
import { ColorSchemeScript, MantineProvider, mantineHtmlProps } from "@mantine/core";
import type { ReactNode } from "react";
import {
  isRouteErrorResponse,
  Links,
  Meta,
  Outlet,
  Scripts,
  ScrollRestoration,
  useLocation,
} from "react-router";
import type { Route } from "./+types/root";
import { ErrorPage } from "./ui/ErrorPage.tsx";
import { useNonce } from "./ui/nonce.ts";
import { ShowWhole } from "./ui/ShowWhole.tsx";
import { theme } from "./ui/theme.ts";
import { useQuietCutOffs } from "./ui/use-quiet-cut-offs.ts";

export const meta: Route.MetaFunction = () => [{ title: "Regulanda" }];

export function Layout({ children }: { children: ReactNode }) {
  const nonce = useNonce();
  return (
    <html lang="en" {...mantineHtmlProps}>
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <link rel="icon" href="/mark.svg" type="image/svg+xml" />
        <ColorSchemeScript defaultColorScheme="auto" {...(nonce ? { nonce } : {})} />
        <Meta />
        <Links />
        <ShowWhole />
      </head>
      <body>
        <MantineProvider theme={theme} defaultColorScheme="auto">
          {children}
        </MantineProvider>
        <ScrollRestoration {...(nonce ? { nonce } : {})} />
        <Scripts {...(nonce ? { nonce } : {})} />
      </body>
    </html>
  );
}

export default function App() {
  useQuietCutOffs();
  return <Outlet />;
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  const { pathname, search } = useLocation();
  if (isRouteErrorResponse(error)) {
    const said =
      typeof error.data === "string" && error.data !== "" ? error.data : "There is nothing at this address.";
    if (error.status === 401)
      return (
        <ErrorPage
          title="The passphrase is asked for"
          message={said}
          to={`/enter?to=${encodeURIComponent(pathname + search)}`}
          where="Enter it"
        />
      );
    return <ErrorPage title={error.status === 404 ? "Not found" : "That did not work"} message={said} />;
  }
  return (
    <ErrorPage
      title="Something broke"
      message="This page failed. Nothing was changed by it; what was saved so far is kept."
    />
  );
}
