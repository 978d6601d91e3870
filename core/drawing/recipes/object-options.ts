import type { Json } from "../../ground/base/index.ts";
import { boundsAt } from "./bounds.ts";
import { type OptionPlan, TURNED } from "./option.ts";
import { type ObjectSlice, recipeOf } from "./recipes.ts";

interface Place {
  /** Where it stands in the object. */
  readonly field: string;
  readonly label: string;
}

/** A choice about a thing beside its measures, with what it is now. */
export type ObjectOption = Place &
  (
    | {
        readonly kind: "count" | "part";
        readonly value: number;
        readonly least: number;
        readonly most: number;
      }
    | { readonly kind: "length"; readonly valueMm: number }
    | {
        readonly kind: "choice";
        readonly value: string;
        readonly choices: readonly (readonly [value: string, label: string])[];
      }
    | { readonly kind: "switch"; readonly value: boolean }
    | { readonly kind: "text"; readonly value: string }
  );

/** The options of an object, each with what it is now; what a number may be is read from its shape. */
export function objectOptions(object: ObjectSlice): ObjectOption[] {
  return plansOf(object).map((plan): ObjectOption => {
    const place = { field: plan.field, label: plan.label };
    const value = valueAt(object, plan.field);
    switch (plan.kind) {
      case "count":
      case "part":
        return {
          ...place,
          kind: plan.kind,
          value: Number(value ?? 0),
          ...boundsAt(recipeOf(object).shape, plan.field),
        };
      case "length":
        return { ...place, kind: "length", valueMm: Number(value ?? 0) };
      case "switch":
        return { ...place, kind: "switch", value: value === true };
      case "text":
        return { ...place, kind: "text", value: String(value) };
      case "choice": {
        const choices = Object.entries(plan.named as Readonly<Record<string, string>>);
        return { ...place, kind: "choice", value: String(value ?? choices[0]?.[0] ?? ""), choices };
      }
      case "meaning": {
        const choices = plan.means.map(({ key, named }) => [key, named] as const);
        return { ...place, kind: "choice", value: keyOf(plan, value), choices };
      }
      default:
        // The plans of all shapes together are more than the compiler tells apart by kind.
        throw new Error(`"${object.recipe}" has an option of no known kind.`);
    }
  });
}

/** What choosing a key stands for in the document. */
export function meaningOf(object: ObjectSlice, field: string, key: string | number | boolean): Json {
  const plan = plansOf(object).find((p) => p.field === field);
  const mean = plan?.kind === "meaning" ? plan.means.find((m) => m.key === String(key)) : undefined;
  return mean ? mean.value : key;
}

function plansOf(object: ObjectSlice): readonly OptionPlan<ObjectSlice>[] {
  return [...recipeOf(object).options, TURNED];
}

/** The key by which a choice names a value of the document. */
function keyOf(plan: Extract<OptionPlan<ObjectSlice>, { kind: "meaning" }>, value: Json | undefined): string {
  const first = plan.means[0]?.key ?? "";
  if (value === undefined || value === null) return first;
  const same = plan.means.find((m) => JSON.stringify(m.value) === JSON.stringify(value));
  return same?.key ?? plan.nearest?.(value) ?? first;
}

function valueAt(object: ObjectSlice, field: string): Json | undefined {
  return field
    .split(".")
    .reduce<unknown>((at, key) => (at as Record<string, unknown> | undefined)?.[key], object) as
    | Json
    | undefined;
}
