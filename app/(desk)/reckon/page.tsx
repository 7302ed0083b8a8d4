import type { Metadata } from "next";
import { STAFF } from "@/data/actor";
import { ReckonView } from "@/ui/reckon/ReckonView";
import { requireActor } from "../../server";

export const metadata: Metadata = { title: "Reckon" };

export default async function ReckonPage() {
  const actor = await requireActor(STAFF);
  return <ReckonView unit={actor.firstUnit} />;
}
