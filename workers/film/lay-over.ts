import { VideoSample } from "mediabunny";
import type { FilmPicture, OverlayFrame } from "#core/showing/overlay";
import { type FilmPainter, surface } from "./film-painter.ts";
import { bytesOfPlanes, layoutOf } from "./planes.ts";
import { type YuvColours, type YuvOverlay, yuvOverlay } from "./yuv-overlay.ts";

/** When a picture of the film is shown, s. */
interface Shown {
  readonly timestamp: number;
  readonly duration: number;
}

/** Makes a picture of the film: what was filmed, null for the bare desk, with a picture of the overlay over it. */
export type LayOver = (filmed: VideoSample | null, frame: OverlayFrame, shown: Shown) => Promise<VideoSample>;

/** The desk under a sheet that is its own picture; round a recording of another shape the film is black. */
const DESK = "#6f757c";
const BARS = "#000000";

/** Lays overlays over what was filmed: in the film's own planes where the picture is taken as it is, else on a canvas. */
export function layingOver(picture: FilmPicture, painter: FilmPainter): LayOver {
  const { widthPx, heightPx, scale, dx, dy } = picture;
  const asFilmed = scale === 1 && dx === 0 && dy === 0;
  const onCanvas = layingOnCanvas(picture, painter);
  let over: YuvOverlay | null = null;
  return async (filmed, frame, shown) => {
    const fits = asFilmed && filmed && filmed.displayWidth === widthPx && filmed.displayHeight === heightPx;
    if (!fits || filmed.format !== "I420" || filmed.rotation !== 0) return onCanvas(filmed, frame, shown);
    const patches = painter.show(frame);
    if (!over) {
      over = yuvOverlay(widthPx, heightPx, coloursOf(filmed));
      over.update(
        { x: 0, y: 0, width: widthPx, height: heightPx },
        pixelsOf(painter, 0, 0, widthPx, heightPx),
      );
    } else
      for (const { x, y, width, height } of patches)
        over.update({ x, y, width, height }, pixelsOf(painter, x, y, width, height));
    const bytes = new Uint8Array(bytesOfPlanes(widthPx, heightPx));
    await filmed.copyTo(bytes, { layout: layoutOf(widthPx, heightPx) });
    over.over(bytes);
    // The bytes are handed over, not copied once more.
    const init: VideoFrameBufferInit & { transfer: ArrayBuffer[] } = {
      format: "I420",
      codedWidth: widthPx,
      codedHeight: heightPx,
      timestamp: Math.round(shown.timestamp * 1e6),
      duration: Math.round(shown.duration * 1e6),
      colorSpace: filmed.colorSpace.toJSON(),
      transfer: [bytes.buffer],
    };
    return new VideoSample(new VideoFrame(bytes, init), shown);
  };
}

function pixelsOf({ context }: FilmPainter, x: number, y: number, width: number, height: number) {
  return context.getImageData(x, y, width, height).data;
}

/** How the colours of a recording are kept; small pictures that do not say it are taken for old ones (common practice, no published source). */
function coloursOf({ colorSpace, displayHeight }: VideoSample): YuvColours {
  const { matrix, fullRange } = colorSpace;
  const old = matrix === "smpte170m" || matrix === "bt470bg" || (matrix === null && displayHeight < 720);
  return { matrix: old ? "bt601" : "bt709", fullRange: fullRange ?? false };
}

function layingOnCanvas({ widthPx, heightPx, scale, dx, dy }: FilmPicture, painter: FilmPainter): LayOver {
  const { canvas, context } = surface({ widthPx, heightPx });
  return async (filmed, frame, shown) => {
    if (!filmed || dx > 0 || dy > 0) {
      context.fillStyle = filmed ? BARS : DESK;
      context.fillRect(0, 0, widthPx, heightPx);
    }
    filmed?.draw(context, dx, dy, filmed.displayWidth * scale, filmed.displayHeight * scale);
    painter.show(frame);
    context.drawImage(painter.canvas, 0, 0);
    return new VideoSample(canvas, shown);
  };
}
