/** Gives a text to the reader as a file, without asking the server. */
export function downloadText(name: string, text: string): void {
  const url = URL.createObjectURL(new Blob([text], { type: "application/json" }));
  const link = document.createElement("a");
  link.href = url;
  link.download = name;
  link.click();
  // The browser has taken it up by then.
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
