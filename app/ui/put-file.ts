/** Sends a file as the raw body of a PUT and tells how far it is, which fetch cannot. Progress runs from 0 to 1. */
export function putFile<Answer>(
  url: string,
  file: File,
  onProgress: (share: number) => void,
): Promise<Answer | { problem: string }> {
  return new Promise((resolve) => {
    const request = new XMLHttpRequest();
    request.open("PUT", url);
    request.setRequestHeader("Content-Type", file.type || "application/octet-stream");
    request.setRequestHeader("X-File-Name", encodeURIComponent(file.name));
    request.upload.onprogress = (e) => onProgress(e.total > 0 ? e.loaded / e.total : 0);
    request.onload = () => {
      try {
        resolve(JSON.parse(request.responseText) as Answer);
      } catch {
        // What stands before the place that takes files answers in plain words.
        const said = request.getResponseHeader("Content-Type")?.startsWith("text/plain")
          ? request.responseText
          : "";
        resolve({
          problem: `"${file.name}" was not stored. ${said || `The server answered ${request.status}.`}`,
        });
      }
    };
    request.onerror = () =>
      resolve({
        problem: `"${file.name}" was not stored: the connection broke. What was sent is thrown away; try again.`,
      });
    request.send(file);
  });
}
