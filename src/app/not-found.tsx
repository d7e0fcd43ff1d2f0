import { say } from "@/language";
import Link from "next/link";

export default function NotFound() {
  return (
    <main className="grid min-h-screen place-content-center gap-3 text-center">
      <h1 className="text-2xl font-semibold">{say("There is nothing here")}</h1>
      <p className="muted">
        {say("It was deleted, or the address has a slip in it. Your other work is where it was.")}
      </p>
      <Link className="btn btn-primary justify-self-center" href="/">
        {say("To the assignments")}
      </Link>
    </main>
  );
}
