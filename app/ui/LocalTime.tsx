import { useEffect, useState } from "react";

/** A moment in the reader's own time zone and habits; the server, which knows neither, writes it plainly. */
export function LocalTime({ at }: { at: Date }) {
  const [text, setText] = useState(at.toISOString().slice(0, 16).replace("T", " "));
  useEffect(() => setText(at.toLocaleString(undefined, { dateStyle: "medium", timeStyle: "short" })), [at]);
  return <time dateTime={at.toISOString()}>{text}</time>;
}
