/** The name of a file that was sent as a raw body, as its sender gave it; a name that cannot be read is left out. */
export function sentName(request: Request, otherwise: string): string {
  try {
    return decodeURIComponent(request.headers.get("X-File-Name") ?? otherwise).slice(0, 200);
  } catch {
    return otherwise;
  }
}
