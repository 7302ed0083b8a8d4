import { openDatabase } from "@/data/database";
import { growTo, makeLargeSchool, measureSchool, type Measured } from "./largeSchool";

/** The climb of a large school with ten times the pieces after as before: how long its screens and signings take. Prints JSON. */
const SIZES = [5_000, 50_000] as const;

const { database, pool } = openDatabase(process.env.DATABASE_URL!, 4);
const school = await makeLargeSchool(database, pool);
const measured: Measured[] = [];
for (const pieces of SIZES) {
  await growTo(school, pieces);
  measured.push(await measureSchool(school));
}
process.stdout.write(JSON.stringify({ small: measured[0], large: measured[1] }));
await pool.end();
