import type { Metadata } from "next";
import { headers } from "next/headers";
import type { ReactNode } from "react";
import { directionOf, language, say } from "@/language";
import { Providers } from "@/ui/providers";
import "./globals.css";

export const metadata: Metadata = {
  title: say("Flat Stone"),
  description: say("True verticals, true walls, true proportions for pictures of buildings."),
};

/** Sets the theme before anything is painted, so that night does not begin with a flash of day: the one that was chosen, else the system's, which it goes on to follow. */
const themeScript = `{
  const dark = matchMedia("(prefers-color-scheme: dark)");
  const set = () => (document.documentElement.dataset.theme = localStorage.getItem("theme") ?? (dark.matches ? "night" : "day"));
  set();
  dark.addEventListener("change", () => {
    set();
    dispatchEvent(new Event("themechange"));
  });
}`;

/** The language of this installation, there before the first script of the app says something; English needs none. */
const wordsScript = (): string =>
  language().tag === "en"
    ? ""
    : `globalThis.flatStoneLanguage = ${JSON.stringify(language()).replaceAll("<", "\\u003c")};`;

/** This answer's mark for scripts that stand in the page (src/serve/guard). */
async function nonce(): Promise<string | undefined> {
  return /'nonce-([^']+)'/.exec((await headers()).get("content-security-policy") ?? "")?.[1];
}

export default async function RootLayout({ children }: { children: ReactNode }) {
  return (
    <html lang={language().tag} dir={directionOf(language().tag)} suppressHydrationWarning>
      <head>
        <script
          nonce={await nonce()}
          suppressHydrationWarning
          dangerouslySetInnerHTML={{ __html: wordsScript() + themeScript }}
        />
      </head>
      <body>
        <Providers>{children}</Providers>
      </body>
    </html>
  );
}
