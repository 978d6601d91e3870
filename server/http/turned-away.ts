/** What of a request decides whether it is answered at all. */
export interface Asked {
  readonly method: string;
  /** As they stand in the request's headers; undefined when they do not. */
  readonly host: string | undefined;
  readonly origin: string | undefined;
  /** Fetch metadata (W3C, Fetch Metadata Request Headers): whose page asks, and for what. */
  readonly site: string | undefined;
  readonly mode: string | undefined;
  readonly dest: string | undefined;
  readonly contentType: string | undefined;
  readonly hasBody: boolean;
}

export interface TurnedAway {
  readonly status: number;
  readonly message: string;
}

/** What browsers send of their own accord, and what the app sends, by method. Plain text is what foreign forms can send. */
const TAKEN: Readonly<Record<string, RegExp>> = {
  POST: /^(application\/json|application\/x-www-form-urlencoded|multipart\/form-data)$/,
  PUT: /^(video\/[\w.+-]+|application\/[\w.+-]+)$/,
};

/**
 * Why a request is not answered; null when it is. One whose Host is not a name the server was told may be a foreign page's
 * whose name was pointed here; a write from another page is its doing, not the teacher's (OWASP, Cross-Site Request Forgery
 * Prevention: Fetch Metadata, with Origin beside it); a page elsewhere may link here, and fetch nothing.
 */
export function whyTurnedAway(asked: Asked, names: ReadonlySet<string>): TurnedAway | null {
  const host = nameOfHost(asked.host);
  if (host === null || !names.has(host))
    return {
      status: 421,
      message: `This server was not told that it is called "${(asked.host ?? "").slice(0, 100)}". Name it in REGULANDA_NAMES if it is.`,
    };
  const foreign = asked.site !== undefined && asked.site !== "same-origin" && asked.site !== "none";
  if (asked.method === "GET" || asked.method === "HEAD") {
    const followsLink = asked.mode === "navigate" && (asked.dest === undefined || asked.dest === "document");
    return foreign && !followsLink ? OTHER_PAGE : null;
  }
  const taken = TAKEN[asked.method];
  if (!taken)
    return { status: 405, message: "Nothing here answers that kind of request. Nothing was changed." };
  if (foreign || (asked.origin !== undefined && !isOriginOf(asked.origin, asked.host ?? "")))
    return OTHER_PAGE;
  const type = (asked.contentType ?? "").split(";")[0]?.trim().toLowerCase() ?? "";
  if ((asked.hasBody || type !== "") && !taken.test(type))
    return {
      status: 415,
      message: `What was sent is of a type (${type.slice(0, 60) || "none"}) that nothing here takes. Nothing was changed.`,
    };
  return null;
}

const OTHER_PAGE: TurnedAway = {
  status: 403,
  message: "That was asked for by another page than one of this app. Nothing was changed.",
};

/** The name in a Host header, without its port; null when it is none. */
export function nameOfHost(host: string | undefined): string | null {
  const match = /^(\[[0-9a-f:.]+\]|[a-z0-9._-]+)(?::\d{1,5})?$/.exec((host ?? "").toLowerCase());
  return match?.[1]?.replace(/\.$/, "") ?? null;
}

/** Whether an origin is the one that a Host header names; the scheme may differ where a proxy ends TLS. */
function isOriginOf(origin: string, host: string): boolean {
  try {
    const { host: of, protocol } = new URL(origin);
    return /^https?:$/.test(protocol) && of === new URL(`${protocol}//${host}`).host;
  } catch {
    return false;
  }
}
