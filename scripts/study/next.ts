import { ENTRIES, POLICIES, throughForge, type Policy } from "../../core/simulate/forge";
import { describe } from "../../core/stats/describe";

/** Worlds in which techniques share nothing, some, and nearly all of what is learnt. */
export const TRANSFERS = [0, 0.3, 0.6, 0.9] as const;

export interface NextStudy {
  entry: (typeof ENTRIES)[number];
  transfer: number;
  listMinutes: number;
  /** Of the list's time, with half the width of its 95 % interval, by learners paired. */
  shares: Record<Exclude<Policy, "list">, { share: number; within: number }>;
}

/**
 * How long made-up learners take to ten times True by each way to choose, against the list.
 *
 * @param scatter how many times as much as in the other simulations their sizes scatter at first
 */
export function studyNext(learners: number, scatter = 1): NextStudy[] {
  return ENTRIES.flatMap((entry) =>
    TRANSFERS.map((transfer) => {
      const minutes = (policy: Policy) =>
        Array.from(
          { length: learners },
          (_, seed) => throughForge(policy, { entry, transfer, scatter }, seed).minutes,
        );
      const list = minutes("list");
      const listMinutes = describe(list).mean;
      const shares = Object.fromEntries(
        POLICIES.filter((policy) => policy !== "list").map((policy) => {
          const of = minutes(policy);
          const share = describe(of).mean / listMinutes;
          // The delta method for a ratio of means of pairs.
          const { sd } = describe(of.map((one, at) => one - share * list[at]!));
          return [policy, { share, within: (1.96 * sd!) / Math.sqrt(learners) / listMinutes }];
        }),
      ) as NextStudy["shares"];
      return { entry, transfer, listMinutes, shares };
    }),
  );
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
}

function printWorld({ entry, transfer, listMinutes, shares }: NextStudy): void {
  const said = Object.entries(shares).map(
    ([policy, { share, within }]) => `${policy} ${share.toFixed(2)} ± ${within.toFixed(2)}`,
  );
  console.log(
    `  ${entry.padEnd(12)} sharing ${transfer}: list ${listMinutes.toFixed(0)} min, ${said.join(", ")}`,
  );
  const all = Object.values(shares).map(({ share }) => share);
  const [best, worst] = [Math.min(1, ...all), Math.max(1, ...all)];
  console.log(`    best found ${best.toFixed(2)}, worst found ${worst.toFixed(2)}`);
}
