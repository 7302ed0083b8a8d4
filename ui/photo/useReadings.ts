import { useMemo, useState } from "react";
import type { Characteristic } from "@/core/measure/characteristic";
import { judgeReading, type Judgement } from "@/core/measure/judge";
import type { Unseen } from "@/core/photo/unseen";
import type { PictureMeasured } from "@/vision/messages";

/** A line of the plan as the picture has it, and as it is corrected. */
export interface PictureLine {
  line: Characteristic;
  number: number;
  /** As it stands; none where it isn't seen or is left out. */
  values: number[] | null;
  uncertainty: number;
  judgement: Judgement | null;
  why: Unseen | null;
  isCorrected: boolean;
  isLeftOut: boolean;
}

/** What a person does to readings of a picture before they are taken. */
interface Corrections {
  typed: Readonly<Record<string, number>>;
  leftOut: ReadonlySet<string>;
}
const NONE: Corrections = { typed: {}, leftOut: new Set() };

/** The plan's lines as a picture has them, with what was corrected and left out. */
export function useReadings(
  lines: readonly Characteristic[],
  measured: PictureMeasured | null,
  grade: number,
) {
  const [corrections, setCorrections] = useState(NONE);
  const [of, setOf] = useState(measured);
  // Another picture is another set of readings.
  if (of !== measured) {
    setOf(measured);
    setCorrections(NONE);
  }
  const shown = useMemo(
    () => lines.map((line, index) => lineOf(line, index + 1, { measured, corrections, grade })),
    [lines, measured, corrections, grade],
  );
  const { typed, leftOut } = corrections;
  return {
    lines: shown,
    correct: (id: string, value: number) =>
      setCorrections({ typed: { ...typed, [id]: value }, leftOut: without(leftOut, id) }),
    leaveOut: (id: string) => setCorrections({ typed, leftOut: new Set([...leftOut, id]) }),
    asRead: (id: string) => {
      const { [id]: _, ...rest } = typed;
      setCorrections({ typed: rest, leftOut: without(leftOut, id) });
    },
  };
}

const without = (set: ReadonlySet<string>, id: string): Set<string> =>
  new Set([...set].filter((one) => one !== id));

function lineOf(
  line: Characteristic,
  number: number,
  {
    measured,
    corrections: { typed, leftOut },
    grade,
  }: { measured: PictureMeasured | null; corrections: Corrections; grade: number },
): PictureLine {
  const { id } = line;
  const read = measured?.readings.find((one) => one.id === id);
  const values = typed[id] === undefined ? (read?.values ?? null) : [typed[id]];
  const uncertainty = read?.uncertainty ?? 0;
  const isLeftOut = leftOut.has(id);
  const stands = values !== null && !isLeftOut ? values : null;
  return {
    line,
    number,
    values: stands,
    uncertainty,
    judgement: stands && judgeReading(line, stands, { instrumentUncertainty: uncertainty, grade }),
    why: measured?.notSeen.find((one) => one.id === id)?.why ?? null,
    isCorrected: typed[id] !== undefined,
    isLeftOut,
  };
}
