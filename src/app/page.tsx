import { AssignmentBoard } from "@/board/assignment-board";

export default function Page() {
  return <AssignmentBoard />;
}
