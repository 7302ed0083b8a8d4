import { join } from "node:path";
import { parseArgs } from "node:util";
import { runJson, runSourceJson } from "./bench/runJson.mjs";
import { ensureChromium, ensureNpmPackages, ensurePostgres } from "./setup/packages.mjs";
import { ROOT } from "./setup/places.mjs";
import { freePortFrom } from "./setup/ports.mjs";
import { startPostgres } from "./setup/postgres.mjs";
import { run } from "./setup/run.mjs";
import { main } from "./setup/say.mjs";

/**
 * `npm run bench`: the numbers the product promises, measured in one run, an hour of it. `-- --json`
 * prints one object, `-- --pictures 20` draws fewer pieces to photograph: by default as many that
 * 300 are measured, since no mat has room for some and some are refused.
 */
const { json: asJson, pictures: pictureCount } = parseArgs({
  options: {
    json: { type: "boolean", default: false },
    pictures: { type: "string", default: "336" },
  },
}).values;

/** Pictures with something wrong with them. */
const SPOILED_PICTURES = 200;

const atLeast = (value, unit, limit) => ({ value, unit, limit: `≥ ${limit}`, ok: value >= limit });
/** A figure without a promise. */
const said = (value, unit) => ({ value, unit, limit: "for the record", ok: true });
const atMost = (value, unit, limit) => ({ value, unit, limit: `≤ ${limit}`, ok: value <= limit });

