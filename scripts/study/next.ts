import {
  ENTRIES,
  foretoldOf,
  POLICIES,
  throughForge,
  type Policy,
  type Way,
} from "../../core/simulate/forge";
import { describe } from "../../core/stats/describe";

/** Worlds in which techniques share nothing, some, and nearly all of what is learnt. */
export const TRANSFERS = [0, 0.3, 0.6, 0.9] as const;

export interface NextStudy {
  entry: (typeof ENTRIES)[number];
  transfer: number;
  listMinutes: number;
  /** Of the list's time, with half the width of its 95 % interval, by learners paired. */
  shares: Record<Exclude<Policy, "list">, { share: number; within: number }>;
  chances: ChanceStudy;
}

/** What was said by our choice of how likely a piece is kept at once. */
interface ChanceStudy {
  of: number;
  /** Of the ranges that were said at least 200 times: the largest difference of how many came. */
  off: number;
  /** Brier's scores: ours, of saying all learners' share of every piece, and the learner's own share so far. */
  brier: { ours: number; share: number; own: number };
}

/**
 * How long made-up learners take to ten times True by each way to choose, against the list.
 *
 * @param scatter how many times as much as in the other simulations their sizes scatter at first
 */
export function studyNext(learners: number, scatter = 1): NextStudy[] {
  return ENTRIES.flatMap((entry) =>
    TRANSFERS.map((transfer) => {
      const ways = (policy: Policy) =>
        Array.from({ length: learners }, (_, seed) =>
          throughForge(policy, { entry, transfer, scatter }, seed),
        );
      const list = ways("list").map(({ minutes }) => minutes);
      const ours = ways("ranked");
      const listMinutes = describe(list).mean;
      const shares = Object.fromEntries(
        POLICIES.filter((policy) => policy !== "list").map((policy) => {
          const of = (policy === "ranked" ? ours : ways(policy)).map(({ minutes }) => minutes);
          const share = describe(of).mean / listMinutes;
          // The delta method for a ratio of means of pairs.
          const { sd } = describe(of.map((one, at) => one - share * list[at]!));
          return [policy, { share, within: (1.96 * sd!) / Math.sqrt(learners) / listMinutes }];
        }),
      ) as NextStudy["shares"];
      return { entry, transfer, listMinutes, shares, chances: studyChances(ours) };
    }),
  );
}

const RANGES = [0, 0.2, 0.4, 0.6, 0.8];
const MIN_SAID = 200;

function studyChances(ways: readonly Way[]): ChanceStudy {
  const calls = foretoldOf(ways);
  const mean = (values: readonly number[]) => describe(values).mean;
  const share = mean(calls.map(({ isKept }) => Number(isKept)));
  const off = RANGES.flatMap((from) => {
    const some = calls.filter(({ chance }) => chance >= from && chance < from + 0.2);
    return some.length < MIN_SAID
      ? []
      : [Math.abs(mean(some.map(({ chance, isKept }) => chance - Number(isKept))))];
  });
  const brier = (chanceOf: (call: (typeof calls)[number]) => number) =>
    mean(calls.map((call) => (chanceOf(call) - Number(call.isKept)) ** 2));
  return {
    ...{ of: calls.length, off: Math.max(...off) },
    brier: {
      ours: brier(({ chance }) => chance),
      share: brier(() => share),
      own: brier(({ ownShare }) => ownShare),
    },
  };
}

const LEARNERS = 400;
/** As in the other simulations, and hands much less sure. */
const SCATTERS = [1, 1.7];

/** Prints it as a table. */
export function printNext(): void {
  console.log(`minutes at the fire to ten times True, ${LEARNERS} made-up learners a world`);
  for (const scatter of SCATTERS) {
    console.log(`sizes scatter ${scatter} times as much at first as elsewhere`);
    for (const of of studyNext(LEARNERS, scatter)) printWorld(of);
  }
  printDrills();
}

/** Worth nothing, and so many pieces. */
const DRILL_WORTHS = [0, 3, 6];

/** What drills do to the time, by our choice and by the list: of that without them. */
function printDrills(): void {
  console.log("where what keeps going wrong is drilled, of the time without drills");
  for (const entry of ENTRIES)
    for (const transfer of TRANSFERS) {
      const mean = (policy: Policy, drillWorth?: number) =>
        describe(
          Array.from(
            { length: LEARNERS },
            (_, seed) => throughForge(policy, { entry, transfer, drillWorth }, seed).minutes,
          ),
        ).mean;
      const [list, ours] = [mean("list"), mean("ranked")];
      const said = DRILL_WORTHS.map((worth) => {
        const [withList, withOurs] = [mean("list", worth), mean("ranked", worth)];
        return `worth ${worth}: list ${(withList / list).toFixed(2)}, ours ${(withOurs / ours).toFixed(2)} (${(withOurs / withList).toFixed(2)} of the list’s)`;
      });
      console.log(`  ${entry.padEnd(12)} sharing ${transfer}: ${said.join("; ")}`);
    }
}

function printWorld({ entry, transfer, listMinutes, shares, chances }: NextStudy): void {
  const said = Object.entries(shares).map(
    ([policy, { share, within }]) => `${policy} ${share.toFixed(2)} ± ${within.toFixed(2)}`,
  );
  console.log(
    `  ${entry.padEnd(12)} sharing ${transfer}: list ${listMinutes.toFixed(0)} min, ${said.join(", ")}`,
  );
  const { ours, share, own } = chances.brier;
  console.log(
    `    kept at once as was said within ${(100 * chances.off).toFixed(0)} in a hundred, ${chances.of} pieces; Brier ${ours.toFixed(3)}, ${share.toFixed(3)} by everybody's share, ${own.toFixed(3)} by their own so far`,
  );
  const all = Object.values(shares).map(({ share }) => share);
  const [best, worst] = [Math.min(1, ...all), Math.max(1, ...all)];
  console.log(`    best found ${best.toFixed(2)}, worst found ${worst.toFixed(2)}`);
}
