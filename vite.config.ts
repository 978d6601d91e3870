import { reactRouter } from "@react-router/dev/vite";
import { defineConfig } from "vite";
import { coreVersion } from "./scripts/core-version.ts";

const CORE = `${import.meta.dirname}/core/`;

export default defineConfig(({ command }) => ({
  plugins: [reactRouter()],
  worker: { format: "es" },
  define: { "import.meta.env.CORE_VERSION": JSON.stringify(coreVersion()) },
  // The letters come inside the stylesheet that the page waits for: a font that arrives later moves every line of words.
  build: {
    assetsInlineLimit: (file) => (file.endsWith(".woff2") ? true : undefined),
    // Nothing happens when these are only loaded, which they do not say of themselves: what no page asks of them stays out.
    rolldownOptions: {
      treeshake: { moduleSideEffects: (id) => !(id.startsWith(CORE) || id.includes("/clipper2-ts/")) },
    },
  },
  // The server starts itself, with its door around the pages.
  environments: {
    ssr: { build: { rollupOptions: { input: "./server/main.server.ts" } } },
  },
  // One bundled server starts in a fraction of the time; native and singleton packages stay outside.
  ssr:
    command === "build"
      ? {
          noExternal: true,
          external: [
            "better-sqlite3",
            "better-sqlite3-13",
            "react",
            "react-dom",
            "react-router",
            "@react-router/node",
            "pdfkit",
            "fontkit",
            "piscina",
            "express",
            "compression",
            "morgan",
            "@node-rs/argon2",
            "@resvg/resvg-js",
            "@react-router/express",
          ],
        }
      : {},
  optimizeDeps: {
    entries: ["app/root.tsx", "app/routes.ts", "app/routes/*.tsx", "app/places/**/*.tsx"],
    exclude: ["better-sqlite3", "better-sqlite3-13", "drizzle-orm"],
  },
}));
