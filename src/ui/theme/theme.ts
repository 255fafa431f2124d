"use client";
import type {} from "@mui/x-date-pickers/themeAugmentation";
import { createTheme } from "@mui/material/styles";
import type { Colours } from "./colours";
import { CELLAR, DAYLIGHT } from "./colours";

declare module "@mui/material/styles" {
  interface Palette {
    cellar: Colours;
  }
  interface PaletteOptions {
    cellar: Colours;
  }
}

const palette = (colours: Colours) => ({
  cellar: colours,
  primary: { main: colours.straw, contrastText: colours.onStraw },
  secondary: { main: colours.moss, contrastText: colours.ground },
  error: { main: colours.clay, contrastText: colours.ground },
  warning: { main: colours.clay, contrastText: colours.ground },
  success: { main: colours.moss, contrastText: colours.ground },
  info: { main: colours.water, contrastText: colours.ground },
  background: { default: colours.ground, paper: colours.bench },
  text: { primary: colours.ink, secondary: colours.quiet },
  divider: colours.hairline,
});

const SERIF = '"Fraunces Variable", Georgia, serif';
const SANS = '"Atkinson Hyperlegible Next Variable", system-ui, sans-serif';
const heading = { fontFamily: SERIF, fontWeight: 600, letterSpacing: "-0.005em" };

export const theme = createTheme({
  cssVariables: { colorSchemeSelector: "data" },
  colorSchemes: { light: { palette: palette(DAYLIGHT) }, dark: { palette: palette(CELLAR) } },
  shape: { borderRadius: 4 },
  typography: {
    fontFamily: SANS,
    fontSize: 14,
    h1: { ...heading, fontSize: "2.25rem", lineHeight: 1.15 },
    h2: { ...heading, fontSize: "1.35rem", lineHeight: 1.25 },
    h3: { ...heading, fontSize: "1.1rem", lineHeight: 1.3 },
    button: { textTransform: "none", fontWeight: 650, fontSize: "1rem" },
  },
  components: {
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiButton: {
      defaultProps: { disableElevation: true },
      styleOverrides: {
        root: { minHeight: 44, paddingInline: 20 },
        contained: { fontWeight: 700 },
        text: {
          paddingInline: 8,
          textDecoration: "underline",
          textUnderlineOffset: "0.2em",
          fontWeight: 500,
          "&:hover": { textDecorationThickness: 2, background: "transparent" },
        },
      },
    },
    MuiPaper: { defaultProps: { elevation: 0 }, styleOverrides: { root: { backgroundImage: "none" } } },
    // A menu stands where it opens: an item that still moves is pressed and not met.
    MuiMenu: { defaultProps: { transitionDuration: 0 } },
    MuiPopover: { defaultProps: { transitionDuration: 0 } },
    MuiDialog: {
      // Gone at once when closed, so that the next key meets the room and not a fading dialog.
      defaultProps: { transitionDuration: { enter: 160, exit: 0 } },
      styleOverrides: {
        paper: ({ theme: { vars } }) => ({
          border: `1px solid ${vars.palette.cellar.hairline}`,
          boxShadow: "0 18px 60px rgb(0 0 0 / 45%)",
        }),
      },
    },
    MuiDialogTitle: { styleOverrides: { root: { fontFamily: SERIF, fontWeight: 600, fontSize: "1.5rem" } } },
    MuiTextField: { defaultProps: { variant: "standard", fullWidth: true } },
    MuiFormControl: { defaultProps: { variant: "standard" } },
    MuiInputBase: {
      styleOverrides: { root: { fontVariantNumeric: "tabular-nums" }, input: { minHeight: 28 } },
    },
    // A day and a choice stand on the same line as the fields beside them.
    MuiSelect: { styleOverrides: { select: { "&.MuiSelect-select": { minHeight: 28 } } } },
    MuiPickersInputBase: { styleOverrides: { sectionsContainer: { minHeight: 37 } } },
    MuiFormHelperText: { styleOverrides: { root: { fontSize: "0.9rem", marginInline: 0 } } },
    MuiInputLabel: {
      styleOverrides: { root: ({ theme: { vars } }) => ({ color: vars.palette.cellar.quiet }) },
    },
    MuiTooltip: { defaultProps: { arrow: false } },
    MuiSnackbarContent: {
      styleOverrides: {
        root: ({ theme: { vars } }) => ({
          background: vars.palette.cellar.slate,
          color: vars.palette.cellar.slateInk,
          fontSize: "1rem",
          borderRadius: 4,
        }),
      },
    },
  },
});
