"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { useCommand } from "../useCommand";
import { FormDone, FormError } from "../forms/Field";

/** Whose clock the school goes by. */
export function TimeZoneForm({ timeZone, zones }: { timeZone: string; zones: readonly string[] }) {
  const router = useRouter();
  const { send, busy, error } = useCommand();
  const [chosen, setChosen] = useState(timeZone);
  const [done, setDone] = useState<string | null>(null);
  const save = async () => {
    const answer = await send("set-time-zone", { timeZone: chosen });
    setDone(answer.ok ? `The school goes by the clock of ${chosen}.` : null);
    if (answer.ok) router.refresh();
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <FormError>{error}</FormError>
      <FormDone>{done}</FormDone>
      <div className="flex items-end gap-2">
        <label className="block min-w-0 grow text-13 text-ink-2">
          Time zone
          <input
            className="field mt-1 text-15"
            list="time-zones"
            value={chosen}
            onChange={({ target }) => setChosen(target.value)}
          />
          <datalist id="time-zones">
            {zones.map((zone) => (
              <option key={zone} value={zone} />
            ))}
          </datalist>
        </label>
        <button type="submit" className="button shrink-0" disabled={busy}>
          Go by it
        </button>
      </div>
    </form>
  );
}
