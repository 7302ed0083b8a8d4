import { join, makeAccount } from "@/data/accounts";
import { hashPassword } from "@/data/password";
import { openDatabase } from "@/data/database";
import { insertDemoRows } from "@/data/demo/insert";
import { DEMO_PASSWORD } from "@/data/demo/people";
import { buildDemoSchool } from "@/data/demo/school";
import { seedDemonstration } from "@/data/demo/seed";
import { migrateDatabase } from "@/data/migrate";
import { createSchool } from "@/data/school";

/** The demonstration school, and a second one whose people must find nothing of the first. */
const { database, pool } = openDatabase(process.env.DATABASE_URL!, 2);
await migrateDatabase(database, process.cwd());
await seedDemonstration(database, Date.now());
const rows = buildDemoSchool({ seed: 4242 });
rows.school[0]!.name = "Another school";
// Names of the first school must not turn up by way of this one.
for (const person of rows.person)
  if (person.name !== "Oda Fenwright") person.name = `Other ${person.tagCode}`;
await insertDemoRows(database, rows);
const instructor = rows.person.find(({ name }) => name === "Oda Fenwright")!.id;
const firstOf = (role: string) => rows.membership.find((one) => one.role === role)!.personId;
const passwordHash = await hashPassword(DEMO_PASSWORD);
for (const [email, personId] of [
  ["stranger@elsewhere.example", instructor],
  ["helping-stranger@elsewhere.example", firstOf("assistant")],
  ["learning-stranger@elsewhere.example", firstOf("learner")],
] as const)
  await makeAccount(database, { personId, email, passwordHash });
// And one in which nothing was entered yet.
const { joinPath } = await createSchool(database, {
  ...{ name: "Unused school", ownerName: "Edda Reef", cohortName: "Mondays" },
  secret: process.env.BELL_STEP_SECRET!,
});
await join(database, {
  ...{ token: joinPath.replace("/join/", ""), email: "edda@unused.example" },
  password: DEMO_PASSWORD,
});
await pool.end();
