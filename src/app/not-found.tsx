import Link from "next/link";

export default function NotFound() {
  return (
    <main className="grid min-h-screen place-content-center gap-3 text-center">
      <h1 className="text-2xl font-semibold">There is nothing here</h1>
      <p className="muted">It was deleted, or the address has a slip in it. Your other work is where it was.</p>
      <Link className="btn btn-primary justify-self-center" href="/">
        To the assignments
      </Link>
    </main>
  );
}
