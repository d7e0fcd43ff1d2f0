import { notFound } from "next/navigation";
import { PhotoBoard } from "@/board/photo-board";
import { getAssignment } from "@/server";
import { Away } from "../../away";
import { WarmBench } from "../../warm-bench";
import { orAway, orNotFound } from "../../or-not-found";

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const read = await orAway(() => orNotFound(() => getAssignment(id)));
  if (!read) return <Away />;
  const assignment = read.found;
  if (!assignment) notFound();
  return (
    <>
      <PhotoBoard id={assignment.id} name={assignment.name} style={assignment.style} captions={assignment.captions} />
      <WarmBench />
    </>
  );
}
