import { and, eq } from "drizzle-orm";
import { printSection } from "@/core/section/spoken";
import { refuse } from "@/core/problem/problem";
import { kgOf } from "@/core/evening/sawList";
import { sectionSchema } from "@/core/section/schema";
import { INSTRUCTORS, STAFF } from "../actor";
import type { Transaction } from "../database";
import { notFound } from "../notFound";
import { fire, rackBar, sawnBar, school } from "../schema";
import { assertLearners, assertRevisions, findClass } from "./belongs";
import { defineCommand, type CommandContext } from "./command";

export const setTimeZone = defineCommand({
  name: "set-time-zone",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, { timeZone }) => {
    await tx.update(school).set({ timeZone }).where(eq(school.id, actor.schoolId));
    return { timeZone };
  },
});

/** Keeps a fire or another place as it is described; neither becomes the other. */
async function keepPlace(
  { tx, actor: { schoolId } }: CommandContext,
  { fireId, ...of }: Omit<typeof fire.$inferInsert, "id" | "schoolId"> & { fireId: string },
) {
  const setWhere = and(eq(fire.schoolId, schoolId), eq(fire.heats, of.heats!));
  const kept = await tx
    .insert(fire)
    .values({ id: fireId, schoolId, ...of })
    .onConflictDoUpdate({ target: fire.id, set: of, setWhere })
    .returning({ id: fire.id });
  if (kept.length === 0) notFound("fire");
  return { fireId };
}

export const keepFire = defineCommand({
  name: "keep-fire",
  roles: INSTRUCTORS,
  run: (context, of) => keepPlace(context, { ...of, heats: true }),
});

/** A place that heats nothing: a vice, a twisting bench, a grinder. */
export const keepStation = defineCommand({
  name: "keep-station",
  roles: INSTRUCTORS,
  run: (context, of) => keepPlace(context, { ...of, heats: false, welds: false }),
});

export const takeDownFire = defineCommand({
  name: "take-down-fire",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, { fireId }) => {
    const down = await tx
      .update(fire)
      .set({ takenDownAt: new Date() })
      .where(and(eq(fire.id, fireId), eq(fire.schoolId, actor.schoolId)))
      .returning({ id: fire.id });
    if (down.length === 0) notFound("fire");
    return { fireId };
  },
});

export const keepBar = defineCommand({
  name: "keep-bar",
  roles: STAFF,
  run: async ({ tx, actor }, { barId, ...of }) => {
    const { schoolId } = actor;
    const row = { ...of, stock: printSection(of.section, "mm") };
    const kept = await tx
      .insert(rackBar)
      .values({ id: barId, schoolId, ...row })
      .onConflictDoUpdate({
        target: rackBar.id,
        set: row,
        setWhere: eq(rackBar.schoolId, schoolId),
      })
      .returning({ id: rackBar.id });
    if (kept.length === 0) notFound("bar");
    return { barId };
  },
});

/** Lengths and what is left may be rounded to this, mm. */
const ROUNDING_MM = 0.5;

type Sawn = { sawnId: string; barId: string; cuts: readonly { mm: number }[] } & {
  offcut: { barId: string; mm: number } | null;
};

export const sawBars = defineCommand({
  name: "saw-bars",
  roles: STAFF,
  run: async ({ tx, actor }, { classId, bars }) => {
    const { schoolId, personId } = actor;
    await findClass(tx, actor, classId);
    const cuts = bars.flatMap((one) => one.cuts);
    await assertLearners(
      tx,
      actor,
      cuts.map(({ learnerId }) => learnerId),
    );
    await assertRevisions(
      tx,
      actor,
      cuts.map(({ revisionId }) => revisionId),
    );
    for (const { sawnId, ...sawn } of bars) {
      const [there] = await tx.select().from(sawnBar).where(eq(sawnBar.id, sawnId));
      if (there) {
        if (there.schoolId !== schoolId || there.classId !== classId) refuse({ code: "id-taken" });
        continue;
      }
      const bar = await takeFromRack(tx, schoolId, { sawnId, ...sawn });
      const section = sectionSchema.parse(bar.section);
      const { lengthMm, stock, pricePerKg } = bar;
      const offcutMm = sawn.offcut?.mm ?? 0;
      const kg = kgOf(section, lengthMm - offcutMm);
      await tx.insert(sawnBar).values({
        ...{
          id: sawnId,
          schoolId,
          classId,
          barId: bar.id,
          stock,
          lengthMm,
          offcutMm,
          kg,
          pricePerKg,
        },
        cuts: sawn.cuts,
        sawnBy: personId,
      });
      if (!sawn.offcut) continue;
      const { id: _, count: __, isOffcut: ___, ...like } = bar;
      await tx
        .insert(rackBar)
        .values({ ...like, id: sawn.offcut.barId, lengthMm: offcutMm, count: 1, isOffcut: true });
    }
    return { classId };
  },
});

/** Takes one bar from the rack, held against others who take it at the same time. */
async function takeFromRack(tx: Transaction, schoolId: string, { barId, cuts, offcut }: Sawn) {
  const [bar] = await tx
    .select()
    .from(rackBar)
    .where(and(eq(rackBar.id, barId), eq(rackBar.schoolId, schoolId)))
    .for("update");
  if (!bar) notFound("bar");
  const { stock, lengthMm, count } = bar;
  if (count < 1) refuse({ code: "rack-empty", stock, mm: lengthMm });
  const usedMm = cuts.reduce((sum, { mm }) => sum + mm, offcut?.mm ?? 0);
  if (usedMm > lengthMm + ROUNDING_MM)
    refuse({ code: "bar-too-short", stock, mm: lengthMm, usedMm });
  await tx
    .update(rackBar)
    .set({ count: count - 1 })
    .where(eq(rackBar.id, barId));
  return bar;
}
