import { createWriteStream, rmSync } from "node:fs";
import { pipeline } from "node:stream/promises";
import { eq } from "drizzle-orm";
import { nameSchema } from "@/core/bar/schema";
import { Refusal } from "@/core/problem/problem";
import { wordsForProblem } from "@/core/problem/words";
import { putIn } from "@/data/archive/putIn";
import { openArchive } from "@/data/archive/read";
import { writeArchive } from "@/data/archive/write";
import { openDatabase } from "@/data/database";
import { inSchool } from "@/data/inSchool";
import { school } from "@/data/schema";

const USAGE = `npm run archive -- out "School name" school.zip     takes a whole school out
npm run archive -- try school.zip                    puts it in, reads it back, and undoes it
npm run archive -- in school.zip ["Another name"]    puts it in; an owner then comes in by npm run school -- owner "School name"`;

function stop(sentence: string): never {
  process.stderr.write(`${sentence}\n`);
  process.exit(2);
}

const [verb, first, second] = process.argv.slice(2);
const url = process.env.DATABASE_URL;
if (!url) stop("Set DATABASE_URL first, as for the server.");
const { database, pool } = openDatabase(url, 2);

async function takeOut(name: string, path: string): Promise<string> {
  const [found] = await database
    .select({ id: school.id })
    .from(school)
    .where(eq(school.name, name));
  if (!found) stop(`There is no school called “${name}” here.`);
  const scope = { schoolId: found.id };
  const { stream, done } = writeArchive(inSchool(database, found.id), scope, { schoolName: name });
  try {
    await pipeline(stream, createWriteStream(path, { flags: "wx", mode: 0o600 }));
  } catch (error) {
    if ((error as { code?: string }).code === "EEXIST") stop(`${path} is there already.`);
    rmSync(path, { force: true });
    throw error;
  }
  const { pieces } = await done;
  return `${path}: ${pieces === 1 ? "1 piece" : `${pieces} pieces`}.`;
}

async function take(path: string, name: string | undefined, isTrial: boolean): Promise<string> {
  if (name !== undefined && !nameSchema.safeParse(name).success) stop("That is no name.");
  const archive = await openArchive(path);
  try {
    const put = await putIn(database, archive, { ...(name ? { name } : {}), isTrial });
    const read = `${put.pieces} of ${put.pieces} pieces came back as they were`;
    return isTrial
      ? `It can be put in: ${read}. Nothing was kept.`
      : `“${name ?? archive.manifest.school.name}” is in: ${read}. ${put.hasNewIds ? "Its records have new ids. " : ""}Nobody of it can sign in yet: npm run school -- owner "${name ?? archive.manifest.school.name}"`;
  } finally {
    archive.close();
  }
}

try {
  if (verb === "out" && first && second) process.stdout.write(`${await takeOut(first, second)}\n`);
  else if ((verb === "in" || verb === "try") && first)
    process.stdout.write(`${await take(first, second, verb === "try")}\n`);
  else stop(USAGE);
} catch (error) {
  if (error instanceof Refusal) stop(wordsForProblem(error.problem));
  throw error;
} finally {
  await pool.end();
}
