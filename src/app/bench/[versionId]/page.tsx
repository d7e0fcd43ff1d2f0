import { notFound } from "next/navigation";
import { openedVersion } from "@/core/contract";
import { BenchLoader } from "@/bench/bench-loader";
import { besideInVisit, openVersion } from "@/server";
import { RawJson } from "@/server/versions/checked-recipe";
import { Refused } from "../../refused";
import { Away } from "../../away";
import { orAway, orNotFound, orRefused } from "../../or-not-found";

async function open(versionId: string) {
  const opened = await openVersion(versionId);
  return { opened, sheet: await besideInVisit(opened.photo) };
}

export default async function Page({ params }: { params: Promise<{ versionId: string }> }) {
  const { versionId } = await params;
  const read = await orAway(() => orNotFound(() => orRefused(() => open(versionId))));
  if (!read) return <Away />;
  if (!read.found) notFound();
  if ("refused" in read.found) return <Refused words={read.found.refused} />;
  const { opened, sheet } = read.found;
  // As the contract has it, which is plain data: dates are text. A long recipe comes by itself, not through the page.
  const { recipe, ...rest } = opened;
  const plain = openedVersion.omit({ recipe: true }).parse(JSON.parse(JSON.stringify(rest)));
  return <BenchLoader opened={{ ...plain, sheet, recipe: recipe instanceof RawJson ? null : recipe }} />;
}
