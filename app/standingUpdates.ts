import { school } from "@/data/schema";
import { updateStandings } from "@/data/standingUpdate";
import { kindOfError, log } from "./log";
import { services } from "./server";

/** After starting, and then so often, ms. */
const FIRST_MS = 5_000;
const AGAIN_MS = 120_000;

/** Takes up the working out of standings that a server left off when it ended, as long as this one runs. */
export function scheduleStandingUpdates(): void {
  const failed = (error: unknown) =>
    log.error({ what: "standing updates", error: kindOfError(error) });
  const takeUp = async () => {
    const { database } = services();
    for (const { id } of await database.select({ id: school.id }).from(school))
      await updateStandings(database, id).catch(failed);
  };
  const again = async () => {
    await takeUp().catch(failed);
    setTimeout(() => void again(), AGAIN_MS).unref();
  };
  setTimeout(() => void again(), FIRST_MS).unref();
}
