"use client";

import { useRouter } from "next/navigation";
import { FormError } from "../forms/Field";
import { useCommand } from "../useCommand";

const CHOICES = [
  { days: 90, words: "three months" },
  { days: 365, words: "a year" },
  { days: 730, words: "two years" },
  { days: 1825, words: "five years" },
  { days: 3650, words: "ten years" },
] as const;

/** How long it is kept what was done. What is older goes at once. */
export function KeepEventsForm({ eventDays }: { eventDays: number }) {
  const router = useRouter();
  const { send, busy, error } = useCommand();
  const keep = async (days: number) => {
    if ((await send("keep-events", { eventDays: days })).ok) router.refresh();
  };
  const isListed = CHOICES.some(({ days }) => days === eventDays);
  return (
    <label className="block w-56 text-13 text-ink-2">
      Kept for
      <select
        className="field mt-1 text-15"
        value={eventDays}
        disabled={busy}
        onChange={({ target }) => void keep(Number(target.value))}
      >
        {isListed ? null : <option value={eventDays}>{eventDays} days</option>}
        {CHOICES.map(({ days, words }) => (
          <option key={days} value={days}>
            {words}
          </option>
        ))}
      </select>
      <FormError>{error}</FormError>
    </label>
  );
}
