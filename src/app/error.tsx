"use client";

import { say, sayError } from "@/language";
export default function ErrorPage({ error, reset }: { error: Error; reset: () => void }) {
  return (
    <main className="grid min-h-screen place-content-center gap-3 text-center">
      <h1 className="text-2xl font-semibold">{say("Something went wrong on this page")}</h1>
      <p className="muted">{say("Your photos and saved work are safe. {message}", { message: sayError(error) })}</p>
      <button className="btn btn-primary justify-self-center" onClick={reset}>
        {say("Try again")}
      </button>
    </main>
  );
}
