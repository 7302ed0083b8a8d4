import type { Metadata } from "next";
import { STAFF } from "@/data/actor";
import { EveningView } from "@/ui/reckon/EveningView";
import { requireActor } from "../../../server";

export const metadata: Metadata = { title: "An evening" };

export default async function EveningReckonPage() {
  const actor = await requireActor(STAFF);
  return <EveningView unit={actor.firstUnit} />;
}
