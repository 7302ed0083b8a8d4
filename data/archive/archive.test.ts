import { execFileSync, spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { createWriteStream, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { readFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { pipeline } from "node:stream/promises";
import type { Pool } from "pg";
import sharp from "sharp";
import { eq, sql } from "drizzle-orm";
import type { PgTable } from "drizzle-orm/pg-core";
import { findInvited, join as joinSchool } from "../accounts";
import { findActor, type Actor } from "../actor";
import { addPhoto } from "../commands/photos";
import type { Database } from "../database";
import { inSchool } from "../inSchool";
import {
  actOk,
  fingerprint,
  newId,
  openTestDatabase,
  openTestSchool,
  SECRET,
  type TestSchool,
} from "../testing/database";
import { startFid } from "../testing/fid";
import {
  classDay,
  cohort,
  curriculumRevision,
  exercise,
  fire,
  person,
  rackBar,
  technique,
} from "../schema";
import { createSchool } from "../school";
import { putIn } from "./putIn";
import { openArchive } from "./read";
import { isUnused, startFromArchive } from "./startFrom";
import { ARCHIVED_TABLES } from "./tables";
import { SCHEMA_VERSION } from "./version";
import { writeArchive } from "./write";

let folder: string;
let database: Database;
let pool: Pool;
let ours: TestSchool;
/** Our school, taken out. */
let file: string;

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), "bell-step-archive-"));
  ({ database, pool, ours } = await openTestSchool("archive"));
  const { pieceId } = await startFid(database, ours);
  const bytes = await sharp({
    create: { width: 60, height: 40, channels: 3, background: "#335577" },
  })
    .png()
    .toBuffer();
  await addPhoto(database, ours.instructor, { photoId: newId(), pieceId, bytes });
  await actOk(database, ours.instructor, "clear-for-machine", {
    ...{ personId: ours.learner.personId, machine: "drill", cleared: true },
  });
  file = await takenOut("ours.zip");
});
afterAll(async () => {
  await pool.end();
  rmSync(folder, { recursive: true });
});

async function takenOut(
  name: string,
  {
    of = database,
    schoolId = ours.owner.schoolId,
    personId = undefined as string | undefined,
  } = {},
): Promise<string> {
  const path = join(folder, name);
  const { stream, done } = writeArchive(
    inSchool(of, schoolId),
    { schoolId, personId },
    { schoolName: ours.owner.schoolName },
  );
  await pipeline(stream, createWriteStream(path));
  await done;
  return path;
}

/** A file of an archive, read by the system's own tool. */
const unzipped = (path: string, name: string) =>
  execFileSync("unzip", ["-p", path, name], { maxBuffer: 1e9 }).toString();
const inArchive = async <Value>(
  path: string,
  look: (of: Awaited<ReturnType<typeof openArchive>>) => Promise<Value>,
) => {
  const archive = await openArchive(path);
  try {
    return await look(archive);
  } finally {
    archive.close();
  }
};
const refused = (path: string) =>
  inArchive(path, () => Promise.resolve("read")).catch(
    (error: { problem?: { code: string } }) => error.problem?.code ?? "thrown",
  );
const rowCount = async (of: Pool, table: string, schoolId: string) => {
  const column = table === "school" ? "id" : "school_id";
  const { rows } = await of.query<{ count: number }>(
    `select count(*)::int as count from "${table}" where ${column} = $1`,
    [schoolId],
  );
  return rows[0]!.count;
};

