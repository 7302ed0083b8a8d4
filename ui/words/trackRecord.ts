import type { TrackRecord } from "@/core/climb/trackRecord";

/** Fewer known outcomes than this say nothing of how good a forecast is. */
const MIN_KNOWN = 10;

/** What the school's own record says of a kind of claim. */
export function trackRecordInWords({ of, expected, came, within }: TrackRecord): string {
  if (of < MIN_KNOWN) return `${of} known so far in this school: too few to say.`;
  const counts = `In this school ${came} of ${of} came so; ${expected.toFixed(0)} were to be expected, within ${Math.ceil(within)} by chance`;
  const off = came - expected;
  if (Math.abs(off) <= within) return `${counts}: as stated.`;
  return off < 0
    ? `${counts}: fewer than stated. Take it with a grain of salt here.`
    : `${counts}: more than stated. It is too careful here.`;
}
