import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import pLimit from "p-limit";
import { openArchive, type OpenedArchive } from "@/data/archive/read";
import { openDatabase, type Database } from "@/data/database";
import { databaseAddress } from "../server";

/** One is put in at a time: that writes a whole school. */
const putting = pLimit(1);

/**
 * Has an archive written to a file of its own, however long that takes, and then opened and put to use, one after
 * another, on a connection that may take longer than a page's, and holds up none.
 */
export async function withArchive<Result>(
  write: (path: string) => Promise<void>,
  work: (database: Database, archive: OpenedArchive) => Promise<Result>,
): Promise<Result> {
  const folder = await mkdtemp(join(tmpdir(), "bell-step-"));
  try {
    const path = join(folder, "school.zip");
    await write(path);
    return await putting(() => opened(path, work));
  } finally {
    await rm(folder, { recursive: true });
  }
}

async function opened<Result>(
  path: string,
  work: (database: Database, archive: OpenedArchive) => Promise<Result>,
): Promise<Result> {
  const archive = await openArchive(path);
  const { database, pool } = openDatabase(databaseAddress(), 1);
  try {
    return await work(database, archive);
  } finally {
    archive.close();
    await pool.end();
  }
}
