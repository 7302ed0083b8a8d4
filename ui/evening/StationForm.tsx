"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { newId } from "../command";
import { useCommand } from "../useCommand";
import { FormError } from "../forms/Field";
import { TextField } from "./TextField";

interface KeptStation {
  id: string;
  name: string;
  places: number;
}

/** A place that heats nothing: what stands there, and how many work at it. */
export function StationForm({ station }: { station: KeptStation | null }) {
  const router = useRouter();
  const { send, busy, error } = useCommand();
  const empty = { name: "", places: "1" };
  const [entered, setEntered] = useState(
    station ? { name: station.name, places: String(station.places) } : empty,
  );
  const save = async () => {
    const fireId = station?.id ?? newId();
    const { name, places } = entered;
    const answer = await send("keep-station", { fireId, name, places: Number(places) });
    if (!answer.ok) return;
    if (!station) setEntered(empty);
    router.refresh();
  };
  const takeDown = async () => {
    const answer = await send("take-down-fire", { fireId: station!.id });
    if (answer.ok) router.refresh();
  };
  return (
    <form
      className="border-b border-rule px-3 py-3"
      aria-label={station ? station.name : "Another place"}
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <FormError>{error}</FormError>
      <div className="flex flex-wrap items-end gap-3">
        <TextField
          label="What stands there"
          value={entered.name}
          onChange={(name) => setEntered((was) => ({ ...was, name }))}
          width="w-48"
        />
        <TextField
          label="Places"
          value={entered.places}
          onChange={(places) => setEntered((was) => ({ ...was, places }))}
          width="w-16"
          isNumber
        />
        <button type="submit" className="button" disabled={busy}>
          {station ? "Save" : "Add it"}
        </button>
        {station ? (
          <button
            type="button"
            className="link min-h-11 px-2 text-13 text-ink-2"
            disabled={busy}
            onClick={() => void takeDown()}
          >
            take away
          </button>
        ) : null}
      </div>
    </form>
  );
}