await main(async () => {
  const log = console.log;
  if (asJson) process.stdout.write = process.stderr.write.bind(process.stderr);
  await ensurePostgres();
  await ensureChromium();
  await ensureNpmPackages();
  const { appEnvironment, buildApp, serveApp } = await import("./setup/next.mjs");
  const { ensureDatabase } = await import("./setup/database.mjs");
  const { measurePages } = await import("./bench/pages.mjs");
  const { measureCohort } = await import("./bench/cohort.mjs");
  const { measureFloor, someLearner } = await import("./bench/floor.mjs");
  const core = await runJson("scripts/bench/core.ts", process.env);
  const { largePlans, stagedPlans, calibration } = await runJson(
    "scripts/bench/plan.ts",
    process.env,
  );
  const { unfinished, mixed, perSecond } = await runJson("scripts/bench/advice.ts", process.env);
  const evening = await runJson("scripts/bench/evening.ts", process.env);
  const pictures = runSourceJson("scripts/bench/pictures.ts", process.env, pictureCount);
  const spoiled = runSourceJson(
    "scripts/bench/spoiled.ts",
    process.env,
    String(Math.min(SPOILED_PICTURES, Number(pictureCount))),
  );
  const refused = Object.values(pictures.refused).reduce((sum, one) => sum + one, 0);
  const offOf = (measure) => pictures.measures[measure]?.meanOff ?? Infinity;
  const share = (of, all) => Math.round((1000 * of) / Math.max(1, all)) / 10;
  const postgres = await startPostgres("test");
  try {
    const benchUrl = await ensureDatabase(postgres.url, "bell_step_bench", { fresh: true });
    const reading = await runJson("scripts/bench/reading.ts", {
      ...process.env,
      DATABASE_URL: benchUrl,
    });
    const shelfUrl = await ensureDatabase(postgres.url, "bell_step_bench_shelf", { fresh: true });
    const shelf = await runJson("scripts/bench/shelf.ts", {
      ...process.env,
      DATABASE_URL: shelfUrl,
    });
    const floorUrl = await ensureDatabase(postgres.url, "bell_step_bench_floor", { fresh: true });
    const floorPage = await runJson("scripts/bench/floorPage.ts", {
      ...process.env,
      DATABASE_URL: floorUrl,
    });
    const climbUrl = await ensureDatabase(postgres.url, "bell_step_bench_climb", { fresh: true });
    const { small, large } = await runJson("scripts/bench/climb.ts", {
      ...process.env,
      DATABASE_URL: climbUrl,
    });
    const archive = await runJson("scripts/bench/archive.ts", {
      ...process.env,
      DATABASE_URL: climbUrl,
    });
    const databaseUrl = await ensureDatabase(postgres.url, "bell_step_bench_pages", {
      fresh: true,
    });
    const port = await freePortFrom(3410);
    const environment = (databaseUrl, at = port) =>
      appEnvironment({
        databaseUrl,
        port: at,
        dist: ".next-test",
        BELL_STEP_DEMO: "1",
        BELL_STEP_LOG: "silent",
        BELL_STEP_SIGN_IN_LIMIT: "1000",
      });
    const env = environment(databaseUrl);
    await run(join(ROOT, "node_modules/.bin/tsx"), ["scripts/seed-demo.ts"], {
      cwd: ROOT,
      env,
      stdio: "ignore",
    });
    await buildApp(env, { quiet: true });
    const app = await serveApp(env, port);
    const address = `http://127.0.0.1:${port}`;
    const pages = await measurePages(address).catch(async (error) => {
      await app.stop();
      throw error;
    });
    // A second process on the same database, as a school would run two.
    const besidePort = await freePortFrom(port + 1);
    const beside = await serveApp(environment(databaseUrl, besidePort), besidePort);
    const { classId } = pages;
    const floor = await someLearner(databaseUrl, classId)
      .then((learnerId) =>
        measureFloor([address, `http://127.0.0.1:${besidePort}`], { classId, learnerId }),
      )
      .finally(() => Promise.all([app.stop(), beside.stop()]));
    const largeApp = await serveApp(environment(climbUrl), port);
    const grid = await measureCohort(address).finally(() => largeApp.stop());
    report({
      "plans in the core": atLeast(core.plans, "a second", 5000),
      "the machine itself: steps of bare arithmetic": said(calibration, "million a second"),
      "plans of 20 stretches and 12 features": atLeast(largePlans, "a second", 2000),
      "the same with every stage": atLeast(stagedPlans, "a second", 1000),
      "verdicts in the core": atLeast(core.verdicts, "a second", 20000),
      "verdicts with their causes": atLeast(core.withCauses, "a second", 10000),
      "True by margin, pieces of those three in a row take": atMost(
        100 * core.margin.piecesShare,
        "%",
        85,
      ),
      "the same risk: more taken of whoever is to be held off": atMost(
        100 * core.margin.moreTaken,
        "in a hundred",
        2,
      ),
      "unfinished pieces told another heat": atLeast(
        share(unfinished.anotherHeat, unfinished.off),
        "%",
        99,
      ),
      "the same, keeps once the advice was followed": atLeast(
        share(unfinished.kept, unfinished.anotherHeat),
        "%",
        95,
      ),
      "the same, every size as it was foretold": atLeast(
        share(unfinished.right, unfinished.anotherHeat),
        "%",
        100,
      ),
      "pieces wrong both ways, keeps once followed": atLeast(
        share(mixed.kept, mixed.anotherHeat),
        "%",
        95,
      ),
      "the same, every size as it was foretold ": atLeast(
        share(mixed.right, mixed.anotherHeat),
        "%",
        100,
      ),
      "sizes that go out and no line said so": atMost(
        unfinished.unsaid + mixed.unsaid,
        "pieces",
        0,
      ),
      "told start again, and a long search saves them": atMost(
        share(mixed.saved, mixed.searched),
        "%",
        5,
      ),
      "verdicts with advice on such pieces": atLeast(perSecond, "a second", 2000),
      "cut list of 299 pieces in 13 lengths, 20 offcuts": atMost(
        evening.largeCutlistMs,
        "ms",
        2000,
      ),
      "cut list of 20 pieces, 8 offcuts": atMost(evening.smallCutlistMs, "ms", 200),
      "the same two: bars more than their bound": said(evening.overBound, "bars"),
      "evening of 12 learners, six fires, planned": atMost(evening.eveningMs, "ms", 2000),
      "the same planned anew at its middle, a fire out": atMost(evening.middleMs, "ms", 1000),
      "evening of 40 learners, 12 fires, planned": atMost(evening.largeEveningMs, "ms", 10_000),
      "a whole evening as one PDF, printed anew": atMost(pages.eveningPdfMs, "ms", 3000),
      "the floor's page, the server's time, median": said(floorPage.oursMs, "ms"),
      "the same, against bare SQL for the same rows  ": atMost(
        floorPage.oursMs / floorPage.bareMs,
        "times",
        2,
      ),
      "JavaScript of the floor beyond the shell": atMost(pages.floorBytes / 1000, "KB gzip", 60),
      "a tap seen on 40 devices, two processes, median": said(floor.median, "ms"),
      "the same, 95th percentile": atMost(floor.p95, "ms", 1000),
      "a picture of twelve megapixels, measured, median": atMost(pictures.medianSeconds, "s", 3),
      "pictures measured": said(pictures.pictures - refused, "pictures"),
      "pictures refused": said(refused, "pictures"),
      "widths off, on the average": atMost(offOf("thickness"), "mm", 0.15),
      "diameters off, on the average": atMost(offOf("diameter"), "mm", 0.15),
      "lengths off, on the average": atMost(offOf("length"), "mm", 0.3),
      "angles off, on the average": atMost(offOf("angle"), "°", 0.5),
      "pitch of a twist off, on the average": atMost(offOf("pitch"), "mm", 0.5),
      "values within what was stated": atLeast(100 * pictures.held, "%", 93),
      "sizes decided otherwise than by the caliper": atMost(
        (100 * pictures.decisions.otherwise) /
          (pictures.decisions.otherwise + pictures.decisions.same),
        "%",
        1,
      ),
      "spoiled pictures refused": said(spoiled.refused, "pictures"),
      "spoiled pictures read right all the same": said(spoiled.right, "pictures"),
      "spoiled pictures read wrong": atMost(spoiled.wrong, "pictures", 0),
      "a picture in the browser: tasks of the page over 50 ms": atMost(
        pages.byPicture.tasks,
        "tasks",
        0,
      ),
      "the same, from the picture to its readings": said(pages.byPicture.seconds, "s"),
      "reading saved, against bare INSERT + SELECT": atMost(
        reading.oursMs / reading.bareMs,
        "times",
        3,
      ),
      "of a saved reading, the wall between schools": atMost(
        (100 * reading.costMs) / reading.walledMs,
        "%",
        5,
      ),
      "shelf of 5,000 searched, slowest of six searches": atMost(shelf.oursMs, "ms", 50),
      "the same, against bare SQL for the same rows": atMost(shelf.ratio, "times", 2),
      "a school of 200 learners: pieces": atLeast(large.pieces, "pieces", 50_000),
      "the same: readings": atLeast(large.readings, "readings", 300_000),
      "the same school out as an archive": atMost(archive.outSeconds, "s", 60),
      "the same, the most memory": atMost(archive.outMb, "MB", 300),
      "the same: the archive": said(archive.zipMb, "MB"),
      "put in again, every row compared, and undone": said(archive.inSeconds, "s"),
      "cohort of 200, the server's time, 95th percentile": atMost(large.cohort.p95, "ms", 150),
      "the cohort, against bare SQL for the same rows": atMost(large.cohortRatio, "times", 2),
      "cohort on the screen: learners": atLeast(grid.learners, "learners", 200),
      "the same, scrolled": atLeast(grid.scrolling, "frames/s", 55),
      "the same, while it is put in another order": atLeast(
        grid.sorting.framesASecond,
        "frames/s",
        55,
      ),
      "the same, from another order chosen to the whole of it, median": said(
        grid.sorting.medianMs,
        "ms",
      ),
      "a learner's page, the server's time, 95th percentile": atMost(large.learner.p95, "ms", 60),
      "a class of 70, what everybody makes next, the server's time, 95th percentile": atMost(
        large.classPlan.p95,
        "ms",
        300,
      ),
      "signing a piece with all that follows, 95th percentile": atMost(large.sign.p95, "ms", 60),
      "cohort at ten times the pieces": atMost(large.cohort.p95 / small.cohort.p95, "times", 10),
      "a learner's page at ten times the pieces": atMost(
        large.learner.p95 / small.learner.p95,
        "times",
        10,
      ),
      "signing at ten times the pieces": atMost(large.sign.p95 / small.sign.p95, "times", 10),
      "all standings from scratch": atMost(large.recomputeMs / 1000, "s", 20),
      "first-load JavaScript of the bench": atMost(pages.benchBytes / 1000, "KB gzip", 250),
      "first-load JavaScript of the learner's page": atMost(
        pages.learnerBytes / 1000,
        "KB gzip",
        180,
      ),
      "JavaScript of the designer beyond the shell": atMost(
        pages.designerBytes / 1000,
        "KB gzip",
        170,
      ),
      "a drag step in the designer, median": atMost(pages.editMs.median, "ms", 16),
      "a drag step in the designer, 95th percentile": atMost(pages.editMs.p95, "ms", 33),
      "a sheet as PDF": atMost(pages.sheetMs, "ms", 400),
      "reading to judgement in the browser, median": atMost(pages.judgementMs.median, "ms", 50),
      "reading to judgement in the browser, 95th percentile": atMost(
        pages.judgementMs.p95,
        "ms",
        50,
      ),
      "a piece taken in by keys: readings": atLeast(pages.takeIn.readings, "readings", 14),
      "the same: longest a key kept the page from answering": atMost(
        pages.takeIn.longestKey,
        "ms",
        50,
      ),
      "the same: longest task besides": atMost(pages.takeIn.longestTask, "ms", 50),
    });
  } finally {
    await postgres.stop();
  }

  function report(rows) {
    if (asJson) return (log.call(console, JSON.stringify(rows)), process.stderr.write(""));
    for (const [name, { value, unit, limit, ok }] of Object.entries(rows)) {
      const figure = value >= 100 ? Math.round(value).toLocaleString("en") : value.toFixed(2);
      process.stdout.write(
        `${ok ? "✓" : "✕"} ${name.padEnd(58)} ${figure.padStart(9)} ${unit.padEnd(9)} (${limit})\n`,
      );
    }
    if (Object.values(rows).some(({ ok }) => !ok)) process.exitCode = 1;
  }
});
