import { say } from "@/language";
import Link from "next/link";

/** A page that cannot be shown, and why. */
export function Refused({ words }: { words: string }) {
  return (
    <main className="grid min-h-screen place-content-center gap-3 text-center">
      <h1 className="text-2xl font-semibold">{say("This cannot be opened")}</h1>
      <p className="muted max-w-prose">{words}</p>
      <Link className="btn btn-primary justify-self-center" href="/">
        {say("To the assignments")}
      </Link>
    </main>
  );
}
