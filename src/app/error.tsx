"use client";

export default function ErrorPage({ error, reset }: { error: Error; reset: () => void }) {
  return (
    <main className="grid min-h-screen place-content-center gap-3 text-center">
      <h1 className="text-2xl font-semibold">Something went wrong on this page</h1>
      <p className="muted">Your photos and saved work are safe. {error.message}</p>
      <button className="btn btn-primary justify-self-center" onClick={reset}>
        Try again
      </button>
    </main>
  );
}
