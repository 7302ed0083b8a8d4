import { createWriteStream, rmSync, statSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { pipeline } from "node:stream/promises";
import { putIn } from "@/data/archive/putIn";
import { openArchive } from "@/data/archive/read";
import { writeArchive } from "@/data/archive/write";
import { openDatabase } from "@/data/database";
import { inSchool } from "@/data/inSchool";
import { school } from "@/data/schema";

/**
 * A large school out as an archive and in again, with the most memory it took. `--expose-gc` isn't needed: it is
 * the process as a server would have it. Prints JSON.
 */
const { database, pool } = openDatabase(process.env.DATABASE_URL!, 3);
const [of] = await database.select({ id: school.id, name: school.name }).from(school).limit(1);
const path = join(tmpdir(), `bell-step-bench-${process.pid}.zip`);
let maxMb = 0;
const look = () => (maxMb = Math.max(maxMb, process.memoryUsage.rss() / 2 ** 20));
const timer = setInterval(look, 100);

const outStarted = performance.now();
const { stream, done } = writeArchive(
  inSchool(database, of!.id),
  { schoolId: of!.id },
  { schoolName: of!.name },
);
await pipeline(stream, createWriteStream(path));
const { pieces } = await done;
const outSeconds = (performance.now() - outStarted) / 1000;
const outMb = maxMb;
const inStarted = performance.now();
const archive = await openArchive(path);
await putIn(database, archive, { isTrial: true });
archive.close();
const inSeconds = (performance.now() - inStarted) / 1000;
clearInterval(timer);
const zipMb = statSync(path).size / 2 ** 20;
rmSync(path);
await pool.end();
process.stdout.write(JSON.stringify({ pieces, outSeconds, outMb, inSeconds, inMb: maxMb, zipMb }));
