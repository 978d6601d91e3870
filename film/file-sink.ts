/** Where a file goes as it is made: bytes at places, in any order. What is written may wait in memory no longer than the promise. */
export interface FileSink {
  write(bytes: Uint8Array, position: number): Promise<void>;
}

/** How a long piece of work is watched: told how far it has come, 0 to 1, and asked whether to go on. It throws to stop. */
export type Watch = (share: number) => void | Promise<void>;

/** Paints a picture as a PNG with straight alpha. */
export type PaintPng<T> = (frame: T) => Promise<Uint8Array>;
