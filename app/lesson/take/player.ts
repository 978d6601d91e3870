import {
  AT_THE_START,
  carriedOver,
  type Orders,
  type Playback,
  type PlaybackEvent,
  playOn,
  type Timeline,
} from "#core/time/schedule";

/**
 * Plays a timeline on a video element, or by the page's clock where there is none. It only carries: frames and passing time
 * go to the playback of the core, its orders to the element. Who shows the time listens; nobody else is disturbed by it.
 */
export class Player {
  #playback: Playback = AT_THE_START;
  #timeline: Timeline;
  #video: HTMLVideoElement | null = null;
  readonly #listeners = new Set<() => void>();
  #animation = 0;
  #before = 0;

  constructor(timeline: Timeline) {
    this.#timeline = timeline;
  }

  /** Where it stands now; another object whenever that changes. */
  readonly get = (): Playback => this.#playback;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  readonly play = (): void => this.#tell({ kind: "play" });
  readonly pause = (): void => this.#tell({ kind: "pause" });
  readonly toggle = (): void => (this.#playback.running ? this.pause() : this.play());
  readonly seek = (lessonMs: number): void => this.#tell({ kind: "seek", lessonMs });
  readonly setRate = (rate: number): void => this.#tell({ kind: "rate", rate });

  /** The recording's own time at this very moment, ms: what is shown may be a frame or two behind. */
  readonly sourceNow = (): number => Math.round((this.#video?.currentTime ?? 0) * 1000);

  /** Another timeline under the same recording. */
  readonly follow = (timeline: Timeline): void => {
    if (timeline === this.#timeline) return;
    const carried = carriedOver(this.#playback, this.#timeline, timeline);
    this.#timeline = timeline;
    this.#take(carried.playback, carried.orders);
  };

  /** Plays on this element from now on, until the returned function is called. */
  readonly playOn = (video: HTMLVideoElement): (() => void) => {
    this.#video = video;
    const byFrame = "requestVideoFrameCallback" in video;
    let handle = 0;
    const onFrame = (_: number, frame: VideoFrameCallbackMetadata) => {
      // The time stamped on the frame, not the player's estimate.
      this.#tell({ kind: "frame", sourceMs: frame.mediaTime * 1000 });
      handle = video.requestVideoFrameCallback(onFrame);
    };
    const onAnimation = () => {
      this.#tell({ kind: "frame", sourceMs: video.currentTime * 1000 });
      handle = requestAnimationFrame(onAnimation);
    };
    handle = byFrame ? video.requestVideoFrameCallback(onFrame) : requestAnimationFrame(onAnimation);
    // The browser stops it, too: for another tab's sound, or when nothing is left.
    const onPause = () => {
      const inRecording = this.#timeline.segments[this.#playback.segment]?.kind === "played";
      if (!video.ended && this.#playback.running && inRecording) this.pause();
    };
    const onEnded = () => this.#tell({ kind: "frame", sourceMs: Number.MAX_SAFE_INTEGER });
    video.addEventListener("pause", onPause);
    video.addEventListener("ended", onEnded);
    this.seek(this.#playback.lessonMs);
    return () => {
      if (byFrame) video.cancelVideoFrameCallback(handle);
      else cancelAnimationFrame(handle);
      video.removeEventListener("pause", onPause);
      video.removeEventListener("ended", onEnded);
      this.#video = null;
    };
  };

  #tell(event: PlaybackEvent): void {
    const { playback, orders } = playOn(this.#playback, event, this.#timeline);
    this.#take(playback, orders);
  }

  #take(playback: Playback, orders: Orders): void {
    const changed =
      playback.lessonMs !== this.#playback.lessonMs ||
      playback.running !== this.#playback.running ||
      playback.rate !== this.#playback.rate ||
      playback.segment !== this.#playback.segment;
    this.#playback = playback;
    this.#obey(orders);
    this.#count();
    if (changed) for (const listener of this.#listeners) listener();
  }

  #obey({ run, seekToMs, speed }: Orders): void {
    const video = this.#video;
    if (!video) return;
    if (seekToMs !== undefined) video.currentTime = seekToMs / 1000;
    if (speed !== undefined && video.playbackRate !== speed) video.playbackRate = speed;
    if (run === true && video.paused) this.#start(video);
    if (run === false && !video.paused) video.pause();
  }

  #start(video: HTMLVideoElement): void {
    video.play().catch((why: DOMException) => {
      // Broken off by another source coming in: that one is played; whatever else keeps it from playing is a stop.
      if (why.name !== "AbortError") this.pause();
      else if (this.#video === video && this.#playback.running && video.paused) this.#start(video);
    });
  }

  /** While it runs, the page's clock counts: a wait has no frames of its own, nor has a lesson without a recording. */
  #count(): void {
    if (!this.#playback.running) {
      cancelAnimationFrame(this.#animation);
      this.#animation = 0;
      return;
    }
    if (this.#animation !== 0) return;
    this.#before = performance.now();
    const tick = (now: number) => {
      this.#animation = requestAnimationFrame(tick);
      const ms = Math.max(0, now - this.#before);
      this.#before = now;
      this.#tell({ kind: "passed", ms });
    };
    this.#animation = requestAnimationFrame(tick);
  }
}
