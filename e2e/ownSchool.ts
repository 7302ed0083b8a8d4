import { makeAccount } from "@/data/accounts";
import { findActor, type Actor } from "@/data/actor";
import { openDatabase } from "@/data/database";
import { insertDemoRows } from "@/data/demo/insert";
import { DEMO_PASSWORD } from "@/data/demo/people";
import { buildDemoSchool } from "@/data/demo/school";
import { migrateDatabase } from "@/data/migrate";
import { hashPassword } from "@/data/password";

/**
 * Puts the demonstration school into an empty database of one's own, with accounts for some of its people.
 *
 * @param people their names, each with the address they sign in by
 * @returns the open connection too, to be ended by whoever asked
 */
export async function seedSchool(
  databaseUrl: string,
  people: readonly (readonly [name: string, email: string])[],
) {
  const { database, pool } = openDatabase(databaseUrl, 2);
  const rows = buildDemoSchool();
  await migrateDatabase(database, process.cwd());
  await insertDemoRows(database, rows);
  const passwordHash = await hashPassword(DEMO_PASSWORD);
  const accounts: { email: string; actor: Actor }[] = [];
  for (const [name, email] of people) {
    const { id: personId } = rows.person.find((one) => one.name === name)!;
    await makeAccount(database, { personId, email, passwordHash });
    accounts.push({ email, actor: (await findActor(database, personId))! });
  }
  return { database, pool, rows, accounts };
}

/** The cookies of somebody who signs in. */
export async function cookieOf(address: string, email: string): Promise<string> {
  const response = await fetch(`${address}/api/auth/sign-in/email`, {
    method: "POST",
    headers: { "content-type": "application/json", origin: address },
    body: JSON.stringify({ email, password: DEMO_PASSWORD }),
  });
  return response.headers
    .getSetCookie()
    .map((line) => line.split(";")[0])
    .join("; ");
}
