import { stationAreaMm2, type Form, type Station } from "./form";
import type { Known, MetalMove, Way } from "./known";
import { reshaped, withoutSteel, type MetalState } from "./metalState";
import type { Reached } from "./reach";
import type { Workable } from "./tapers";
import { canBeDrawn, canBeUpset, stationsOf } from "./workable";

/** Steel that moves by less than this is left where it is, mm of stock; sizes likewise, mm. */
const NO_STEEL_MM = 0.01;

const NO_SIZE_MM = 0.005;
const NO_CUT_MM = 0.05;

/** The operations that bring the bar from what it is to what was found: cuts, what is driven together, what is drawn. */
export function movesOf(
  known: Known,
  way: Way,
  workable: readonly (Workable | null)[],
  reached: Reached,
): MetalMove[] | null {
  const moves = cutMoves(known, way, reached);
  let state = moves.at(-1)?.after ?? way.from;
  const last = known.stretches.length - 1;
  const aims = known.stretches.map((_, index) =>
    aimOf(index, known, workable[index]!, { forms: state.forms, reached }),
  );
  const fromEnds = ({ index }: Aim) => Math.min(index, last - index);
  const inOrder = takersFirst(
    aims.sort((a, b) => Number(b.isUpset) - Number(a.isUpset) || fromEnds(a) - fromEnds(b)),
  );
  for (const aim of inOrder) {
    const { index, stations, fromA, fromB, isUpset } = aim;
    if (fromA + fromB <= NO_STEEL_MM && isSameForm(stations, state.forms[index]!.stations))
      continue;
    if (isUpset && !canBeUpset(known, index) && !way.jumped.has(index)) return null;
    const was = state;
    if (fromB > 0) state = withoutSteel(state, index + 1, "A", fromB * known.stockMm2);
    if (fromA > 0) state = withoutSteel(state, index - 1, "B", fromA * known.stockMm2);
    const taken = takenFrom(was, state, index);
    if (!isUpset && !areLargeEnough(taken, state, aim)) return null;
    state = reshaped(state, index, stations, {
      gainedMm3: (fromA + fromB) * known.stockMm2,
      atA: fromA * known.stockMm2,
    });
    if (!isUpset && !canBeDrawn(known, index, was.forms[index]!, state.forms[index]!)) return null;
    moves.push({ kind: isUpset ? "upset" : "draw", stretch: index, cutMm: 0, taken, after: state });
  }
  return moves;
}

/** A stretch that others take steel from is brought to its form once they have it. */
function takersFirst(aims: readonly Aim[]): Aim[] {
  const open = [...aims];
  const ordered: Aim[] = [];
  const isAwaited = ({ index }: Aim) =>
    open.some(
      (other) =>
        (other.index === index - 1 && other.fromB > NO_STEEL_MM) ||
        (other.index === index + 1 && other.fromA > NO_STEEL_MM),
    );
  while (open.length > 0) {
    const next = open.findIndex((aim) => !isAwaited(aim));
    ordered.push(...open.splice(Math.max(0, next), 1));
  }
  return ordered;
}

function cutMoves(known: Known, { cuts, from }: Way, { cutA, cutB }: Reached): MetalMove[] {
  const moves: MetalMove[] = [];
  let state = from;
  const cut = (end: "A" | "B", stretch: number, steel: number) => {
    // Off a point hardly any steel is a long piece.
    const cut = withoutSteel(state, stretch, end, steel * known.stockMm2);
    const cutMm = state.forms[stretch]!.lengthMm - cut.forms[stretch]!.lengthMm;
    if (cutMm <= NO_CUT_MM && cuts[end].min === 0) return;
    state = cut;
    moves.push({ kind: "cut", stretch, end, cutMm, taken: [], after: state });
  };
  cut("A", 0, cutA);
  cut("B", known.stretches.length - 1, cutB);
  return moves;
}

/** What is to become of a stretch. */
interface Aim {
  index: number;
  stations: readonly Station[];
  /** Steel it takes from beside it, mm of stock. */
  fromA: number;
  fromB: number;
  isUpset: boolean;
}

function aimOf(
  index: number,
  { stockMm2, stretches }: Known,
  workable: Workable | null,
  { forms, reached }: Pick<MetalState, "forms"> & { reached: Reached },
): Aim {
  const { stretches: ends, toA } = reached;
  const { steel, lengthMm } = ends[index]!;
  const form = forms[index]!;
  const fromA = Math.max(0, -(toA[index - 1] ?? 0));
  const fromB = Math.max(0, toA[index] ?? 0);
  const stations = workable ? stationsOf(workable, (steel / lengthMm) * stockMm2) : form.stations;
  const isDriven = stretches[index]!.grows && fromA + fromB > NO_STEEL_MM;
  return { index, stations, fromA, fromB, isUpset: isDriven || grewFrom(form, stations) };
}

/** What the stretches on either side have become shorter by. */
const takenFrom = (was: MetalState, is: MetalState, stretch: number) =>
  [stretch - 1, stretch + 1].flatMap((index) => {
    const mm = (was.forms[index]?.lengthMm ?? 0) - (is.forms[index]?.lengthMm ?? 0);
    return mm > 1e-6 ? [{ stretch: index, mm }] : [];
  });

/** A section may come out larger than the steel that was taken for it by this factor of its area. */
const TAKEN_SLACK = 1.02;

/** Whether all that is taken from beside a stretch was as large as the stretch is to be there. */
const areLargeEnough = (
  taken: MetalMove["taken"],
  { forms }: MetalState,
  { index, stations }: Aim,
): boolean =>
  taken.every(({ stretch }) => {
    const isBefore = stretch < index;
    const left = forms[stretch]!.stations.at(isBefore ? -1 : 0)!;
    const beside = stations.at(isBefore ? 0 : -1)!;
    return stationAreaMm2(beside) <= stationAreaMm2(left) * TAKEN_SLACK;
  });

const isSameForm = (a: readonly Station[], b: readonly Station[]): boolean =>
  a.every(
    (station, at) =>
      Math.abs(station.thickMm - b[at]!.thickMm) < NO_SIZE_MM &&
      Math.abs(station.wideMm - b[at]!.wideMm) < NO_SIZE_MM,
  );

/** Sections larger by this share, and across by so many mm, are upset, not drawn. */
const GREW = 1.005;

const GREW_MM = 0.05;

const grewFrom = ({ stations }: Form, to: readonly Station[]): boolean =>
  stations.some((station, at) => {
    const [was, is] = [stationAreaMm2(station), stationAreaMm2(to[at]!)];
    return is > was * GREW && Math.sqrt(is) > Math.sqrt(was) + GREW_MM;
  });
