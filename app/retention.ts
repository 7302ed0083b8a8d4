import { applyRetention } from "@/data/retention";
import { kindOfError, log } from "./log";
import { services } from "./server";

/** After starting, and then so often, ms. */
const FIRST_MS = 60_000;
const AGAIN_MS = 6 * 3_600_000;

/** Forgets what schools don’t keep any longer, as long as the server runs. */
export function scheduleRetention(): void {
  const failed = (error: unknown) => log.error({ what: "retention", error: kindOfError(error) });
  const keep = async () => {
    await applyRetention(services().database, failed).catch(failed);
    setTimeout(() => void keep(), AGAIN_MS).unref();
  };
  setTimeout(() => void keep(), FIRST_MS).unref();
}
