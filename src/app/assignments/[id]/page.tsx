import { notFound } from "next/navigation";
import { PhotoBoard } from "@/board/photo-board";
import { getAssignment } from "@/server";
import { orNotFound } from "../../or-not-found";

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const assignment = await orNotFound(() => getAssignment(id));
  if (!assignment) notFound();
  return <PhotoBoard id={assignment.id} name={assignment.name} />;
}
