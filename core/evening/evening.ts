/** A time span of the evening, minutes from its start. */
export type Span = readonly [from: number, to: number];

export interface Fire {
  id: string;
  /** Learners who can work at it at once. */
  places: number;
  /** Whether it reaches welding heat. */
  welds: boolean;
  /** Length it heats evenly, mm; any unless given. */
  evenHeatMm?: number | undefined;
  /** What fits into it, mm; anything unless given. */
  openingMm?: number | undefined;
}

/** A piece, or what is left of one: it is begun only where it is finished. */
export interface Work {
  id: string;
  minutes: number;
  /** The last so many of its minutes are welded. */
  weldMinutes?: number | undefined;
  /** Length that is heated, mm. */
  heatMm?: number | undefined;
  /** Whether an instructor stands by all the time. */
  guided?: boolean | undefined;
  /** Work that has to be done before. */
  after?: readonly string[] | undefined;
  /** How much more it counts than other work, 0 unless given. */
  priority?: number | undefined;
  /** Where and when an instructor wants it begun, minutes from the start; either alone, too. */
  kept?: Kept | undefined;
}

/** A fire and a time that somebody chose. */
export type Kept = {
  fire?: string | undefined;
  from?: number | undefined;
};

export interface Learner {
  id: string;
  /** When they are there; all evening unless given. */
  here?: Span | undefined;
  work: readonly Work[];
}

export interface Instructor {
  id: string;
  here?: Span | undefined;
}

export interface Demonstration {
  id: string;
  by: string;
  minutes: number;
  for: readonly string[];
  /** Work that begins only once it was shown. */
  before?: readonly string[] | undefined;
  at?: string | undefined;
}

export interface Evening {
  minutes: number;
  slot: number;
  fires: readonly Fire[];
  learners: readonly Learner[];
  instructors: readonly Instructor[];
  demonstrations: readonly Demonstration[];
  cleanUp: number;
}

/** Time at a fire, minutes from the evening's start. */
export interface Place {
  learner: string;
  work: string;
  fire: string;
  from: number;
  to: number;
  welding?: true;
}

export interface Shown {
  id: string;
  from: number;
  to: number;
  /** Where it is shown; null where there is no fire. */
  fire: string | null;
}

/** Why work doesn't fit, with its numbers. */
export type Why =
  | { code: "longer-than-here"; minutes: number; hereMinutes: number }
  | { code: "heat-too-long"; heatMm: number; longestMm: number }
  | { code: "no-welding-fire"; weldMinutes: number }
  | { code: "after-left"; works: string[] }
  | { code: "not-shown"; demonstrations: string[] }
  | { code: "no-instructor" }
  /** With the most minutes in one go that are left. */
  | { code: "learner-busy"; minutes: number; freeMinutes: number }
  | { code: "fires-full"; minutes: number }
  | { code: "welding-full"; weldMinutes: number }
  | { code: "instructors-busy"; minutes: number }
  | { code: "no-one-time"; minutes: number }
  | ({ code: "kept-place-taken" } & Kept);

/** What would help most cheaply. */
export type Remedy =
  | { code: "another-evening" }
  | { code: "let-free" }
  | { code: "longer-fire"; mm: number }
  | { code: "another-fire"; welds: boolean; minutes: number }
  | { code: "another-instructor"; minutes: number };

export interface Left {
  work: string;
  why: Why;
  remedy?: Remedy;
}

export interface EveningPlan {
  places: Place[];
  demonstrations: Shown[];
  left: Left[];
  /** Minutes learners are there between coming and their last work, neither working nor watching. */
  waitingMinutes: number;
  /** Times a learner changes fires. */
  moves: number;
  /** What is finished counts so much: one for each piece, and its priority. */
  finished: number;
  /** No plan finishes more than so much. */
  bound: number;
  /** Whether no plan finishes more, nor as much with less waiting, nor with as little in fewer moves. */
  isOptimal: boolean;
}
