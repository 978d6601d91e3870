/** One frame of a video as pixels; null when it cannot be shown. */
export function frameOf(src: string, atMs: number): Promise<ImageData | null> {
  return new Promise((resolve) => {
    const video = document.createElement("video");
    video.muted = true;
    video.preload = "auto";
    video.onerror = () => resolve(null);
    video.onloadedmetadata = () => {
      video.currentTime = atMs / 1000;
    };
    video.onseeked = () => {
      const canvas = document.createElement("canvas");
      canvas.width = video.videoWidth;
      canvas.height = video.videoHeight;
      const pen = canvas.getContext("2d", { willReadFrequently: true });
      pen?.drawImage(video, 0, 0);
      resolve(pen?.getImageData(0, 0, canvas.width, canvas.height) ?? null);
      video.removeAttribute("src");
      video.load();
    };
    video.src = src;
  });
}
