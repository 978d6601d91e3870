/** The tests in the order in which faults are tried on them: those that notice most within seconds first. */
export const SUITES = ["quick", "property", "views"] as const;
export type Suite = (typeof SUITES)[number];

/** The folders of tests that each holds. */
export const FOLDERS: Readonly<Record<Suite, readonly string[]>> = {
  quick: ["golden", "unit"],
  property: ["property"],
  views: ["views"],
};
