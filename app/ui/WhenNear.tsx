import { type ReactNode, useEffect, useRef, useState } from "react";

/** How far outside the window something is still kept drawn, so that scrolling meets no blank. */
const MARGIN = "300px";

/**
 * Draws its children only while they are in the window or near it; elsewhere an empty box of the same size stands in, so
 * that nothing moves. `atFirst` says what is drawn before the page knows where it stands.
 */
export function WhenNear({
  atFirst,
  width,
  height,
  children,
}: {
  atFirst: boolean;
  width: number;
  height: number;
  children: () => ReactNode;
}) {
  const [near, setNear] = useState(atFirst);
  const box = useRef<HTMLSpanElement>(null);
  useEffect(() => {
    const element = box.current;
    if (!element) return;
    const observer = new IntersectionObserver((entries) => setNear(entries.some((e) => e.isIntersecting)), {
      rootMargin: MARGIN,
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return (
    <span ref={box} style={{ display: "block", width, height }}>
      {near ? children() : null}
    </span>
  );
}
