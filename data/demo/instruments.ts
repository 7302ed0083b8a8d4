import { checkInstrument, SURFACE_UNCERTAINTY } from "@/core/measure/instrumentCheck";
import type { DemoRows } from "./rows";

/** Checks of the school's instruments: five readings of a known size, and when. */
const CHECKS: readonly { name: string; on: string; reference: number; values: number[] }[] = [
  {
    name: "Caliper 1",
    on: "2026-08-28",
    reference: 20,
    values: [20.02, 20, 20.02, 20.02, 20],
  },
  {
    name: "Caliper 2",
    on: "2026-08-28",
    reference: 20,
    values: [20.05, 20.06, 20.05, 20.04, 20.05],
  },
  { name: "Steel rule", on: "2026-08-28", reference: 150, values: [150, 150, 150, 150.5, 150] },
];
/** Of the block and the rule the others are held against, k = 2, mm. */
const REFERENCE_UNCERTAINTY = 0.01;

/** Puts the checks in and gives each instrument the uncertainty that follows. */
export function addInstrumentChecks(
  rows: DemoRows,
  schoolId: string,
  by: string,
  id: (ms: number) => string,
): void {
  for (const { name, on, reference, values } of CHECKS) {
    const instrument = rows.instrument.find((one) => one.name === name)!;
    const checkedAt = new Date(`${on}T16:00:00Z`);
    const { bias, uncertainty } = checkInstrument(values, {
      reference,
      referenceUncertainty: REFERENCE_UNCERTAINTY,
      resolution: instrument.resolution,
      surface: SURFACE_UNCERTAINTY[instrument.kind]!,
    });
    instrument.uncertainty = uncertainty;
    rows.instrumentCheck.push({
      id: id(checkedAt.getTime()),
      schoolId,
      instrumentId: instrument.id,
      reference,
      referenceUncertainty: REFERENCE_UNCERTAINTY,
      values,
      bias,
      uncertainty,
      checkedBy: by,
      checkedAt,
    });
  }
}
