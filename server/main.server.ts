import { join } from "node:path";
import * as build from "virtual:react-router/server-build";
import { createRequestHandler } from "@react-router/express";
import { RouterContextProvider, type ServerBuild } from "react-router";
import { contextOf, openFrontDoor } from "./http/front-door.server.ts";
import { openLimiter } from "./http/limiter.ts";
import { requestContext } from "./http/request-context.ts";
import { start } from "./running/start.server.ts";

const log = process.env.REGULANDA_LOG === "off" ? {} : { log: (line: string) => process.stdout.write(line) };

await start(({ addresses, gate }) =>
  openFrontDoor({
    names: addresses.names,
    gate,
    limiter: openLimiter(),
    clientFolder: join(import.meta.dirname, "../client"),
    ...log,
    answer: createRequestHandler({
      build: build as ServerBuild,
      mode: "production",
      getLoadContext: (_, res) => new RouterContextProvider(new Map([[requestContext, contextOf(res)]])),
    }),
  }),
);
