"use client";

import { say } from "@/language";
import { useRouter } from "next/navigation";
import { useEffect } from "react";

/** How often the page is tried again, ms. */
const AGAIN_MS = 3000;

/** In place of a page that needs the database while it is away; it comes by itself once it is back. */
export function Away() {
  const router = useRouter();
  useEffect(() => {
    const timer = setInterval(() => router.refresh(), AGAIN_MS);
    return () => clearInterval(timer);
  }, [router]);
  return (
    <main className="grid min-h-screen place-content-center gap-3 text-center">
      <h1 className="text-2xl font-semibold">{say("The database cannot be reached at the moment")}</h1>
      <p className="muted" role="status">
        {say(
          "What you saved is safe, and what could not be saved is kept in this browser. This page is tried again by itself.",
        )}
      </p>
    </main>
  );
}
