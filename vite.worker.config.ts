import { defineConfig } from "vite";
import { coreVersion } from "./scripts/core-version.ts";

/** The server's worker thread as one file: it starts in a fraction of the time it takes to load the sources. */
export default defineConfig({
  define: { "import.meta.env.CORE_VERSION": JSON.stringify(coreVersion()) },
  build: {
    ssr: "server/jobs/worker.ts",
    outDir: "build/jobs",
    rollupOptions: { output: { entryFileNames: "worker.js" } },
  },
  ssr: { noExternal: true, external: ["@resvg/resvg-js", "pdfkit", "fontkit"] },
});
