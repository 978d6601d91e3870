/**
 * The headers that every answer carries, pages, files and pictures alike: scripts only with the page's own nonce, nothing
 * from elsewhere, no frame around it, no other page's reading of it, no guessing of types.
 */
export function securityHeaders(nonce: string): Readonly<Record<string, string>> {
  return {
    "Content-Security-Policy": policy(`'nonce-${nonce}'`),
    "X-Content-Type-Options": "nosniff",
    "X-Frame-Options": "DENY",
    "Referrer-Policy": "same-origin",
    "Cross-Origin-Opener-Policy": "same-origin",
    "Cross-Origin-Resource-Policy": "same-origin",
  };
}

/**
 * The policy of the worker that looks for the sheet, and of it alone: the vision library it loads is compiled code. A worker
 * has the policy of its own script's answer, whatever page began it.
 */
export function policyOfFile(name: string): string | null {
  return name.startsWith("sheet.worker-") ? policy("'wasm-unsafe-eval'") : null;
}

function policy(scripts: string): string {
  return `default-src 'self'; script-src 'self' ${scripts}; style-src 'self' 'unsafe-inline'; font-src 'self' data:; img-src 'self' data: blob:; media-src 'self' blob:; worker-src 'self' blob:; connect-src 'self'; object-src 'none'; base-uri 'self'; form-action 'self'; frame-ancestors 'none'`;
}
