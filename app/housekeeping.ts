import { refitForecastMaps } from "@/data/forecastMaps";
import { applyRetention } from "@/data/retention";
import { school } from "@/data/schema";
import { countSlips } from "@/data/slips";
import { updateStandings } from "@/data/standingUpdate";
import { kindOfError, log } from "./log";
import { services } from "./server";

/** What is done for every school beside answering: after the server started, and then so often, ms. */
interface Chore {
  what: string;
  firstMs: number;
  everyMs: number;
  run: (failed: (error: unknown) => void) => Promise<void>;
}

const HOUR_MS = 3_600_000;

const eachSchool =
  (work: (schoolId: string) => Promise<void>): Chore["run"] =>
  async (failed) => {
    for (const { id } of await services().database.select({ id: school.id }).from(school))
      await work(id).catch(failed);
  };

const CHORES: readonly Chore[] = [
  {
    what: "retention",
    ...{ firstMs: 60_000, everyMs: 6 * HOUR_MS },
    run: (failed) => applyRetention(services().database, failed),
  },
  {
    // What a server left off when it ended.
    what: "standing updates",
    ...{ firstMs: 5_000, everyMs: 120_000 },
    run: eachSchool((id) => updateStandings(services().database, id)),
  },
  {
    // Some seconds of work for a school, a few milliseconds at a time.
    what: "forecast maps",
    ...{ firstMs: HOUR_MS / 2, everyMs: 24 * HOUR_MS },
    run: eachSchool((id) => refitForecastMaps(services().database, id)),
  },
  {
    // Once a day for each school, within an hour of its letting inspections end early.
    what: "slips",
    ...{ firstMs: 120_000, everyMs: HOUR_MS },
    run: eachSchool((id) => countSlips(services().database, id, new Date())),
  },
];

/** Begins all of them; they go on as long as the server runs. */
export function scheduleChores(): void {
  for (const { what, firstMs, everyMs, run } of CHORES) {
    const failed = (error: unknown) => log.error({ what, error: kindOfError(error) });
    const again = async () => {
      await run(failed).catch(failed);
      setTimeout(() => void again(), everyMs).unref();
    };
    setTimeout(() => void again(), firstMs).unref();
  }
}
