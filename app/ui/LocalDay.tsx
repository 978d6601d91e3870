/** A day as it is written here: "28 Nov 2026". */
export function LocalDay({ day }: { day: string }) {
  const shown = new Date(`${day}T12:00:00`);
  return (
    <time dateTime={day} suppressHydrationWarning>
      {shown.toLocaleDateString("en-GB", { day: "numeric", month: "short", year: "numeric" })}
    </time>
  );
}
