import { SegmentedControl } from "@mantine/core";

/** One of a few, all of them in sight. */
export function Choice<const V extends string | number>({
  label,
  value,
  of,
  size,
  onChoose,
}: {
  label: string;
  value: V;
  of: readonly { readonly value: V; readonly label: string }[];
  size?: "sm";
  onChoose: (value: V) => void;
}) {
  return (
    <SegmentedControl
      aria-label={label}
      {...(size ? { size } : {})}
      value={String(value)}
      data={of.map((one) => ({ value: String(one.value), label: one.label }))}
      onChange={(chosen) => {
        const one = of.find((o) => String(o.value) === chosen);
        if (one) onChoose(one.value);
      }}
    />
  );
}
