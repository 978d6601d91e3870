// What a document without a browser has not: room on a screen, a pen, charts that draw, pictures of a recording.

/** Every element has the same room, at the corner of the window. */
const ROOM = { width: 900, height: 640 };
const px = (of: number) => ({ configurable: true, get: () => of });
Object.defineProperties(Element.prototype, {
  clientWidth: px(ROOM.width),
  clientHeight: px(ROOM.height),
  getBoundingClientRect: {
    value: () => ({ ...ROOM, x: 0, y: 0, left: 0, top: 0, right: ROOM.width, bottom: ROOM.height }),
  },
});

class RoomTold {
  readonly #tell: (entries: { contentRect: typeof ROOM }[]) => void;
  constructor(tell: (entries: { contentRect: typeof ROOM }[]) => void) {
    this.#tell = tell;
  }
  observe(): void {
    queueMicrotask(() => this.#tell([{ contentRect: ROOM }]));
  }
  unobserve(): void {}
  disconnect(): void {}
}

/** From the units of a picture to the screen and back: its view box is fitted into its room, in the middle. */
class Fitted {
  constructor(
    readonly scale: number,
    readonly left: number,
    readonly top: number,
  ) {}
  inverse(): Fitted {
    return new Fitted(1 / this.scale, -this.left / this.scale, -this.top / this.scale);
  }
}
Object.defineProperty(SVGSVGElement.prototype, "getScreenCTM", {
  value(this: SVGSVGElement) {
    const [x = 0, y = 0, width = 1, height = 1] = (this.getAttribute("viewBox") ?? "").split(" ").map(Number);
    const scale = Math.min(ROOM.width / width, ROOM.height / height);
    return new Fitted(
      scale,
      (ROOM.width - scale * width) / 2 - scale * x,
      (ROOM.height - scale * height) / 2 - scale * y,
    );
  },
});
class Point {
  constructor(
    readonly x: number,
    readonly y: number,
  ) {}
  matrixTransform({ scale, left, top }: Fitted): Point {
    return new Point(scale * this.x + left, scale * this.y + top);
  }
}

/** A canvas draws nothing; whatever was put on it becomes the same file. */
Object.defineProperties(HTMLCanvasElement.prototype, {
  getContext: {
    value: () => ({
      createImageData: (width: number, height: number) => ({
        data: new Uint8ClampedArray(4 * width * height),
      }),
      putImageData: () => {},
    }),
  },
  toBlob: { value: (give: (blob: Blob) => void) => give(new Blob(["a picture"], { type: "image/png" })) },
});

Object.assign(globalThis, { ResizeObserver: RoomTold, DOMPoint: Point });

/** Of ECharts: a chart writes what it is to draw beside its name. */
export const charts = {
  use: () => {},
  init: (element: Element) => ({
    setOption: (option: unknown) => element.setAttribute("data-draws", JSON.stringify(option)),
    on: (_: string, press: (at: { dataIndex: number }) => void) =>
      element.addEventListener("click", (e) => press({ dataIndex: (e as MouseEvent).detail })),
    resize: () => {},
    dispose: () => {},
  }),
};

/** Every recording shows a sheet of paper on a dark table, at every moment. */
export const recording = {
  pictureAt: async () => {
    const [widthPx, heightPx] = [640, 360];
    const rgba = new Uint8ClampedArray(4 * widthPx * heightPx).fill(255);
    for (let y = 0; y < heightPx; y++)
      for (let x = 0; x < widthPx; x++) {
        const isPaper = x > 150 && x < 490 && y > 60 && y < 300;
        rgba.fill(isPaper ? 235 : 70, 4 * (y * widthPx + x), 4 * (y * widthPx + x) + 3);
      }
    return { rgba, widthPx, heightPx };
  },
};

/** What the worker that is loaded just now offers. */
export const offered = { api: undefined as unknown };
