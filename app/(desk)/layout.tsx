import type { ReactNode } from "react";
import { isStaff } from "@/data/actor";
import { listTargets } from "@/data/queries/targets";
import { Shell } from "@/ui/shell/Shell";
import { requireActor, recordsOf } from "../server";

export default async function DeskLayout({ children }: { children: ReactNode }) {
  const actor = await requireActor();
  const targets = await listTargets(recordsOf(actor), actor);
  const person = {
    ...{ id: actor.personId, name: actor.name },
    ...{ schoolName: actor.schoolName, staff: isStaff(actor) },
  };
  return (
    <Shell person={person} targets={targets}>
      {children}
    </Shell>
  );
}
