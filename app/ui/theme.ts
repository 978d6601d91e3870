import { createTheme, type MantineColorsTuple } from "@mantine/core";

/** Red chalk: what is new, what is to do. */
const chalk: MantineColorsTuple = [
  "#fdf1ec",
  "#f8ddd2",
  "#f0b9a4",
  "#e89374",
  "#e1734c",
  "#d45b30",
  "#b8441f",
  "#973518",
  "#762911",
  "#56200f",
];
/** The cool desk under the paper. */
const slate: MantineColorsTuple = [
  "#f3f6f8",
  "#e4eaee",
  "#ccd6dd",
  "#b0bec8",
  "#93a5b2",
  "#768b9a",
  "#5c7180",
  "#475a67",
  "#33434e",
  "#212d36",
];

/** The same desk at night, from the words on it to what lies deepest: nothing on it is blacker than the desk. */
const dark: MantineColorsTuple = [
  "#eaf0f3",
  "#d0dae0",
  "#b3c0c8",
  "#8b9aa4",
  "#5f6f7a",
  "#4a5963",
  "#3b4851",
  "#2c373e",
  "#20282e",
  "#171d22",
];

export const theme = createTheme({
  fontFamily: '"Alegreya Sans", "Segoe UI", sans-serif',
  headings: { fontFamily: '"Alegreya Sans", "Segoe UI", sans-serif', fontWeight: "800" },
  fontSizes: { xs: "0.875rem", sm: "1rem", md: "1.0625rem", lg: "1.25rem", xl: "1.5rem" },
  primaryColor: "chalk",
  primaryShade: 6,
  colors: { chalk, slate, dark },
  defaultRadius: "sm",
  components: {
    Radio: {
      styles: {
        label: { fontSize: "1.0625rem", fontWeight: 700 },
        description: { fontSize: "1rem", lineHeight: 1.35 },
      },
    },
  },
  cursorType: "pointer",
  focusRing: "auto",
  respectReducedMotion: true,
});
