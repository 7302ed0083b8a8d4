import { refuse } from "@/core/problem/problem";
import { and, eq } from "drizzle-orm";
import { checkInstrument, SURFACE_UNCERTAINTY } from "@/core/measure/instrumentCheck";
import { STAFF } from "../actor";
import { notFound } from "../notFound";
import { instrument, instrumentCheck } from "../schema";
import { defineCommand } from "./command";
import { assertSameRecord } from "./once";

/** Checks an instrument; readings taken from now on carry the uncertainty that follows. */
export const checkAgainstReference = defineCommand({
  name: "check-instrument",
  roles: STAFF,
  run: async ({ tx, actor }, { checkId, instrumentId, ...given }) => {
    const [checked] = await tx
      .select()
      .from(instrument)
      .where(and(eq(instrument.id, instrumentId), eq(instrument.schoolId, actor.schoolId)))
      .for("update");
    if (!checked) notFound("instrument");
    const surface = SURFACE_UNCERTAINTY[checked.kind];
    if (surface === undefined) refuse({ code: "nothing-to-check" });
    const { resolution } = checked;
    const { bias, uncertainty } = checkInstrument(given.values, {
      ...given,
      resolution,
      surface,
    });
    const sent = { ...given, id: checkId, schoolId: actor.schoolId, instrumentId };
    const [there] = await tx
      .select()
      .from(instrumentCheck)
      .where(and(eq(instrumentCheck.id, checkId), eq(instrumentCheck.schoolId, actor.schoolId)));
    if (there) {
      assertSameRecord(there, sent);
    } else {
      const [added] = await tx
        .insert(instrumentCheck)
        .values({ ...sent, bias, uncertainty, checkedBy: actor.personId })
        .onConflictDoNothing()
        .returning({ checkedAt: instrumentCheck.checkedAt });
      if (!added) refuse({ code: "id-taken" });
      const checkedOn = added.checkedAt.toISOString().slice(0, 10);
      await tx
        .update(instrument)
        .set({ uncertainty, checkedOn })
        .where(eq(instrument.id, instrumentId));
    }
    return { checkId, bias, uncertainty };
  },
});
