import { plainForecast, stratumOf, type RunAhead, type RunForecast } from "../climb/piecesToGo";
import { fitPractice, MIN_PIECES, type PracticeFit } from "../climb/practice";
import { PRACTISER_KINDS, practiser, type PractiserKind } from "./practiser";
import { seededRandom } from "../stats/random";

/** A forecast of a learner who isn't there yet, and how many more pieces it took. */
export interface Resolved {
  kind: PractiserKind;
  run: RunAhead;
  fit: PracticeFit;
  plain: RunForecast;
  stratum: string;
  took: number;
}

/** Further than this nobody is followed. */
const MAX_FOLLOWED = 400;
const MAX_SEEN = 24;

/**
 * One forecast for each made-up learner, at a moment drawn by chance at which they aren't there yet.
 *
 * @param kinds drawn from evenly
 */
export function resolvedForecasts(
  learners: number,
  { seed, kinds = PRACTISER_KINDS }: { seed: number; kinds?: readonly PractiserKind[] },
): Resolved[] {
  const random = seededRandom(seed);
  const found: Resolved[] = [];
  while (found.length < learners) {
    const kind = random.pick(kinds);
    const need = random.next() < 0.25 ? 1 : 3;
    const next = practiser(kind, random);
    const shares: number[] = [];
    const moments: { seen: number; have: number }[] = [];
    let have = 0;
    while (have < need && shares.length < MAX_FOLLOWED) {
      if (shares.length >= MIN_PIECES && shares.length <= MAX_SEEN)
        moments.push({ seen: shares.length, have });
      shares.push(next());
      have = shares.at(-1)! <= 1 ? have + 1 : 0;
    }
    if (moments.length === 0) continue;
    const at = random.pick(moments);
    const run = { have: at.have, need };
    const fit = fitPractice(shares.slice(0, at.seen), found.length)!;
    const plain = plainForecast(fit, run);
    const took = have >= need ? shares.length - at.seen : Infinity;
    found.push({ kind, run, fit, plain, stratum: stratumOf(run, plain.next), took });
  }
  return found;
}
