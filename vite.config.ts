import { reactRouter } from "@react-router/dev/vite";
import { defineConfig } from "vite";

export default defineConfig(({ command }) => ({
  plugins: [reactRouter()],
  worker: { format: "es" },
  // One bundled server starts in a fraction of the time; native and singleton packages stay outside.
  ssr:
    command === "build"
      ? {
          noExternal: true,
          external: [
            "better-sqlite3",
            "react",
            "react-dom",
            "react-router",
            "@react-router/node",
            "pdfkit",
            "fontkit",
          ],
        }
      : {},
  optimizeDeps: {
    entries: ["app/root.tsx", "app/routes.ts", "app/routes/*.tsx", "app/places/**/*.tsx"],
    exclude: ["better-sqlite3", "drizzle-orm"],
  },
}));
