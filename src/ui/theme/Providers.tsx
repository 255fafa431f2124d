"use client";
import { AppRouterCacheProvider } from "@mui/material-nextjs/v16-appRouter";
import CssBaseline from "@mui/material/CssBaseline";
import { ThemeProvider } from "@mui/material/styles";
import type { ReactNode } from "react";
import { TextSizeOfDevice } from "./textSize";
import { theme } from "./theme";

export function Providers({ children }: { readonly children: ReactNode }) {
  return (
    <AppRouterCacheProvider options={{ enableCssLayer: true }}>
      <ThemeProvider theme={theme} defaultMode="system" noSsr>
        <CssBaseline />
        <TextSizeOfDevice />
        {children}
      </ThemeProvider>
    </AppRouterCacheProvider>
  );
}
