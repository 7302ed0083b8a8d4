import { and, asc, desc, eq, gt, isNull, ne } from "drizzle-orm";
import { v7 as newId } from "uuid";
import type * as z from "zod";
import { refuse } from "@/core/problem/problem";
import type { OtherAction } from "@/core/records/audit";
import type { ACCOUNT_CHANGES, joinSchema, newPasswordSchema } from "@/core/records/account";
import type { Actor } from "./actor";
import { noteEvent } from "./audit";
import { sqlState, type Database, type Queryable } from "./database";
import { notFound } from "./notFound";
import { hashPassword, isGuessable, verifyPassword } from "./password";
import * as schema from "./schema";
import { countTry, forgetTries } from "./signIn";
import { hashToken, tokenOf } from "./token";

// All of this is the sign-in's: it works with the server's own access, not within a school's records.

/** Who a way in is for. */
export interface Invited {
  personId: string;
  schoolId: string;
  name: string;
  school: string;
  /** The address of their account; null for who has none yet. */
  email: string | null;
}

/** Who a way in is for, while it can still be used. */
export async function findInvited(database: Queryable, token: string): Promise<Invited | null> {
  const [row] = await database
    .select({
      ...{ personId: schema.person.id, schoolId: schema.person.schoolId },
      ...{ name: schema.person.name, school: schema.school.name, email: schema.user.email },
    })
    .from(schema.joinLink)
    .innerJoin(schema.person, eq(schema.person.id, schema.joinLink.personId))
    .innerJoin(schema.school, eq(schema.school.id, schema.joinLink.schoolId))
    .innerJoin(schema.membership, eq(schema.membership.personId, schema.person.id))
    .leftJoin(schema.user, eq(schema.user.id, schema.person.userId))
    .where(and(usable(token), isNull(schema.membership.leftAt)));
  return row ?? null;
}

const usable = (token: string) =>
  and(
    eq(schema.joinLink.tokenHash, hashToken(token)),
    isNull(schema.joinLink.usedAt),
    gt(schema.joinLink.expiresAt, new Date()),
  );

/** Makes the account of an invited person and uses up the link, both or neither. */
export const join = (
  database: Database,
  { token, email, password }: z.output<typeof joinSchema>,
): Promise<void> =>
  spendLink(
    database,
    { token, password, email, action: "join" },
    async (tx, invited, passwordHash) =>
      makeAccount(tx, { personId: invited.personId, email, passwordHash }),
  );

/** A way back lasts so long, ms. */
const WAY_BACK_MS = 3_600_000;

/**
 * A one-time way back for whoever signs in with an address; links that others gave them stay as they are.
 *
 * @returns null where nobody does, or they have left
 */
export async function makeWayBack(
  database: Database,
  email: string,
  secret: string,
): Promise<{ name: string; school: string; token: string } | null> {
  const [of] = await database
    .select({
      ...{ personId: schema.person.id, schoolId: schema.person.schoolId },
      ...{ name: schema.person.name, school: schema.school.name },
    })
    .from(schema.user)
    .innerJoin(schema.person, eq(schema.person.userId, schema.user.id))
    .innerJoin(schema.school, eq(schema.school.id, schema.person.schoolId))
    .innerJoin(schema.membership, eq(schema.membership.personId, schema.person.id))
    .where(and(eq(schema.user.email, email.toLowerCase()), isNull(schema.membership.leftAt)));
  if (!of) return null;
  const { personId, schoolId, name, school } = of;
  const id = newId();
  const token = tokenOf("back", id, secret);
  await database.transaction(async (tx) => {
    await tx.insert(schema.joinLink).values({
      ...{ id, schoolId, personId, tokenHash: hashToken(token), createdBy: personId },
      expiresAt: new Date(Date.now() + WAY_BACK_MS),
    });
    await noteEvent(tx, of, { action: "ask-way-back" });
  });
  return { name, school, token };
}

