/** A picture of the recording as the page decoded it: red, green, blue and alpha of each pixel. */
export interface DecodedPicture {
  readonly rgba: Uint8ClampedArray;
  readonly widthPx: number;
  readonly heightPx: number;
}
