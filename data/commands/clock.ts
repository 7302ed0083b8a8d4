/** A device's clock may be this far off without being put right: the way here takes time too. */
const FAIR_MS = 5_000;

/**
 * How far a device's clock is behind the server's, from the time it gave when it sent;
 * nothing where it said none, or is near enough.
 *
 * @returns milliseconds to add to the device's times
 */
export function clockOffMs(sentAt: string | null, now = Date.now()): number {
  const sent = sentAt === null ? NaN : Date.parse(sentAt);
  const off = now - sent;
  return Number.isFinite(off) && Math.abs(off) > FAIR_MS ? off : 0;
}

/** A time a device gave, by the server's clock, and never after now. */
export const byServerClock = (given: string, offMs: number, now = Date.now()): Date =>
  new Date(Math.min(now, Date.parse(given) + offMs));
