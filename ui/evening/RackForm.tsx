"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Section } from "@/core/section/section";
import { lengthSchema } from "@/core/units/schema";
import type { LengthUnit } from "@/core/units/length";
import { printMeasured } from "@/core/units/print";
import { newId } from "../command";
import { useCommand } from "../useCommand";
import { FormError } from "../forms/Field";
import { TextField } from "./TextField";

interface KeptBar {
  id: string;
  section: Section;
  stock: string;
  steel: string;
  lengthMm: number;
  count: number;
  isOffcut: boolean;
  place: string;
  pricePerKg: number | null;
}

const STEELS = ["mild", "medium-carbon", "unknown"] as const;
type Steel = (typeof STEELS)[number];

/** What lies on the rack: counted with a tap, and a line for what is new. */
export function RackList({ bars, unit }: { bars: readonly KeptBar[]; unit: LengthUnit }) {
  const router = useRouter();
  const { send, busy, error } = useCommand();
  const count = async (bar: KeptBar, by: number) => {
    const { id: barId, section, lengthMm, isOffcut, place, pricePerKg } = bar;
    const of = { section, lengthMm, isOffcut, place, pricePerKg, steel: bar.steel as Steel };
    const answer = await send("keep-bar", { barId, ...of, count: Math.max(0, bar.count + by) });
    if (answer.ok) router.refresh();
  };
  return (
    <>
      <FormError>{error}</FormError>
      <div className="overflow-x-auto" tabIndex={0} role="group" aria-label="The rack">
        <table className="ledger text-15">
          <thead>
            <tr>
              <th scope="col">Section</th>
              <th scope="col">Length</th>
              <th scope="col">Lies</th>
              <th scope="col">A kg</th>
              <th scope="col">There are</th>
            </tr>
          </thead>
          <tbody>
            {bars.map((bar) => (
              <tr key={bar.id} className={bar.count === 0 ? "text-ink-2" : ""}>
                <td className="font-semibold">
                  {bar.stock}
                  {bar.steel === "mild" ? "" : `, ${bar.steel.replace("-", " ")}`}
                </td>
                <td>
                  {printMeasured(bar.lengthMm, "mm", unit)}
                  {bar.isOffcut ? <span className="quiet"> offcut</span> : null}
                </td>
                <td className="quiet">{bar.place}</td>
                <td className="quiet">{bar.pricePerKg?.toFixed(2) ?? ""}</td>
                <td>
                  <span className="flex items-center gap-1">
                    <Step
                      sign="−"
                      of={bar}
                      busy={busy || bar.count === 0}
                      onTap={() => void count(bar, -1)}
                    />
                    <b className="min-w-8 text-center">{bar.count}</b>
                    <Step sign="+" of={bar} busy={busy} onTap={() => void count(bar, 1)} />
                  </span>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {bars.length === 0 ? <p className="quiet p-3 text-15">Nothing is on the rack yet.</p> : null}
    </>
  );
}

function Step({
  sign,
  of,
  busy,
  onTap,
}: {
  sign: "−" | "+";
  of: KeptBar;
  busy: boolean;
  onTap: () => void;
}) {
  return (
    <button
      type="button"
      className="size-11 border border-rule-strong text-20"
      disabled={busy}
      aria-label={`${sign === "+" ? "One more" : "One less"} ${of.stock} of ${Math.round(of.lengthMm)} mm`}
      onClick={onTap}
    >
      {sign}
    </button>
  );
}

const EMPTY = { section: "", length: "", count: "1", place: "", price: "" };

/** Bars that came in, or an offcut found: its section as it is spoken. */
export function NewBar({ unit }: { unit: LengthUnit }) {
  const router = useRouter();
  const { send, busy, error, setError } = useCommand();
  const [entered, setEntered] = useState(EMPTY);
  const [steel, setSteel] = useState<Steel>("mild");
  const change = (field: keyof typeof EMPTY) => (value: string) =>
    setEntered((was) => ({ ...was, [field]: value }));
  const save = async () => {
    const length = lengthSchema({ unit }).safeParse(entered.length);
    if (!length.success) return setError(length.error.issues[0]!.message);
    const { section, place } = entered;
    const pricePerKg = entered.price.trim() === "" ? null : Number(entered.price.replace(",", "."));
    const answer = await send("keep-bar", {
      ...{ barId: newId(), steel, place, pricePerKg, isOffcut: length.data < 1000 },
      // Read where it is kept, like every spoken section.
      section: section as never,
      lengthMm: length.data,
      count: Number(entered.count),
    });
    if (!answer.ok) return;
    setEntered(EMPTY);
    router.refresh();
  };
  return (
    <form
      className="mt-3"
      aria-label="Bars that came in"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <FormError>{error}</FormError>
      <div className="flex flex-wrap items-end gap-3">
        <TextField
          label="Section, such as 12 square"
          value={entered.section}
          onChange={change("section")}
          width="w-52"
        />
        <TextField
          label={`Length, ${unit}`}
          value={entered.length}
          onChange={change("length")}
          width="w-28"
        />
        <TextField
          label="How many"
          value={entered.count}
          onChange={change("count")}
          width="w-20"
          isNumber
        />
        <label className="block w-40 text-13 text-ink-2">
          Steel
          <select
            className="field mt-1 text-15"
            value={steel}
            onChange={({ target }) => setSteel(target.value as Steel)}
          >
            {STEELS.map((one) => (
              <option key={one} value={one}>
                {one.replace("-", " ")}
              </option>
            ))}
          </select>
        </label>
        <TextField label="Lies" value={entered.place} onChange={change("place")} width="w-36" />
        <TextField
          label="Price a kg"
          value={entered.price}
          onChange={change("price")}
          width="w-24"
        />
        <button type="submit" className="button" disabled={busy}>
          On the rack
        </button>
      </div>
    </form>
  );
}
