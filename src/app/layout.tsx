import "@fontsource-variable/fraunces";
import "@fontsource-variable/atkinson-hyperlegible-next";
import "./globals.css";
import { Shell } from "@/features/shell/Shell";
import { Corrections } from "@/features/correct/Corrections";
import { Deeds } from "@/features/deed/Deeds";
import { ManyBins } from "@/features/many/ManyBins";
import { Found } from "@/features/setup/Found";
import { Scale } from "@/features/scale/Scale";
import { Slips } from "@/features/slip/Slips";
import { NewVersion } from "@/offline/NewVersion";
import { Providers } from "@/ui/theme/Providers";
import InitColorSchemeScript from "@mui/material/InitColorSchemeScript";
import type { Metadata, Viewport } from "next";
import type { ReactNode } from "react";

export const metadata: Metadata = {
  title: "Brown Cellar",
  description:
    "For people who keep composting-worm bins: what is going on inside, what to do, how much, and why.",
  applicationName: "Brown Cellar",
  icons: { icon: ["/icon.svg", { url: "/icon-192.png", sizes: "192x192" }], apple: "/icon-192.png" },
};
export const viewport: Viewport = { themeColor: "#191310" };

export default function RootLayout({ children }: { readonly children: ReactNode }) {
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        <InitColorSchemeScript attribute="data" defaultMode="system" />
        <Providers>
          <Shell
            slips={
              <>
                <Slips />
                <Deeds />
                <Found />
                <Corrections />
                <ManyBins />
                <Scale />
              </>
            }
          >
            {children}
          </Shell>
          <NewVersion />
        </Providers>
      </body>
    </html>
  );
}
