import type { Config } from "@react-router/dev/config";

export default {
  ssr: true,
  // A page knows all addresses from the start: a class without a network asks the server for none.
  routeDiscovery: { mode: "initial" },
  future: {
    v8_middleware: true,
    v8_passThroughRequests: true,
    v8_splitRouteModules: true,
    v8_trailingSlashAwareDataRequests: true,
    v8_viteEnvironmentApi: true,
  },
} satisfies Config;
