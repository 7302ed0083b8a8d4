import type { BenchInstrument } from "@/core/records/bench";

/** Whole days since a check ran out, by a date; none while it holds, or where there is nothing to check. */
export function daysOverdue(
  { checkedOn, checkEveryDays }: Pick<BenchInstrument, "checkedOn" | "checkEveryDays">,
  today: string,
): number {
  if (checkedOn === null) return 0;
  const days = (Date.parse(today) - Date.parse(checkedOn)) / 86_400_000;
  return Math.max(0, Math.floor(days) - checkEveryDays);
}
