import { randomBytes } from "node:crypto";
import { join } from "node:path";
import compression from "compression";
import express, { type NextFunction, type Request, type RequestHandler, type Response } from "express";
import morgan from "morgan";
import { LARGEST_BUNDLE_BYTES, LARGEST_SAVE_BYTES } from "../limits.ts";
import { type Limiter, laneOf } from "./limiter.ts";
import type { Gate } from "./passphrase.server.ts";
import type { RequestContext } from "./request-context.ts";
import { nonceOf, securityHeaders } from "./security-headers.ts";
import { whyTurnedAway } from "./turned-away.ts";

export interface FrontDoor {
  /** Names under which this server answers. */
  readonly names: ReadonlySet<string>;
  /** Null where no passphrase is asked for. */
  readonly gate: Gate | null;
  readonly limiter: Limiter;
  /** The built pages' scripts, styles and pictures; nothing in it is secret. */
  readonly clientFolder: string;
  /** Answers whatever is let in; `contextOf` its response tells what the door knows of it. */
  readonly answer: RequestHandler;
  /** Takes a line of the log; left out: nothing is logged. */
  readonly log?: (line: string) => void;
}

/** How long whoever is refused for want of a turn should wait before asking again. */
const RETRY_AFTER_SECONDS = 3;

/**
 * What every request passes, whatever it asks for, in this order: headers that every answer carries, names and pages it may
 * come from, files of the app, the passphrase, sizes, a turn; then the app.
 */
export function openFrontDoor({
  names,
  gate,
  limiter,
  clientFolder,
  answer,
  log,
}: FrontDoor): express.Express {
  const app = express();
  app.disable("x-powered-by");
  // A proxy that ends TLS stands on this machine: it alone may say for whom it asks.
  app.set("trust proxy", "loopback");
  app.use((req, res, next) => {
    // Whom it was asked as is the Host header's to say alone.
    delete req.headers["x-forwarded-host"];
    res.locals.nonce = randomBytes(16).toString("base64");
    next();
  }, securityHeaders());
  if (log) app.use(logged(log));
  app.use((req, res, next) => {
    const away = whyTurnedAway(
      {
        method: req.method,
        host: req.headers.host,
        origin: req.headers.origin,
        site: one(req.headers["sec-fetch-site"]),
        mode: one(req.headers["sec-fetch-mode"]),
        dest: one(req.headers["sec-fetch-dest"]),
        contentType: req.headers["content-type"],
        hasBody: hasBody(req),
      },
      names,
    );
    if (away) refuse(res, away.status, away.message);
    else next();
  });
  app.use(compression());
  const files = { index: false, dotfiles: "ignore", redirect: false } as const;
  app.use(
    "/assets",
    express.static(join(clientFolder, "assets"), {
      ...files,
      immutable: true,
      maxAge: "1y",
      // What keeps a class open without a network lies here, and answers for its addresses.
      setHeaders: (res, path) => {
        if (/class-keeper/.test(path)) res.setHeader("Service-Worker-Allowed", "/lessons/");
      },
    }),
  );
  app.use(express.static(clientFolder, { ...files, maxAge: "1h" }));
  if (gate)
    app.use(guarded(gate), (_req, res, next) => {
      // What is behind a passphrase is nobody else's to keep.
      res.set("Vary", "Cookie");
      next();
    });
  app.use((req, res, next) => {
    const limit = largestBody(req);
    if (Number(req.headers["content-length"] ?? 0) <= limit) next();
    else
      refuse(
        res,
        413,
        `What was sent is larger than ${Math.round(limit / 1024 ** 2)} MB. Nothing was changed.`,
      );
  });
  app.use(limited(limiter));
  app.use((req, res, next) => {
    res.locals.context = {
      nonce: nonceOf(res),
      address: req.ip ?? "unknown",
      secure: req.secure,
      gate,
    } satisfies RequestContext;
    next();
  }, answer);
  app.use((error: unknown, _req: Request, res: Response, _next: NextFunction) => {
    const status = statusOf(error);
    if (status >= 500) console.error(error);
    if (res.headersSent) res.destroy();
    else
      refuse(
        res,
        status,
        status < 500
          ? "There is nothing at this address."
          : "The server failed at this. Nothing was lost that was saved.",
      );
  });
  return app;
}

/** What the front door knows of the request that is answered with this. */
export function contextOf(res: Response): RequestContext {
  return res.locals.context as RequestContext;
}

/** Whether a request has something to send. */
function hasBody(req: Request): boolean {
  return req.headers["transfer-encoding"] !== undefined || Number(req.headers["content-length"] ?? 0) > 0;
}

/** Forms and files are counted as they are read, and refused in their page's own words; an edit can be refused unread. */
function largestBody(req: Request): number {
  return req.is("application/json") ? LARGEST_SAVE_BYTES : LARGEST_BUNDLE_BYTES;
}

/** Where the passphrase is entered, and which scripts belong to which page: what is in those is the app's own. */
const OPEN = /^\/(enter(\.data)?|__manifest)$/;

/** Lets in whoever has a session; a page that is asked for leads to where the passphrase is entered. */
function guarded(gate: Gate): RequestHandler {
  return (req, res, next) => {
    if (OPEN.test(req.path) || gate.isInside(req.headers.cookie)) return next();
    const page =
      req.method === "GET" && !req.path.endsWith(".data") && req.headers.accept?.includes("text/html");
    if (page) res.redirect(303, `/enter?to=${encodeURIComponent(req.originalUrl)}`);
    else
      refuse(
        res,
        401,
        "The passphrase is asked for first: open this app's first page and enter it. Nothing was changed.",
      );
  };
}

/** Lets requests in one after another as far as there is room; those beyond are told when to come back. */
function limited(limiter: Limiter): RequestHandler {
  return async (req, res, next) => {
    // Whoever went while the app's files were looked through is told of no more: a turn taken for them would never end.
    if (res.destroyed) return;
    const gone = new AbortController();
    res.once("close", () => gone.abort());
    const lane = laneOf(req.method, req.path);
    const end = await limiter.take(lane, gone.signal);
    if (!end) {
      if (gone.signal.aborted) return;
      res.set("Retry-After", String(RETRY_AFTER_SECONDS));
      return refuse(
        res,
        503,
        "The server has more to do than it can just now. Nothing was lost; try again in a moment.",
      );
    }
    if (gone.signal.aborted) return end();
    res.once("close", end);
    if (lane === "read" || lane === "write") {
      // The work is done once the answer begins; a slow reader of it takes nobody's turn.
      const writeHead = res.writeHead;
      res.writeHead = ((...args: Parameters<typeof writeHead>) => {
        end();
        return writeHead.apply(res, args);
      }) as typeof writeHead;
    }
    next();
  };
}

function logged(log: (line: string) => void): RequestHandler {
  morgan.token("path", (req) => (req as Request).path);
  // Without what follows the path: words that were looked for are nobody's concern.
  return morgan(":date[iso] :remote-addr :method :path :status :res[content-length] :response-time ms", {
    stream: { write: log },
    // The app's own files fill pages of log and tell nothing.
    skip: (req, res) => res.statusCode < 400 && (req as Request).path.startsWith("/assets/"),
  });
}

function refuse(res: Response, status: number, message: string): void {
  res.status(status).type("text/plain").set("Cache-Control", "no-store").send(message);
}

function statusOf(error: unknown): number {
  const status = (error as { status?: unknown } | null)?.status;
  return typeof status === "number" && status >= 400 && status < 600 ? status : 500;
}

function one(header: string | string[] | undefined): string | undefined {
  return Array.isArray(header) ? header.join(", ") : header;
}
