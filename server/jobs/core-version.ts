/** Which core works things out: a name made from its sources when the app is built. Sources run as they stand are one. */
export const CORE_VERSION: string = import.meta.env?.CORE_VERSION ?? "source";
