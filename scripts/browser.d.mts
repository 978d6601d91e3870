export const BROWSERS: readonly string[];
export function browserPath(): string;
