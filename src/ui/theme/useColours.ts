"use client";
import { useColorScheme } from "@mui/material/styles";
import type { Colours } from "./colours";
import { CELLAR, DAYLIGHT } from "./colours";

/** The palette of the light that is on, for charts, which take no variables. */
export function useColours(): Colours {
  const { mode, systemMode } = useColorScheme();
  return (mode === "system" ? systemMode : mode) === "light" ? DAYLIGHT : CELLAR;
}
