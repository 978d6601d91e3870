import type { FileSink } from "#film/file-sink.ts";

/** A file being made: a place to write to, and what becomes of it in the end. */
export interface MadeFile extends FileSink {
  /** It is whole: kept, and its name in the store where it is not on the teacher's disk. */
  keep(): Promise<string | null>;
  /** It came to nothing: no part of it stays. */
  drop(): Promise<void>;
}

/** The folder of the browser's own store in which films lie until they are taken away. */
export const FILM_FOLDER = "films";

/** Some browsers let a page take away a file it was given (File System, WHATWG); the types do not have it yet. */
interface Removable {
  remove?(): Promise<void>;
}

/** A file at the place the teacher chose: nothing is seen of it there before it is whole. */
export async function fileOnDisk(handle: FileSystemFileHandle): Promise<MadeFile> {
  const stream = await handle.createWritable();
  return {
    write: (data, position) =>
      stream.write({ type: "write", position, data: data as Uint8Array<ArrayBuffer> }),
    keep: async () => {
      await stream.close();
      return null;
    },
    drop: async () => {
      await stream.abort().catch(() => undefined);
      // Choosing a new place makes an empty file there; one that was to be replaced is as it was.
      const { size } = await handle.getFile();
      if (size === 0) await (handle as FileSystemFileHandle & Removable).remove?.();
    },
  };
}

/** What a worker can do with a file of the browser's store (File System, WHATWG); the page's own types do not have it. */
interface SyncAccess {
  write(bytes: Uint8Array<ArrayBuffer>, options: { at: number }): number;
  truncate(size: number): void;
  flush(): void;
  close(): void;
}
interface WithSyncAccess {
  createSyncAccessHandle(): Promise<SyncAccess>;
}

/** A file in the browser's own store, from which it is downloaded when it is whole. */
export async function fileInStore(name: string): Promise<MadeFile> {
  const root = await navigator.storage.getDirectory();
  const folder = await root.getDirectoryHandle(FILM_FOLDER, { create: true });
  const handle = await folder.getFileHandle(name, { create: true });
  const access = await (handle as unknown as WithSyncAccess).createSyncAccessHandle();
  access.truncate(0);
  return {
    write: async (bytes, position) => {
      const written = access.write(bytes as Uint8Array<ArrayBuffer>, { at: position });
      if (written < bytes.length) throw new DOMException("the store is full", "QuotaExceededError");
    },
    keep: async () => {
      access.flush();
      access.close();
      return name;
    },
    drop: async () => {
      access.close();
      await folder.removeEntry(name).catch(() => undefined);
    },
  };
}
