import { FILM_FOLDER } from "../../../workers/film/film-store.ts";

const lockOf = (name: string) => `film/${name}`;

/** Says to other windows that a film is still wanted here, until this window goes. */
export function keepFilm(name: string): Promise<void> {
  return new Promise((held) => {
    void navigator.locks.request(lockOf(name), () => {
      held();
      return new Promise(() => undefined);
    });
  });
}

/** An address to save a film from. */
export async function openFilm(name: string): Promise<string> {
  const folder = await (await navigator.storage.getDirectory()).getDirectoryHandle(FILM_FOLDER);
  return URL.createObjectURL(await (await folder.getFileHandle(name)).getFile());
}

/** Takes away films whose windows are gone, whole or in part: a window closed in the middle cannot do it itself. */
export async function sweepFilms(): Promise<void> {
  const root = await navigator.storage.getDirectory();
  const folder = await root.getDirectoryHandle(FILM_FOLDER, { create: true });
  const names: string[] = [];
  for await (const name of (folder as unknown as { keys(): AsyncIterable<string> }).keys()) names.push(name);
  for (const name of names)
    await navigator.locks.request(lockOf(name), { ifAvailable: true }, async (free) => {
      if (free) await folder.removeEntry(name).catch(() => undefined);
    });
}
