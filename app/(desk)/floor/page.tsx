import type { Metadata } from "next";
import * as z from "zod";
import { idSchema } from "@/core/units/fields";
import { STAFF } from "@/data/actor";
import { findFloor, findRunningClass } from "@/data/queries/floor";
import { FloorView } from "@/ui/floor/FloorView";
import { Pretend } from "@/ui/floor/Pretend";
import { Link } from "@/ui/kit/Link";
import { eveningInWords } from "@/ui/words/classes";
import { dayInWords } from "@/ui/words/when";
import { pretendedFor } from "../../pretend";
import { isDemo, orNotFound, requestTime, requireActor, recordsOf } from "../../server";

export const metadata: Metadata = { title: "Floor" };

const querySchema = z.object({ class: idSchema.nullable().catch(null).default(null) });
/** So far into its evening the demonstration pretends to be, minutes. */
const PRETEND_MINUTES = 42;

export default async function FloorPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const actor = await requireActor(STAFF);
  const database = recordsOf(actor);
  const asked = querySchema.parse(await searchParams).class;
  const now = requestTime();
  const classId = asked ?? (await findRunningClass(database, actor, now))?.id;
  if (!classId)
    return (
      <main className="p-5">
        <h1 className="font-slab text-27 font-semibold">Floor</h1>
        <p className="mt-3 border-t-2 border-ink bg-sheet p-5 text-17">
          No class is on. Plan one under{" "}
          <Link href="/prepare#classes" className="link">
            Prepare
          </Link>
          ; from two hours before it begins it stands here.
        </p>
      </main>
    );
  const data = await orNotFound(findFloor(database, actor, classId));
  const pretended = await pretendedFor(classId);
  const behindMs = pretended ?? 0;
  const { of } = data;
  const at = of.beganAt + PRETEND_MINUTES * 60_000;
  return (
    <>
      {isDemo() && at <= now ? (
        <Pretend classId={classId} isOn={pretended !== null} at={at} timeZone={actor.timeZone} />
      ) : null}
      <FloorView
        key={`${classId} ${behindMs}`}
        data={data}
        title={eveningInWords(of)}
        day={dayInWords(of.day)}
        personId={actor.personId}
        timeZone={actor.timeZone}
        unit={actor.firstUnit}
        behindMs={behindMs}
      />
    </>
  );
}
