"use client";

import { useState } from "react";
import { z } from "zod";
import type { LengthUnit } from "@/core/units/length";
import { useKept } from "../kit/useKept";
import { Calibrate } from "./Calibrate";
import { Drill } from "./Drill";

/** How large this screen draws a millimetre, in its own pixels; it belongs to the device. */
const screenSchema = z.strictObject({ pxPerMm: z.number().min(1.5).max(12) });
const SCREEN_KEY = "bell-step.screen";

/** First the screen is set against something of a known size, then the eye is drilled. */
export function EyeRoom({ unit }: { unit: LengthUnit }) {
  const [screen, keepScreen] = useKept(SCREEN_KEY, screenSchema);
  const [drilling, setDrilling] = useState(false);
  const [setting, setSetting] = useState(false);
  if (drilling && screen)
    return <Drill unit={unit} pxPerMm={screen.pxPerMm} onEnd={() => setDrilling(false)} />;
  if (!screen || setting)
    return (
      <Calibrate
        pxPerMm={screen?.pxPerMm ?? null}
        onSet={(pxPerMm) => {
          keepScreen({ pxPerMm });
          setSetting(false);
        }}
      />
    );
  return (
    <div className="mt-4 flex flex-wrap items-center gap-4">
      <button type="button" className="button button-main" onClick={() => setDrilling(true)}>
        Start the three minutes
      </button>
      <button type="button" className="link min-h-11 text-15" onClick={() => setSetting(true)}>
        Set the screen again
      </button>
    </div>
  );
}
