"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { lengthSchema } from "@/core/units/schema";
import type { LengthUnit } from "@/core/units/length";
import { printMeasured } from "@/core/units/print";
import { newId } from "../command";
import { useCommand } from "../useCommand";
import { FormError } from "../forms/Field";
import { TextField } from "./TextField";

interface KeptFire {
  id: string;
  name: string;
  places: number;
  welds: boolean;
  evenHeatMm: number | null;
  openingMm: number | null;
  fuel: string;
}

/** A fire: what it is called, how many work at it, whether it welds and what fits into it. */
export function FireForm({ fire, unit }: { fire: KeptFire | null; unit: LengthUnit }) {
  const router = useRouter();
  const { send, busy, error, setError } = useCommand();
  const said = (mm: number | null | undefined) =>
    mm === null || mm === undefined ? "" : printMeasured(mm, "mm", unit);
  const empty = { name: "", places: "2", welds: false, even: "", opening: "", fuel: "" };
  const [entered, setEntered] = useState(
    fire
      ? {
          ...{ name: fire.name, places: String(fire.places), welds: fire.welds, fuel: fire.fuel },
          ...{ even: said(fire.evenHeatMm), opening: said(fire.openingMm) },
        }
      : empty,
  );
  const change = (field: keyof typeof empty) => (value: string) =>
    setEntered((was) => ({ ...was, [field]: value }));
  const read = (text: string): number | null | undefined => {
    if (text.trim() === "") return null;
    const length = lengthSchema({ unit, maxMm: 2000 }).safeParse(text);
    if (!length.success) setError(length.error.issues[0]!.message);
    return length.success ? length.data : undefined;
  };
  const save = async () => {
    const [evenHeatMm, openingMm] = [read(entered.even), read(entered.opening)];
    if (evenHeatMm === undefined || openingMm === undefined) return;
    const { name, welds, fuel } = entered;
    const places = Number(entered.places);
    const fireId = fire?.id ?? newId();
    const input = { fireId, name, places, welds, evenHeatMm, openingMm, fuel };
    const answer = await send("keep-fire", input);
    if (!answer.ok) return;
    if (!fire) setEntered(empty);
    router.refresh();
  };
  const takeDown = async () => {
    const answer = await send("take-down-fire", { fireId: fire!.id });
    if (answer.ok) router.refresh();
  };
  return (
    <form
      className="border-b border-rule px-3 py-3"
      aria-label={fire ? `Fire ${fire.name}` : "Another fire"}
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <FormError>{error}</FormError>
      <div className="flex flex-wrap items-end gap-3">
        <TextField label="Fire" value={entered.name} onChange={change("name")} width="w-20" />
        <TextField
          label="Places"
          value={entered.places}
          onChange={change("places")}
          width="w-16"
          isNumber
        />
        <label className="flex min-h-11 items-center gap-2 text-15">
          <input
            type="checkbox"
            className="size-5 accent-ink"
            checked={entered.welds}
            onChange={({ target }) => setEntered((was) => ({ ...was, welds: target.checked }))}
          />
          welds
        </label>
        <TextField
          label={`Even heat, ${unit}`}
          value={entered.even}
          onChange={change("even")}
          width="w-28"
        />
        <TextField
          label={`Opening, ${unit}`}
          value={entered.opening}
          onChange={change("opening")}
          width="w-28"
        />
        <TextField label="Fuel" value={entered.fuel} onChange={change("fuel")} width="w-28" />
        <button type="submit" className="button" disabled={busy}>
          {fire ? "Save" : "Add it"}
        </button>
        {fire ? (
          <button
            type="button"
            className="link min-h-11 px-2 text-13 text-ink-2"
            disabled={busy}
            onClick={() => void takeDown()}
          >
            take down
          </button>
        ) : null}
      </div>
    </form>
  );
}
