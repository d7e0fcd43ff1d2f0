import { say } from "@/language";
import type { Metadata } from "next";
import { GuideView } from "@/bench/guide/guide-view";

export const metadata: Metadata = { title: say("Guide – Flat Stone") };

export default function HelpPage() {
  return <GuideView />;
}