/** A new password for somebody with an account. Whoever was signed in as them is signed out; their passkeys go. */
export const choosePassword = (
  database: Database,
  { token, password }: z.output<typeof newPasswordSchema>,
): Promise<void> =>
  spendLink(
    database,
    { token, password, email: null, action: "choose-password" },
    async (tx, invited, passwordHash) => {
      await keepPassword(tx, invited, passwordHash);
      // Whoever asks for a way back may have lost the device they were on.
      const userId = await userIdOf(tx, invited.personId);
      await tx.delete(schema.passkey).where(eq(schema.passkey.userId, userId));
    },
  );

async function spendLink(
  database: Database,
  {
    token,
    password,
    email,
    action,
  }: { token: string; password: string; email: string | null; action: OtherAction },
  use: (tx: Queryable, invited: Invited, passwordHash: string) => Promise<void>,
): Promise<void> {
  // Nobody makes the server hash by sending links that were never made.
  const invited = await findInvited(database, token);
  if (!invited || (invited.email === null) !== (email !== null))
    refuse({ code: "join-link-unusable" });
  assertHardToGuess(password, [invited.name, invited.school, email ?? invited.email ?? ""]);
  const passwordHash = await hashPassword(password);
  await database.transaction(async (tx) => {
    const [link] = await tx.select().from(schema.joinLink).where(usable(token)).for("update");
    if (!link) refuse({ code: "join-link-unusable" });
    await use(tx, invited, passwordHash);
    await tx
      .update(schema.joinLink)
      .set({ usedAt: new Date() })
      .where(eq(schema.joinLink.id, link.id));
    await noteEvent(tx, invited, { action });
  });
}

function assertHardToGuess(password: string, known: readonly string[]): void {
  if (isGuessable(password, known)) refuse({ code: "password-guessable" });
}

async function keepPassword(
  tx: Queryable,
  { personId }: Pick<Invited, "personId">,
  passwordHash: string,
  keptSessionId = "",
): Promise<void> {
  const userId = await userIdOf(tx, personId);
  await tx
    .update(schema.account)
    .set({ password: passwordHash })
    .where(and(eq(schema.account.userId, userId), eq(schema.account.providerId, "credential")));
  await tx
    .delete(schema.session)
    .where(and(eq(schema.session.userId, userId), ne(schema.session.id, keptSessionId)));
}

async function userIdOf(tx: Queryable, personId: string): Promise<string> {
  const [row] = await tx
    .select({ userId: schema.person.userId })
    .from(schema.person)
    .where(eq(schema.person.id, personId));
  return row?.userId ?? notFound("account");
}

