import type { Metadata } from "next";
import { SignOutButton } from "@/ui/forms/SignOutButton";
import { UnitChoice } from "@/ui/forms/UnitChoice";
import { requireActor } from "../../server";

export const metadata: Metadata = { title: "Units and sign-out" };

export default async function MePage() {
  const actor = await requireActor();
  return (
    <main className="mx-auto w-full max-w-md p-5">
      <h1 className="font-slab text-27 font-semibold">{actor.name}</h1>
      <p className="quiet mb-6 text-15">
        {actor.role}, {actor.schoolName}
      </p>
      <UnitChoice firstUnit={actor.firstUnit} />
      <SignOutButton />
    </main>
  );
}