describe("a school taken out", () => {
  test("is a whole ZIP to the system's own tool, with every row of every table", async () => {
    expect(execFileSync("unzip", ["-tq", file]).toString()).toMatch(/No errors/);
    let filled = 0;
    for (const { name } of ARCHIVED_TABLES) {
      const lines = unzipped(file, `records/${name}.jsonl`).split("\n").filter(Boolean);
      expect([name, lines.length]).toEqual([name, await rowCount(pool, name, ours.owner.schoolId)]);
      if (lines.length > 0) filled += 1;
    }
    expect(filled).toBeGreaterThan(20);
  });

  test("has no password, session, address to sign in or token in it", () => {
    const everything = ARCHIVED_TABLES.map(({ name }) =>
      unzipped(file, `records/${name}.jsonl`),
    ).join("");
    expect(everything).not.toMatch(/argon2|token|example\.org|"user_id"/);
    expect(execFileSync("unzip", ["-l", file]).toString()).not.toMatch(/session|account|join_link/);
  });

  test("its tables read as CSV by PostgreSQL give the same rows", () => {
    for (const name of ["reading", "verdict", "exercise_revision", "piece"]) {
      const path = join(folder, `${name}.csv`);
      writeFileSync(path, unzipped(file, `tables/${name}.csv`), { mode: 0o644 });
      const columns = readFileSync(path, "utf8").split("\r\n", 1)[0]!.split(",");
      const fields = columns.map((column) => `"${column}"`);
      // An independent reader: the server's own COPY.
      const out = execFileSync("psql", [
        ...[`${process.env.TEST_DATABASE_URL}/postgres`, "-qAtX", "-v", "ON_ERROR_STOP=1"],
        ...[
          "-c",
          `create temp table read_back (${fields.map((field) => `${field} text`).join(", ")})`,
        ],
        ...["-c", `\\copy read_back from '${path}' with (format csv, header)`],
        ...["-c", `select json_build_array(${fields.join(", ")}) from read_back`],
      ]);
      const found = out
        .toString()
        .split("\n")
        .filter(Boolean)
        .map((line) => JSON.parse(line) as unknown);
      const meant = unzipped(file, `records/${name}.jsonl`)
        .split("\n")
        .filter(Boolean)
        .map((line) => JSON.parse(line) as Record<string, unknown>);
      const text = (value: unknown) =>
        value === null || typeof value === "string" ? value : JSON.stringify(value);
      const sorted = (rows: unknown[]) => rows.map((row) => JSON.stringify(row)).sort();
      expect(sorted(found)).toEqual(
        sorted(meant.map((row) => columns.map((one) => text(row[one])))),
      );
    }
  });

  test("one person's has theirs and nobody else's pieces", async () => {
    const { personId } = ours.learner;
    const own = await takenOut("person.zip", { personId });
    const pieces = unzipped(own, "records/piece.jsonl").split("\n").filter(Boolean);
    expect(pieces.length).toBeGreaterThan(3);
    for (const line of pieces) expect(JSON.parse(line)).toMatchObject({ learner_id: personId });
    const people = unzipped(own, "records/person.jsonl").split("\n").filter(Boolean);
    expect(people).toHaveLength(1);
    // What the record as signed lacks: pieces still open, faults, tries.
    const open = pieces.filter(
      (line) => !ours.rows.verdict.some(({ pieceId }) => line.includes(pieceId)),
    );
    expect(open.length).toBeGreaterThan(0);
    expect(unzipped(own, "records/reading.jsonl").length).toBeGreaterThan(100);
    await expect(inArchive(own, (archive) => putIn(database, archive, {}))).rejects.toMatchObject({
      problem: { code: "archive-of-person" },
    });
  });
});

test("where the reader goes away, or a query fails, it ends, and holds no connection", async () => {
  const { schoolId, schoolName } = ours.owner;
  const begun = () => writeArchive(inSchool(database, schoolId), { schoolId }, { schoolName });
  const gone = begun();
  gone.stream.once("data", () => gone.stream.destroy());
  await expect(gone.done).rejects.toThrow();
  const killed = begun();
  killed.stream.once("data", () => {
    void pool.query(
      "select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid() and state <> 'idle'",
    );
  });
  killed.stream.on("error", () => undefined).resume();
  await expect(killed.done).rejects.toThrow();
  const { rows } = await pool.query<{ open: number }>(
    "select count(*)::int as open from pg_stat_activity where datname = current_database() and state like 'idle in%'",
  );
  expect(rows[0]!.open).toBe(0);
});

