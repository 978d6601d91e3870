import parseRange from "range-parser";
import { findFile, streamFile } from "#server/files/store.server.ts";
import type { Route } from "./+types/media";

/** A stored file, whole or in byte ranges (RFC 9110, 14.2), so that a player can seek. */
export async function loader({ params, request }: Route.LoaderArgs) {
  const found = await findFile(params.file);
  if (!found) throw new Response(`The file "${params.file}" is not in the store.`, { status: 404 });
  const { path, bytes, mediaType } = found;
  const headers = new Headers({
    "Content-Type": mediaType,
    "Accept-Ranges": "bytes",
    "Cache-Control": "private, max-age=31536000, immutable",
  });
  const asked = request.headers.get("Range");
  const ranges = asked === null ? null : parseRange(bytes, asked);
  if (ranges === -1)
    return new Response(null, { status: 416, headers: { "Content-Range": `bytes */${bytes}` } });
  const range = Array.isArray(ranges) && ranges.length === 1 ? ranges[0] : undefined;
  const start = range?.start ?? 0;
  const end = range?.end ?? bytes - 1;
  headers.set("Content-Length", String(end - start + 1));
  if (range) headers.set("Content-Range", `bytes ${start}-${end}/${bytes}`);
  const body = request.method === "HEAD" ? null : streamFile(path, start, end, request.signal);
  return new Response(body, { status: range ? 206 : 200, headers });
}
