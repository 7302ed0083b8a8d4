import type { Judgement } from "@/core/measure/judge";

const HEIGHT = 176;
const MIDDLE = HEIGHT / 2;
/** Half the tolerance takes this much; the rest is for what lies outside. */
const HALF_BAND = 44;

const STROKE: Record<Judgement["state"], string> = {
  "on-size": "#2F6F5B",
  heavy: "#8F5A0E",
  light: "#A8322A",
  "too-close": "#4E6A86",
};

interface GaugeProps {
  lower: number;
  upper: number;
  nominal: number;
  judgement: Pick<Judgement, "value" | "state"> | null;
  /** How sure the reading is, to either side: drawn as a band. */
  sureTo?: number | undefined;
  /** Lower, beside others, and without saying how the reading stands. */
  isPlain?: boolean;
}

/** A small upright gauge: limits as ticks, the tolerance as a band, the reading as a bar. Up is larger. */
export function Gauge({ lower, upper, nominal, judgement, sureTo, isPlain = false }: GaugeProps) {
  const oneSided = nominal <= lower;
  const lowest = oneSided ? 0 : lower;
  const centre = (lowest + upper) / 2;
  const pxPerUnit = (HALF_BAND * 2) / Math.max(upper - lowest, 1e-6);
  const yOf = (value: number) =>
    Math.min(HEIGHT - 4, Math.max(4, MIDDLE - (value - centre) * pxPerUnit));
  const top = yOf(upper);
  const bottom = yOf(lowest);
  return (
    <svg
      viewBox={`0 0 80 ${HEIGHT}`}
      aria-hidden="true"
      className={`mx-auto block ${isPlain ? "h-20 w-14" : "h-[124px] max-h-[18vh] w-20"}`}
    >
      <path d={`M40 0V${HEIGHT}`} stroke="#B8B2A0" strokeWidth="1" />
      <rect x="33" y={top} width="14" height={bottom - top} fill="#D3E3DB" />
      <path
        d={`M26 ${top}H54M26 ${bottom}H54${oneSided ? "" : `M33 ${yOf(nominal)}H47`}`}
        stroke="#2F6F5B"
        strokeWidth="1.6"
      />
      {judgement && sureTo !== undefined ? (
        <rect
          x="20"
          y={yOf(judgement.value + sureTo)}
          width="40"
          height={yOf(judgement.value - sureTo) - yOf(judgement.value + sureTo)}
          fill={STROKE[judgement.state]}
          fillOpacity="0.25"
          stroke={STROKE[judgement.state]}
          strokeWidth="0.8"
        />
      ) : null}
      {judgement ? (
        <rect
          x="16"
          y={yOf(judgement.value) - 2}
          width="48"
          height="4"
          fill={isPlain ? "#20262B" : STROKE[judgement.state]}
        />
      ) : null}
    </svg>
  );
}