describe("put in", () => {
  test("into another installation and taken out again it is the same, file by file", async () => {
    const other = await openTestDatabase("archive_other");
    try {
      const put = await inArchive(file, (archive) => putIn(other.database, archive));
      expect(put).toMatchObject({ schoolId: ours.owner.schoolId, hasNewIds: false });
      expect(put.pieces).toBe(await rowCount(pool, "piece", ours.owner.schoolId));
      const again = await takenOut("again.zip", { of: other.database });
      const sums = (path: string) =>
        (JSON.parse(unzipped(path, "manifest.json")) as { files: object }).files;
      expect(sums(again)).toEqual(sums(file));
    } finally {
      await other.pool.end();
    }
  });

  test("a text with separators of lines and paragraphs in it comes back as it was", async () => {
    const summary = "one\u2028two\u2029three\nfour\r\nfive";
    const [of] = await database
      .update(technique)
      .set({ summary })
      .where(eq(technique.id, ours.rows.technique[0]!.id))
      .returning({ id: technique.id });
    const path = await takenOut("separators.zip");
    await inArchive(path, (archive) => putIn(database, archive, { isTrial: true }));
    const text = await inArchive(path, async ({ lines }) => {
      for await (const line of lines("records/technique.jsonl")) {
        const row = JSON.parse(line) as { id: string; summary: string };
        if (row.id === of!.id) return row.summary;
      }
      return null;
    });
    expect(text).toBe(summary);
  });

  test("where it is already, it is another school with its own ids, and the first is untouched", async () => {
    const trial = await inArchive(file, (archive) => putIn(database, archive, { isTrial: true }));
    expect(trial).toMatchObject({ hasNewIds: true });
    expect(await rowCount(pool, "piece", trial.schoolId)).toBe(0);
    await expect(inArchive(file, (archive) => putIn(database, archive))).rejects.toMatchObject({
      problem: { code: "school-name-taken" },
    });
    const { schoolId } = await inArchive(file, (archive) =>
      putIn(database, archive, { name: "Second Harbour" }),
    );
    const signature = async (id: string) => {
      const { rows } = await pool.query(
        `select (select count(*)::int from verdict where school_id = $1) as verdicts,
          (select sum(v::numeric)::text from reading, unnest(values) v where school_id = $1) as values,
          (select string_agg(name, ',' order by name) from person where school_id = $1) as people,
          (select count(*)::int from standing_evidence where school_id = $1) as evidence`,
        [id],
      );
      return rows[0] as object;
    };
    expect(await signature(schoolId)).toEqual(await signature(ours.owner.schoolId));
    const { rows } = await pool.query(
      "select 1 from piece p join piece q using (id) where p.school_id = $1 and q.school_id = $2",
      [schoolId, ours.owner.schoolId],
    );
    expect(rows).toEqual([]);
  });
});

