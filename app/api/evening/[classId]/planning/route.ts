import { idSchema } from "@/core/units/fields";
import { refuse } from "@/core/problem/problem";
import { STAFF } from "@/data/actor";
import { planningShare, planOn, stopPlanning } from "../../../../eveningPlan";
import { actorOf, answering, isFromElsewhere } from "../../../answer";

type Params = { params: Promise<{ classId: string }> };

async function asked({ params }: Params) {
  const actor = await actorOf(STAFF);
  const id = idSchema.safeParse((await params).classId);
  if (!id.success) refuse({ code: "record-missing", what: "class" });
  return { actor, classId: id.data };
}

/** How far the plan of an evening is, 0 to 1; null where this server isn't planning it. */
export async function GET(_: Request, about: Params): Promise<Response> {
  return answering("evening planning", async () => {
    const { actor, classId } = await asked(about);
    return Response.json(
      { share: planningShare(actor, classId) },
      { headers: { "cache-control": "no-store" } },
    );
  });
}

/** Ends the planning with the best plan that was looked at. */
export const DELETE = (request: Request, about: Params) =>
  changing("stop planning", { request, about }, stopPlanning);

/** Makes a plan that was ended early to its end, when it is next asked for. */
export const POST = (request: Request, about: Params) =>
  changing("plan on", { request, about }, planOn);

function changing(
  what: string,
  { request, about }: { request: Request; about: Params },
  change: typeof stopPlanning,
): Promise<Response> {
  return answering(what, async () => {
    if (isFromElsewhere(request)) refuse({ code: "sent-from-elsewhere" });
    const { actor, classId } = await asked(about);
    change(actor, classId);
    return new Response(null, { status: 204 });
  });
}