/** An account for a person, in the shape the sign-in library keeps. The person's id serves as the user's. */
export async function makeAccount(
  tx: Queryable,
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

/** Whoever changes their own account, and by which session. */
export interface AccountHolder {
  actor: Actor;
  sessionId: string;
}

/** Slows who guesses at a password, as at the sign-in. */
async function assertPassword(
  database: Database,
  { personId }: Actor,
  { currentPassword, freeTries }: { currentPassword: string; freeTries: number },
): Promise<{ email: string }> {
  const [own] = await database
    .select({ email: schema.user.email, kept: schema.account.password })
    .from(schema.person)
    .innerJoin(schema.user, eq(schema.user.id, schema.person.userId))
    .innerJoin(schema.account, eq(schema.account.userId, schema.user.id))
    .where(and(eq(schema.person.id, personId), eq(schema.account.providerId, "credential")));
  if (!own?.kept) notFound("account");
  const of = { email: own.email, address: null };
  if (!(await countTry(database, of, { freeTries }))) refuse({ code: "not-saved" });
  if (!(await verifyPassword(own.kept, currentPassword))) refuse({ code: "password-wrong" });
  await forgetTries(database, of);
  return own;
}

/**
 * A new password; every other session of theirs ends.
 *
 * @returns the address of the account
 */
export async function changePassword(
  database: Database,
  { actor, sessionId }: AccountHolder,
  {
    currentPassword,
    password,
    freeTries,
  }: z.output<typeof ACCOUNT_CHANGES.password> & { freeTries: number },
): Promise<string> {
  const { email } = await assertPassword(database, actor, { currentPassword, freeTries });
  assertHardToGuess(password, [actor.name, actor.schoolName, email]);
  const passwordHash = await hashPassword(password);
  await database.transaction(async (tx) => {
    await keepPassword(tx, actor, passwordHash, sessionId);
    await noteEvent(tx, actor, { action: "change-password" });
  });
  return email;
}

/**
 * Another address to sign in with.
 *
 * @returns the one before
 */
export async function changeEmail(
  database: Database,
  { actor }: AccountHolder,
  {
    currentPassword,
    email,
    freeTries,
  }: z.output<typeof ACCOUNT_CHANGES.email> & { freeTries: number },
): Promise<string> {
  const before = await assertPassword(database, actor, { currentPassword, freeTries });
  await database
    .transaction(async (tx) => {
      await tx
        .update(schema.user)
        .set({ email: email.toLowerCase() })
        .where(eq(schema.user.id, await userIdOf(tx, actor.personId)));
      await noteEvent(tx, actor, { action: "change-email" });
    })
    .catch((error: unknown) => {
      if (sqlState(error) === "23505") refuse({ code: "email-taken" });
      throw error;
    });
  return before.email;
}

/** Ends one session of theirs, or every other than the one that asks. */
export async function endOwnSessions(
  database: Database,
  { actor, sessionId: own }: AccountHolder,
  { sessionId }: z.output<typeof ACCOUNT_CHANGES.sessions>,
): Promise<void> {
  await database.transaction(async (tx) => {
    const ended = await tx
      .delete(schema.session)
      .where(
        and(
          eq(schema.session.userId, await userIdOf(tx, actor.personId)),
          sessionId === null ? ne(schema.session.id, own) : eq(schema.session.id, sessionId),
        ),
      )
      .returning({ id: schema.session.id });
    if (sessionId !== null && ended.length === 0) refuse({ code: "session-gone" });
    await noteEvent(tx, actor, { action: "end-own-sessions" });
  });
}

/** The address somebody of the actor's school signs in with; null where they have no account. The caller has checked who is asking. */
export async function emailOf(
  database: Database,
  { schoolId }: Actor,
  personId: string,
): Promise<string | null> {
  const [row] = await database
    .select({ email: schema.user.email })
    .from(schema.person)
    .innerJoin(schema.user, eq(schema.user.id, schema.person.userId))
    .where(and(eq(schema.person.id, personId), eq(schema.person.schoolId, schoolId)));
  return row?.email ?? null;
}

export interface OpenSession {
  id: string;
  userAgent: string;
  since: Date;
  lastSeen: Date;
}

/** Where somebody of the actor's school is signed in now, the latest first. The caller has checked who is asking. */
export const listSessions = async (
  database: Database,
  { schoolId }: Actor,
  personId: string,
): Promise<OpenSession[]> => {
  const rows = await database
    .select({
      ...{ id: schema.session.id, userAgent: schema.session.userAgent },
      ...{ since: schema.session.createdAt, lastSeen: schema.session.updatedAt },
    })
    .from(schema.session)
    .innerJoin(schema.person, eq(schema.person.userId, schema.session.userId))
    .where(
      and(
        eq(schema.person.id, personId),
        eq(schema.person.schoolId, schoolId),
        gt(schema.session.expiresAt, new Date()),
      ),
    )
    .orderBy(desc(schema.session.updatedAt));
  return rows.map((row) => ({ ...row, userAgent: row.userAgent ?? "" }));
};

/** The passkeys of somebody's own account, the oldest first. */
export const listPasskeys = async (
  database: Database,
  { personId }: Actor,
): Promise<{ id: string; since: Date | null }[]> =>
  database
    .select({ id: schema.passkey.id, since: schema.passkey.createdAt })
    .from(schema.passkey)
    .innerJoin(schema.person, eq(schema.person.userId, schema.passkey.userId))
    .where(eq(schema.person.id, personId))
    .orderBy(asc(schema.passkey.createdAt));