describe("an unused school starts from an archive", () => {
  /** The owner of a new school, signed up. */
  const founder = async (of: Database, schoolName: string, ownerName = "Renske Holm") => {
    const { joinPath } = await createSchool(of, {
      ...{ name: schoolName, ownerName, cohortName: "Mondays", secret: SECRET },
    });
    const email = `${newId()}@example.org`;
    const token = joinPath.replace("/join/", "");
    const { personId } = (await findInvited(of, token))!;
    await joinSchool(of, { token, email, password: "kelp over granite" });
    const [held] = await of.select().from(person).where(eq(person.id, personId));
    const userId = held!.userId!;
    return { userId, actor: (await findActor(of, userId))! };
  };
  const start = (of: Database, actor: Actor, name?: string) =>
    inArchive(file, (archive) => startFromArchive(of, actor, archive, name));

  test("in another installation: it is as taken out, and its owner of the same name signs in as before", async () => {
    const other = await openTestDatabase("archive_start");
    try {
      // By the same name as the one in the archive.
      const { userId, actor } = await founder(other.database, ours.owner.schoolName);
      expect(await isUnused(inSchool(other.database, actor.schoolId), actor)).toBe(true);
      const started = await start(other.database, actor);
      expect(started).toEqual({
        schoolName: ours.owner.schoolName,
        ownerName: "Renske Holm",
        pieces: await rowCount(pool, "piece", ours.owner.schoolId),
      });
      expect(await findActor(other.database, userId)).toMatchObject({
        ...{ personId: ours.owner.personId, schoolId: ours.owner.schoolId, role: "owner" },
      });
      const { rows } = await other.pool.query("select name from school");
      expect(rows).toEqual([{ name: ours.owner.schoolName }]);
      expect(await rowCount(other.pool, "audit_event", actor.schoolId)).toBe(0);
      // Who has started can't again.
      const again = (await findActor(other.database, userId))!;
      await expect(start(other.database, again)).rejects.toMatchObject({
        problem: { code: "school-in-use" },
      });
      await expect(start(other.database, actor)).rejects.toMatchObject({
        problem: { code: "school-in-use" },
      });
    } finally {
      await other.pool.end();
    }
  });

  test("beside the school itself only under another name, by an owner of another name", async () => {
    const { userId, actor } = await founder(database, "Groyne Smithy", "Edda Reef");
    const before = await fingerprint(pool);
    await expect(start(database, actor)).rejects.toMatchObject({
      problem: { code: "school-name-taken" },
    });
    expect(await fingerprint(pool)).toBe(before);
    const started = await start(database, actor, "Groyne Smithy");
    expect(started).toMatchObject({ schoolName: "Groyne Smithy", ownerName: "Renske Holm" });
    const found = (await findActor(database, userId))!;
    expect(found).toMatchObject({ name: "Renske Holm", schoolName: "Groyne Smithy" });
    expect(found.schoolId).not.toBe(ours.owner.schoolId);
    expect(await findActor(database, userId)).not.toMatchObject({
      personId: ours.owner.personId,
    });
  });

  test("what was entered in a school is never replaced", async () => {
    const { actor } = await founder(database, "Wharf Smithy");
    const refusal = async () => {
      expect(await isUnused(inSchool(database, actor.schoolId), actor)).toBe(false);
      await expect(start(database, actor, "Wharf anew")).rejects.toMatchObject({
        problem: { code: "school-in-use" },
      });
    };
    expect(await isUnused(inSchool(database, actor.schoolId), actor)).toBe(true);
    const { schoolId, personId } = actor;
    const [of] = await database.select().from(technique).where(eq(technique.schoolId, schoolId));
    const [mondays] = await database.select().from(cohort).where(eq(cohort.schoolId, schoolId));
    const id = newId();
    const entered: [PgTable, object][] = [
      [person, { name: "Tilda Groyne" }],
      [exercise, { techniqueId: of!.id, step: 1, name: "Wharf pin" }],
      [
        classDay,
        {
          ...{ cohortId: mondays!.id, day: "2026-12-07", begins: "18:30", minutes: 120 },
          ...{ hearths: 1, plannedBy: personId },
        },
      ],
      [fire, { name: "1", places: 1, welds: false }],
      [rackBar, { section: {}, stock: "12 square", lengthMm: 3000, count: 1 }],
      [curriculumRevision, { number: 2, content: {}, publishedBy: personId }],
    ];
    for (const [table, values] of entered) {
      await database.insert(table).values({ id, schoolId, ...values });
      await refusal();
      await database.transaction(async (tx) => {
        await tx.execute(sql`set local bell_step.amending = 'on'`);
        await tx.execute(sql`delete from ${table} where id = ${id}`);
      });
      expect(await isUnused(inSchool(database, schoolId), actor)).toBe(true);
    }
    expect(await isUnused(inSchool(database, ours.owner.schoolId), ours.owner)).toBe(false);
    await expect(start(database, ours.owner, "Ours anew")).rejects.toMatchObject({
      problem: { code: "school-in-use" },
    });
  });

  test("an archive of a school without an owner is refused, and everything is as it was", async () => {
    const { actor } = await founder(database, "Lock Smithy");
    const before = await fingerprint(pool);
    const archive = await openArchive(file);
    const withoutOwner = {
      ...archive,
      lines: async function* (name: string) {
        for await (const line of archive.lines(name))
          yield name === "records/membership.jsonl"
            ? line.replace('"role":"owner"', '"role":"assistant"')
            : line;
      },
    };
    await expect(startFromArchive(database, actor, withoutOwner, "Other")).rejects.toMatchObject({
      problem: { code: "archive-altered" },
    });
    archive.close();
    expect(await fingerprint(pool)).toBe(before);
  });
});

