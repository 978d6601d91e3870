// The browser that tests, pictures and benches drive: Debian's, never a downloaded one.
import { existsSync } from "node:fs";

/** Where it may stand, the lightest first: without a window to draw, the headless shell takes a third less time. */
export const BROWSERS = ["/usr/bin/chromium-headless-shell", "/usr/bin/chromium"];

/** The one that is installed. */
export const browserPath = () => BROWSERS.find((path) => existsSync(path)) ?? BROWSERS[0];
