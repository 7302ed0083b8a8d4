import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import pLimit from "p-limit";
import { openArchive, type OpenedArchive } from "@/data/archive/read";
import { openDatabase, type Database } from "@/data/database";
import { databaseAddress } from "../server";

/** One at a time: each writes a whole school. */
const one = pLimit(1);

/**
 * Has an archive written to a file of its own, opens it, and puts it to use on a connection that may take longer
 * than a page's, and holds up none.
 */
export const withArchive = <Result>(
  write: (path: string) => Promise<void>,
  use: (database: Database, archive: OpenedArchive) => Promise<Result>,
): Promise<Result> =>
  one(async () => {
    const folder = await mkdtemp(join(tmpdir(), "bell-step-"));
    const { database, pool } = openDatabase(databaseAddress(), 1);
    try {
      const path = join(folder, "school.zip");
      await write(path);
      const archive = await openArchive(path);
      try {
        return await use(database, archive);
      } finally {
        archive.close();
      }
    } finally {
      await pool.end();
      await rm(folder, { recursive: true });
    }
  });
