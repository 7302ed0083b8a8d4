"use client";

import { useState } from "react";
import type { LengthUnit } from "@/core/units/length";
import { USUAL_PX_PER_MM, useScreenScale } from "../kit/screenScale";
import { Calibrate } from "./Calibrate";
import { Drill } from "./Drill";

/** First the screen is set against something of a known size, then the eye is drilled. */
export function EyeRoom({ unit }: { unit: LengthUnit }) {
  const [scale, keepScale] = useScreenScale();
  const [drilling, setDrilling] = useState(false);
  const [setting, setSetting] = useState(false);
  const pxPerMm = scale === null ? null : scale * USUAL_PX_PER_MM;
  if (drilling && pxPerMm !== null)
    return <Drill unit={unit} pxPerMm={pxPerMm} onEnd={() => setDrilling(false)} />;
  if (pxPerMm === null || setting)
    return (
      <Calibrate
        pxPerMm={pxPerMm}
        onSet={(next) => {
          keepScale(next / USUAL_PX_PER_MM);
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
