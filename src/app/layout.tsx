import type { Metadata } from "next";
import type { ReactNode } from "react";
import { Providers } from "@/ui/providers";
import "./globals.css";

export const metadata: Metadata = {
  title: "Flat Stone",
  description: "True verticals, true walls, true proportions for pictures of buildings.",
};

/** Sets the theme before anything is painted, so that night does not begin with a flash of day. */
const themeScript = `document.documentElement.dataset.theme = localStorage.getItem("theme") === "night" ? "night" : "day"`;

export default function RootLayout({ children }: { children: ReactNode }) {
  return (
    <html lang="en" suppressHydrationWarning>
      <head>
        <script dangerouslySetInnerHTML={{ __html: themeScript }} />
      </head>
      <body>
        <Providers>{children}</Providers>
      </body>
    </html>
  );
}
