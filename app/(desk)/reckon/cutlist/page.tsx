import type { Metadata } from "next";
import { STAFF } from "@/data/actor";
import { CutlistView } from "@/ui/reckon/CutlistView";
import { requireActor } from "../../../server";

export const metadata: Metadata = { title: "Cut list" };

export default async function CutlistPage() {
  const actor = await requireActor(STAFF);
  return <CutlistView unit={actor.firstUnit} />;
}
