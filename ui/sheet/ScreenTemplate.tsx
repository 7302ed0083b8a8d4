"use client";

import { useState } from "react";
import type { Drawing } from "@/core/drawing/drawing";
import type { LengthUnit } from "@/core/units/length";
import { DrawingSvg } from "../drawing/DrawingSvg";
import { USUAL_PX_PER_MM, useScreenScale } from "../kit/screenScale";

const RULER_MM = 100;

/** The template at its true size on this screen, once its ruler was laid against a real one. */
export function ScreenTemplate({
  drawing,
  unit,
  label,
}: {
  drawing: Drawing;
  unit: LengthUnit;
  label: string;
}) {
  const [kept, keepFactor] = useScreenScale();
  const [measured, setMeasured] = useState<string | null>(null);
  const now = kept ?? 1;
  const typed = Number((measured ?? "").replace(",", "."));
  const sensible = typed >= 30 && typed <= 300;
  const keep = () => {
    if (!sensible) return;
    // Shown at `now`, the ruler's 100 mm measured as typed: correct by the quotient.
    keepFactor((now * RULER_MM) / typed);
    setMeasured(null);
  };
  return (
    <>
      <form
        className="no-print mb-3 flex flex-wrap items-end gap-3 border-t-2 border-ink bg-sheet p-3"
        onSubmit={(event) => {
          event.preventDefault();
          keep();
        }}
      >
        <p className="max-w-md text-15">
          Lay a real rule against the one drawn here. Say how long its {RULER_MM} mm are; from then
          on this screen shows the true size.
        </p>
        <label className="w-40 text-13 text-ink-2">
          Measured, mm
          <input
            className="field text-17 text-ink"
            inputMode="decimal"
            value={measured ?? ""}
            placeholder={String(RULER_MM)}
            aria-invalid={measured !== null && measured !== "" && !sensible}
            aria-describedby="measured-message"
            onChange={(event) => setMeasured(event.target.value)}
          />
        </label>
        <button className="button" disabled={!sensible}>
          Make it true
        </button>
        <p id="measured-message" className="text-13 text-ink-2" role="status">
          {measured && !sensible
            ? "Between 30 and 300 mm."
            : kept === null
              ? "Not checked yet."
              : "Checked on this screen."}
        </p>
      </form>
      <div className="overflow-auto border border-rule bg-sheet">
        <DrawingSvg drawing={drawing} unit={unit} label={label} scale={USUAL_PX_PER_MM * now} />
      </div>
    </>
  );
}
