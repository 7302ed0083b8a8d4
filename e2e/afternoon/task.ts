/** What a bench is given to enter. */
export interface BenchTask {
  address: string;
  cookie: string;
  personId: string;
  seed: number;
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

/** What a bench entered, and how its network was. */
export interface BenchReport {
  readings: { id: string; values: number[] }[];
  defects: string[];
  tries: string[];
  /** What the server would not have, with the reason. */
  refused: string[];
  /** How often the network went away, and how often only the answer was lost. */
  cut: number;
  unheard: number;
}
