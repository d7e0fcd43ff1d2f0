import { notFound } from "next/navigation";
import { BenchLoader } from "@/bench/bench-loader";
import { listPhotos, openVersion } from "@/server";
import { Refused } from "../../refused";
import { orNotFound, orRefused } from "../../or-not-found";

export default async function Page({ params }: { params: Promise<{ versionId: string }> }) {
  const { versionId } = await params;
  const opened = await orNotFound(() => orRefused(() => openVersion(versionId)));
  if (!opened) notFound();
  if ("refused" in opened) return <Refused words={opened.refused} />;
  const photos = await listPhotos(opened.assignment.id);
  const sheet = {
    number: photos.findIndex((p) => p.id === opened.photo.id) + 1,
    of: photos.length,
  };
  // Plain data for the browser: dates become text.
  return <BenchLoader opened={JSON.parse(JSON.stringify({ ...opened, sheet }))} />;
}
