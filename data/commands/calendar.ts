import { and, eq, isNull } from "drizzle-orm";
import { EVERYONE } from "../actor";
import { notFound } from "../notFound";
import { calendarLink } from "../schema";
import { hashToken, tokenOf } from "../token";
import { defineCommand } from "./command";
import { assertSameRecord } from "./once";

/** The same link sent again is the same address: its token is made from its id and the server's secret. */
export const makeCalendarLink = defineCommand({
  name: "make-calendar-link",
  roles: EVERYONE,
  run: async ({ tx, actor, secret }, { linkId }) => {
    const { schoolId, personId } = actor;
    const token = tokenOf("calendar", linkId, secret);
    const row = { id: linkId, schoolId, personId, tokenHash: hashToken(token) };
    await tx.insert(calendarLink).values(row).onConflictDoNothing({ target: calendarLink.id });
    const [there] = await tx.select().from(calendarLink).where(eq(calendarLink.id, linkId));
    assertSameRecord(there, row);
    return { path: `/api/calendar/${token}` };
  },
});

export const revokeCalendarLink = defineCommand({
  name: "revoke-calendar-link",
  roles: EVERYONE,
  run: async ({ tx, actor }, { linkId }) => {
    const revoked = await tx
      .update(calendarLink)
      .set({ revokedAt: new Date() })
      .where(
        and(
          eq(calendarLink.id, linkId),
          eq(calendarLink.personId, actor.personId),
          isNull(calendarLink.revokedAt),
        ),
      )
      .returning({ id: calendarLink.id });
    if (revoked.length === 0) notFound("calendar address");
    return { linkId };
  },
});
