import type { RequestHandler, Response } from "express";
import helmet from "helmet";

/** The nonce of the page that is answered with this: only scripts that carry it run. */
export function nonceOf(res: Response): string {
  return String(res.locals.nonce);
}

/**
 * The headers that every answer carries, pages, files and pictures alike: scripts only with the page's own nonce, nothing
 * from elsewhere, no frame around it, no other page's reading of it, no guessing of types. Whoever puts the app behind TLS
 * says there that it is to stay so.
 */
export function securityHeaders(): RequestHandler {
  return helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'", (_req, res) => `'nonce-${nonceOf(res as Response)}'`],
        styleSrc: ["'self'", "'unsafe-inline'"],
        fontSrc: ["'self'", "data:"],
        imgSrc: ["'self'", "data:", "blob:"],
        mediaSrc: ["'self'", "blob:"],
        workerSrc: ["'self'", "blob:"],
        connectSrc: ["'self'"],
        objectSrc: ["'none'"],
        baseUri: ["'self'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"],
      },
    },
    referrerPolicy: { policy: "same-origin" },
    strictTransportSecurity: false,
    xFrameOptions: { action: "deny" },
  });
}
