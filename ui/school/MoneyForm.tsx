"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { PEOPLE_COMMANDS } from "@/core/records/peopleCommands";
import { FormDone, FormError } from "../forms/Field";
import { useCommand } from "../useCommand";

/** The school's money, and what a fire's fuel costs for a class. Prices of bars stand on the rack. */
export function MoneyForm({
  currency,
  fuelPrice,
  currencies,
}: {
  currency: string;
  fuelPrice: number | null;
  currencies: readonly string[];
}) {
  const router = useRouter();
  const { send, busy, error, setError } = useCommand();
  const [coin, setCoin] = useState(currency);
  const [fuel, setFuel] = useState(fuelPrice === null ? "" : String(fuelPrice));
  const [done, setDone] = useState<string | null>(null);
  const save = async () => {
    setDone(null);
    const typed = fuel.trim().replace(",", ".");
    const read = PEOPLE_COMMANDS["set-money"].safeParse({
      currency: coin.trim().toUpperCase(),
      fuelPrice: typed === "" ? null : Number(typed),
    });
    if (!read.success) return setError(read.error.issues[0]!.message);
    if (!currencies.includes(read.data.currency))
      return setError(`${read.data.currency} is no currency of ISO 4217.`);
    if (!(await send("set-money", read.data)).ok) return;
    setDone("Kept.");
    router.refresh();
  };
  return (
    <form
      className="text-15"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <FormError>{error}</FormError>
      <FormDone>{done}</FormDone>
      <div className="grid grid-cols-[72px_minmax(0,1fr)_auto] items-end gap-2">
        <label className="block text-13 text-ink-2">
          Currency
          <input
            className="field mt-1 text-15"
            list="currencies"
            maxLength={3}
            value={coin}
            onChange={({ target }) => setCoin(target.value)}
          />
          <datalist id="currencies">
            {currencies.map((one) => (
              <option key={one} value={one} />
            ))}
          </datalist>
        </label>
        <label className="block text-13 text-ink-2">
          Fuel, a fire and class
          <input
            className="field mt-1 text-15"
            inputMode="decimal"
            value={fuel}
            onChange={({ target }) => setFuel(target.value)}
          />
        </label>
        <button type="submit" className="button" disabled={busy}>
          Keep
        </button>
      </div>
    </form>
  );
}
