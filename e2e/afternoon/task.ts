/** What a bench is given to enter. */
export interface BenchTask {
  address: string;
  cookie: string;
  personId: string;
  seed: number;
  /** In so many of a hundred requests something goes wrong. */
  faultPercent: number;
  pieces: BenchTaskPiece[];
}

export interface BenchTaskPiece {
  pieceId: string;
  readings: {
    characteristicId: string;
    values: number[];
    /** What is typed first where the keys slip; null where nothing can. */
    slip: number[] | null;
    instrumentId: string;
  }[];
  defect: {
    kind: string;
    severity: "cosmetic" | "minor" | "major" | "reject";
    atMm: number;
  } | null;
  tries: string[];
  /** On both benches: signed by neither. */
  shared: boolean;
}

/** What can go wrong on a device and on the way from it. */
export const FAULTS = [
  "network gone",
  "request lost",
  "answer lost",
  "sent twice at once",
  "clock moved",
  "sent from two tabs",
] as const;
export type Fault = (typeof FAULTS)[number];

/** What a bench entered, and what went wrong meanwhile. */
export interface BenchReport {
  readings: { id: string; values: number[] }[];
  defects: string[];
  tries: string[];
  /** What the server would not have, with the reason. */
  refused: string[];
  faults: Record<Fault, number>;
}
