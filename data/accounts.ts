import { refuse } from "@/core/problem/problem";
import { hash } from "@node-rs/argon2";
import { and, eq, gt, isNull } from "drizzle-orm";
import type * as z from "zod";
import type { joinSchema } from "@/core/records/commands";
import { hashToken } from "./token";
import type { Database } from "./database";

import * as schema from "./schema";

/** As the sign-in library keeps it: argon2id. */
export const hashPassword = (password: string): Promise<string> => hash(password);

/** Who a join link is for, while it can still be used. */
export async function findInvited(
  database: Database,
  token: string,
): Promise<{ name: string; school: string } | null> {
  const [row] = await database
    .select({ name: schema.person.name, school: schema.school.name })
    .from(schema.joinLink)
    .innerJoin(schema.person, eq(schema.person.id, schema.joinLink.personId))
    .innerJoin(schema.school, eq(schema.school.id, schema.joinLink.schoolId))
    .where(usable(token));
  return row ?? null;
}

const usable = (token: string) =>
  and(
    eq(schema.joinLink.tokenHash, hashToken(token)),
    isNull(schema.joinLink.usedAt),
    gt(schema.joinLink.expiresAt, new Date()),
  );

/** Makes the account of an invited person and uses up the link, both or neither. */
export async function join(
  database: Database,
  { token, email, password }: z.output<typeof joinSchema>,
): Promise<void> {
  // Nobody makes the server hash by sending links that were never made.
  if (!(await findInvited(database, token))) refuse({ code: "join-link-unusable" });
  const passwordHash = await hashPassword(password);
  await database.transaction(async (tx) => {
    const [link] = await tx.select().from(schema.joinLink).where(usable(token)).for("update");
    if (!link) refuse({ code: "join-link-unusable" });
    await makeAccount(tx, { personId: link.personId, email, passwordHash });
    await tx
      .update(schema.joinLink)
      .set({ usedAt: new Date() })
      .where(eq(schema.joinLink.id, link.id));
  });
}

/** An account for a person, in the shape the sign-in library keeps. The person's id serves as the user's. */
export async function makeAccount(
  tx: Pick<Database, "insert" | "update" | "select">,
  { personId, email, passwordHash }: { personId: string; email: string; passwordHash: string },
): Promise<void> {
  const [person] = await tx.select().from(schema.person).where(eq(schema.person.id, personId));
  if (!person || person.userId) refuse({ code: "join-link-unusable" });
  const added = await tx
    .insert(schema.user)
    .values({ id: personId, name: person.name, email: email.toLowerCase() })
    .onConflictDoNothing()
    .returning({ id: schema.user.id });
  if (added.length === 0) refuse({ code: "join-link-unusable" });
  await tx.insert(schema.account).values({
    id: personId,
    accountId: personId,
    providerId: "credential",
    userId: personId,
    password: passwordHash,
  });
  await tx.update(schema.person).set({ userId: personId }).where(eq(schema.person.id, personId));
}
