import type { LearnerTraits } from "@/core/simulate/learner";

// All names are invented.
export const SCHOOL_NAME = "Wrackline Forge School";

export const COHORTS = [
  { name: "Tuesday evening", letter: "K", class: { begins: "18:30", minutes: 150, hearths: 3 } },
  { name: "Thursday evening", letter: "T", class: { begins: "18:30", minutes: 150, hearths: 3 } },
  { name: "Saturday morning", letter: "S", class: { begins: "09:00", minutes: 210, hearths: 2 } },
] as const;

export const STAFF = [
  { name: "Renske Holm", role: "owner", account: "renske" },
  { name: "Oda Fenwright", role: "instructor", account: "oda" },
  { name: "Joss Tidewell", role: "instructor", account: null },
  { name: "Cato Bramling", role: "assistant", account: "cato" },
] as const;

export interface DemoLearner {
  name: string;
  cohort: number;
  account: string | null;
  traits: LearnerTraits;
}

const learner = (
  name: string,
  cohort: number,
  [firstSpread, rate, heaviness, diamond, carelessness]: [number, number, number, number, number],
  account: string | null = null,
): DemoLearner => ({
  name,
  cohort,
  account,
  traits: { firstSpread, rate, heaviness, diamond, carelessness },
});

export const LEARNERS: readonly DemoLearner[] = [
  learner("Maren Tholsgaard", 0, [0.95, 0.62, 0.25, 0.25, 0.2], "maren"),
  learner("Ivo Brackwater", 0, [0.6, 0.6, 0.1, 0.1, 0.1], "ivo"),
  learner("Pell Ansgar", 0, [0.9, 0.5, 0.4, 0.2, 0.4]),
  learner("Sunniva Dray", 0, [0.8, 0.7, 0.2, 0.1, 0.2]),
  learner("Tam Okoro-Lisle", 0, [1.1, 0.45, 0.5, 0.3, 0.5]),
  learner("Hedda Marsh", 1, [1.0, 0.5, 0.3, 0.9, 0.3]),
  learner("Corin Vale", 1, [0.85, 0.55, 0.6, 0.2, 0.2]),
  learner("Bryn Ostler", 1, [0.7, 0.6, 0.1, 0.2, 0.6]),
  learner("Lio Farrow", 1, [0.65, 0.8, 0.15, 0.1, 0.1]),
  learner("Wynn Saltersgate", 1, [1.3, 0.4, 0.6, 0.4, 0.6]),
  learner("Ketil Morrow", 2, [0.9, 0.6, 0.3, 0.3, 0.3]),
  learner("Ines Quayle", 2, [0.75, 0.6, 0.2, 0.1, 0.2]),
  learner("Dov Tarnside", 2, [1.2, 0.35, 0.3, 0.8, 0.5]),
  learner("Asta Kelling", 2, [0.8, 0.65, 0.1, 0.2, 0.1]),
];

/** Has not joined yet. */
export const UNJOINED = "Asta Kelling";

/** Was here, and has left. */
export const FORMER = { name: "Rulf Sandlight", tagCode: "S9", monthsHere: 15, leftDaysAgo: 46 };

export const INSTRUMENTS = [
  {
    name: "Caliper 1",
    kind: "caliper",
    resolution: 0.02,
    uncertainty: 0.1,
    checkedOn: "2026-08-28",
  },
  {
    name: "Caliper 2",
    kind: "caliper",
    resolution: 0.01,
    uncertainty: 0.1,
    checkedOn: "2026-08-28",
  },
  {
    name: "Steel rule",
    kind: "rule",
    resolution: 0.5,
    uncertainty: 0.5,
    checkedOn: "2026-08-28",
  },
  {
    name: "Straight edge",
    kind: "straight-edge",
    resolution: 0.1,
    uncertainty: 0.2,
    checkedOn: "2026-03-02",
  },
  {
    name: "Protractor",
    kind: "protractor",
    resolution: 0.5,
    uncertainty: 1,
    checkedOn: "2026-08-28",
  },
  {
    name: "Templates",
    kind: "template",
    resolution: 0.5,
    uncertainty: 0.5,
    checkedOn: "2026-08-28",
  },
  { name: "Go/no-go pins", kind: "pins", resolution: 1, uncertainty: 0, checkedOn: "2026-08-28" },
  { name: "By eye", kind: "eye", resolution: 0.25, uncertainty: 0.1, checkedOn: null },
] as const;

/** Came last: nothing in the demonstration has been measured with it yet. */
export const PICTURE_INSTRUMENT = {
  name: "Picture on the mat",
  kind: "photograph",
  resolution: 0.1,
  uncertainty: 0.1,
  checkedOn: null,
} as const;

/** Accounts of the demonstration, shown on its sign-in page. */
export const DEMO_PASSWORD = "anvil-and-bell";
/** By the account on the sign-in page, or else by the first name. */
export const demoEmail = (account: string): string =>
  `${account.split(" ", 1)[0]!.toLowerCase()}@wrackline.example`;
export const DEMO_ACCOUNTS = [
  { account: "oda", who: "Oda Fenwright, instructor" },
  { account: "maren", who: "Maren Tholsgaard, learner" },
  { account: "cato", who: "Cato Bramling, assistant" },
  { account: "renske", who: "Renske Holm, owner" },
] as const;
