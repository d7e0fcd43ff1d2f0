import { notFound } from "next/navigation";
import { openedVersion } from "@/core/contract";
import { BenchLoader } from "@/bench/bench-loader";
import { listPhotos, openVersion } from "@/server";
import { RawJson } from "@/server/checked-recipe";
import { Refused } from "../../refused";
import { Away } from "../../away";
import { orAway, orNotFound, orRefused } from "../../or-not-found";

async function open(versionId: string) {
  const opened = await openVersion(versionId);
  return { opened, photos: await listPhotos(opened.assignment.id) };
}

export default async function Page({ params }: { params: Promise<{ versionId: string }> }) {
  const { versionId } = await params;
  const read = await orAway(() => orNotFound(() => orRefused(() => open(versionId))));
  if (!read) return <Away />;
  if (!read.found) notFound();
  if ("refused" in read.found) return <Refused words={read.found.refused} />;
  const { opened, photos } = read.found;
  const at = photos.findIndex((p) => p.id === opened.photo.id);
  const place = (i: number) => {
    const photo = photos[i];
    return photo?.shown ? { id: photo.id, versionId: photo.shown.versionId, sha256: photo.sha256 } : null;
  };
  const sheet = { number: at + 1, of: photos.length, previous: place(at - 1), next: place(at + 1) };
  // As the contract has it, which is plain data: dates are text. A long recipe comes by itself, not through the page.
  const { recipe, ...rest } = opened;
  const plain = openedVersion.omit({ recipe: true }).parse(JSON.parse(JSON.stringify(rest)));
  return <BenchLoader opened={{ ...plain, sheet, recipe: recipe instanceof RawJson ? null : recipe }} />;
}
