import type { Drawing } from "../drawing/drawing";
import type { FloorEvent } from "../floor/events";
import type { FloorWork } from "../floor/floor";
import type { FloorFire } from "../floor/todo";
import type { Outcome } from "../verdict/outcomes";

/** A fire of the shop, or another place with room for so many, as it is described. */
export interface ShopFire extends FloorFire {
  name: string;
  evenHeatMm: number | null;
  openingMm: number | null;
  fuel: string;
}

/** A class that could be looked at on the floor. */
export interface FloorClass {
  id: string;
  cohort: string;
  day: string;
  begins: string;
  minutes: number;
  /** ms since 1970. */
  beganAt: number;
  endsAt: number;
  /** Up to when minutes run: its end, or its closing where that came first. */
  stopsAt: number;
}

/** A class with what has been said of its evening. */
export interface EveningClass extends FloorClass {
  cohortId: string;
  hearths: number;
  cleanUp: number;
  instructorIds: string[];
  firesOut: string[];
  movedFrom: string | null;
  closedAt: string | null;
}

/** What an instructor shows on an evening. */
export interface EveningDemonstration {
  id: string;
  name: string;
  shownBy: string;
  shownByName: string;
  minutes: number;
  learnerIds: string[];
  fireId: string | null;
  /** What those it is for begin only once it was shown. */
  beforeRevisionId: string | null;
}

/** An event as it is kept, with its place in the order in which they came. */
export type KeptEvent = FloorEvent & { sequence: number };

/** A stage as the floor shows it. */
export interface FloorStage {
  title: string;
  welds: boolean;
  /** For somebody at the exercise's step. */
  minutes: number;
  drawing: Drawing;
}

/** An exercise that is made, or could be, on the floor. */
export interface FloorExercise {
  revisionId: string;
  name: string;
  heats: number;
  minutes: number;
  readings: number;
  stages: FloorStage[];
}

/** A piece at the bench: what is read of it, and whether it was signed. */
export interface BenchState {
  pieceId: string;
  tag: string;
  read: number;
  outcome: Outcome | null;
}

/** Everything the floor of a class shows, as it is on record. */
export interface FloorData {
  of: EveningClass;
  fires: ShopFire[];
  learners: { id: string; name: string; tagCode: string | null }[];
  demonstrations: EveningDemonstration[];
  exercises: FloorExercise[];
  before: FloorWork[];
  events: KeptEvent[];
  bench: BenchState[];
}

/** What a learner sees of the evening on their own phone: what is theirs. */
export interface OwnFloor {
  of: FloorClass;
  before: FloorWork[];
  events: KeptEvent[];
  exercises: FloorExercise[];
}

/** A class as a calendar shows it. */
export interface CalendarClass {
  id: string;
  cohort: string;
  /** ms since 1970. */
  beganAt: number;
  endsAt: number;
  isOff: boolean;
  movedFrom: string | null;
}

export interface CalendarOf {
  school: string;
  classes: CalendarClass[];
}
