import type { KitName } from "./kit.ts";

/** Something that must be done, or dry, before the next thing may begin. */
export interface Gate {
  readonly label: string;
  /** Offered when the kit has one of these. */
  readonly with: readonly KitName[];
  /** How long to wait before going on; editable, common practice, no published source. */
  readonly waitMinutes: number;
  /** Said at the gate. */
  readonly says: string;
}

/** The orders of work that cannot be turned round: common practice, no published source. */
export const GATES = {
  "glue-dry": {
    label: "Glue dry before pencil",
    with: ["glue"],
    waitMinutes: 60,
    says: "Let the glue dry before a pencil goes over it.",
  },
  "clean-before-ink": {
    label: "Lines clean before ink",
    with: ["pen", "marker"],
    waitMinutes: 0,
    says: "Rub out every guide before the pen comes out.",
  },
  "ink-before-water": {
    label: "Ink dry before water",
    with: ["pen", "marker"],
    waitMinutes: 10,
    says: "Let the ink dry before water touches it.",
  },
  "wax-before-wash": {
    label: "Wax before wash",
    with: ["crayon"],
    waitMinutes: 0,
    says: "Finish the crayon before the wash: wax keeps water off.",
  },
  "light-before-dark": {
    label: "First wash dry before the next",
    with: ["paint"],
    waitMinutes: 20,
    says: "Pale colours first; let them dry before the darker ones.",
  },
} as const satisfies Readonly<Record<string, Gate>>;
export type GateName = keyof typeof GATES;
