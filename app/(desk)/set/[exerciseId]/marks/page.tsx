import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { idSchema } from "@/core/units/fields";
import { INSTRUCTORS } from "@/data/actor";
import { findMarksRule, listGradedOtherwise } from "@/data/queries/regrade";
import { Link } from "@/ui/kit/Link";
import { MarksRuleForm } from "@/ui/marks/MarksRuleForm";
import { Regrade } from "@/ui/marks/Regrade";
import { orNotFound, requireActor, recordsOf } from "../../../../server";

export const metadata: Metadata = { title: "Marks rule" };

export default async function MarksPage({ params }: { params: Promise<{ exerciseId: string }> }) {
  const actor = await requireActor(INSTRUCTORS);
  const id = idSchema.safeParse((await params).exerciseId);
  if (!id.success) notFound();
  const database = recordsOf(actor);
  const { exerciseName, rule, own, schools } = await orNotFound(
    findMarksRule(database, actor, id.data),
  );
  const otherwise = await listGradedOtherwise(database, actor, id.data);
  return (
    <main className="mx-auto grid w-full max-w-5xl gap-x-8 p-5 lg:grid-cols-[380px_minmax(0,1fr)]">
      <div>
        <Link href={`/set/${id.data}`} className="link flex min-h-11 w-fit items-center text-15">
          {exerciseName}
        </Link>
        <h1 className="font-slab text-27 font-semibold">Marks rule</h1>
        <p className="mt-1 mb-4 text-15 text-ink-2">
          Each size earns full marks inside half its tolerance, the pass mark at the limit, and
          nothing at twice the limit; then this is taken off.{" "}
          {own ? "This exercise has a rule of its own." : "This is the school’s rule."}
        </p>
        <MarksRuleForm
          key={JSON.stringify(rule)}
          exerciseId={id.data}
          rule={rule}
          own={own}
          schools={schools}
        />
      </div>
      <Regrade pieces={otherwise} />
    </main>
  );
}