describe("what can't be put in is told, and nothing is", () => {
  const altered = async (name: string, change: (bytes: Buffer) => Buffer) => {
    const path = join(folder, name);
    writeFileSync(path, change(await readFile(file)));
    return path;
  };
  /** The archive with one of its files replaced, and the manifest as it was. */
  const replaced = (name: string, inside: string, text: string) => {
    const path = join(folder, name);
    const work = mkdtempSync(join(folder, "work-"));
    execFileSync("cp", [file, path]);
    const target = join(work, inside);
    execFileSync("mkdir", ["-p", join(target, "..")]);
    writeFileSync(target, text);
    execFileSync("zip", ["-q", path, inside], { cwd: work });
    return path;
  };

  test("cut off", async () => {
    for (const part of [0, 0.3, 0.99])
      expect(
        await refused(await altered("cut.zip", (all) => all.subarray(0, all.length * part))),
      ).toBe("archive-unreadable");
  });

  /** Every file in an archive, one after the other, as the system's own tool has them. */
  const contentsOf = (path: string): Buffer =>
    spawnSync("unzip", ["-p", path], { maxBuffer: 500_000_000 }).stdout;

  test("altered: a byte turned, a reading improved, a file too many, a file that is missing", async () => {
    let told = 0;
    for (let at = 1; at <= 12; at += 1) {
      const path = await altered("turned.zip", (all) => {
        const copy = Buffer.from(all);
        const place = Math.floor((copy.length * at) / 13);
        copy[place] = copy[place]! ^ 0x55;
        return copy;
      });
      if ((await refused(path)) !== "read") told += 1;
      // A few bytes of a ZIP say nothing of what is in it: the hour a file was written.
      else expect(contentsOf(path).equals(contentsOf(file))).toBe(true);
    }
    expect(told).toBeGreaterThanOrEqual(10);
    const readings = unzipped(file, "records/reading.jsonl");
    const better = readings.replace(/"values":\[[^\]]*\]/, '"values":[8]');
    expect(better).not.toBe(readings);
    expect(await refused(replaced("better.zip", "records/reading.jsonl", better))).toBe(
      "archive-altered",
    );
    expect(await refused(replaced("more.zip", "records/more.jsonl", "{}\n"))).toBe(
      "archive-altered",
    );
    const less = await altered("less.zip", (all) => all);
    execFileSync("zip", ["-qd", less, "records/photo.jsonl"]);
    expect(await refused(less)).toBe("archive-altered");
  });

  test("larger, unpacked, than is taken", async () => {
    const { files } = JSON.parse(unzipped(file, "manifest.json")) as {
      files: Record<string, { bytes: number }>;
    };
    const own = Object.values(files).reduce((sum, { bytes }) => sum + bytes, 0);
    const sizeMb = (own + unzipped(file, "manifest.json").length) / 1_000_000;
    const openAt = (maxMb: number) =>
      openArchive(file, maxMb).then(
        (archive) => archive.close(),
        ({ problem }: { problem: { code: string } }) => problem.code,
      );
    expect(await openAt(sizeMb + 0.001)).toBeUndefined();
    expect(await openAt(sizeMb - 0.001)).toBe("archive-too-large");
  });

  test("a line that never ends", async () => {
    const endless = replaced("endless.zip", "records/defect.jsonl", "x".repeat(21_000_000));
    const manifest = JSON.parse(unzipped(file, "manifest.json")) as { files: object };
    const text = JSON.stringify({
      ...manifest,
      files: {
        ...manifest.files,
        "records/defect.jsonl": {
          ...{ bytes: 21_000_000, rows: 1 },
          sha256: createHash("sha256").update("x".repeat(21_000_000)).digest("hex"),
        },
      },
    });
    execFileSync("mkdir", ["-p", join(folder, "endless")]);
    writeFileSync(join(folder, "endless", "manifest.json"), text);
    execFileSync("zip", ["-q", endless, "manifest.json"], { cwd: join(folder, "endless") });
    await expect(
      inArchive(endless, (archive) => putIn(database, archive, { isTrial: true })),
    ).rejects.toMatchObject({ problem: { code: "archive-altered" } });
  });

  test("of a newer version, of another format, no archive at all", async () => {
    const manifest = JSON.parse(unzipped(file, "manifest.json")) as object;
    const withManifest = (change: object) =>
      refused(
        replaced("manifest.zip", "manifest.json", JSON.stringify({ ...manifest, ...change })),
      );
    expect(await withManifest({})).toBe("read");
    expect(await withManifest({ schema: SCHEMA_VERSION + 1 })).toBe("archive-newer");
    expect(await withManifest({ format: "other/1" })).toBe("format-version");
    expect(await withManifest({ files: 7 })).toBe("archive-unreadable");
    const path = join(folder, "text.zip");
    writeFileSync(path, "not a zip");
    expect(await refused(path)).toBe("archive-unreadable");
  });

  test("rows of another school, though the checksums are right", async () => {
    const other = newId();
    const line = unzipped(file, "records/cohort.jsonl").split("\n")[0]!;
    const archive = await openArchive(file);
    const forged = {
      ...archive,
      lines: (name: string) =>
        name === "records/cohort.jsonl"
          ? (async function* () {
              yield await Promise.resolve(line.replace(ours.owner.schoolId, other));
            })()
          : archive.lines(name),
    };
    await expect(putIn(database, forged, { isTrial: true })).rejects.toMatchObject({
      problem: { code: "archive-altered" },
    });
    archive.close();
  });
});
