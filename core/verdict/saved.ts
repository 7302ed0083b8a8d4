import { isOverall } from "../measure/characteristic";
import type { Advise, Advised } from "../advice/advice";
import type { Characteristic } from "../measure/characteristic";
import { isOff, type Judgement } from "../measure/judge";
import type { Asked } from "./record";

/** What can still be done about what is off. */
export interface Saved {
  /** The operations that bring it within limits; null where none do, or none are wanted. */
  advised: Advised | null;
  /** Ids of lines that nothing can be done about. */
  lost: ReadonlySet<string>;
  /** Whether that can't be said before more is measured. */
  isOpen: boolean;
}

const NOTHING_OFF: Saved = {
  advised: { lines: [], then: { states: {}, values: {} } },
  lost: new Set(),
  isOpen: false,
};

/** Lines that a bar's steel decides: what one comes to hangs on the others. */
const METAL = new Set<Characteristic["measure"]>(["thickness", "length", "position"]);

/**
 * Whether operations bring everything within limits that is off, and which lines they can't.
 * Where the steel of a bar is not all measured yet, nothing is given up that hangs on it.
 *
 * @param advise null where it isn't loaded: then nothing can be said of what is off
 */
export function savedOf(
  advise: Advise | null,
  asked: Asked,
  judgements: readonly Judgement[],
  { grade, unmeasured }: { grade: number; unmeasured: readonly string[] },
): Saved {
  const off = judgements.filter(isOff);
  if (off.length === 0) return NOTHING_OFF;
  if (!advise) return { advised: null, lost: new Set(), isOpen: true };
  const { characteristics } = asked;
  const adviseOn = (some: readonly Judgement[], isRough: boolean) =>
    advise({ ...adviceInput(asked, grade), judgements: some, isRough });
  const advised = adviseOn(judgements, false);
  if (advised) return { advised, lost: new Set(), isOpen: false };
  // With all the others as they are drawn, only one of them off: is it that one?
  const alone = (kept: Judgement) =>
    off.length === 1 ||
    adviseOn(
      judgements.map((one) => (one === kept || !isOff(one) ? one : asDrawn(one))),
      true,
    ) === null;
  const byId = new Map(characteristics.map((one) => [one.id, one]));
  const isMetal = ({ characteristicId }: Judgement) =>
    METAL.has(byId.get(characteristicId)!.measure);
  const isOpen = unmeasured.some((id) => METAL.has(byId.get(id)!.measure));
  // An overall size follows from the rest: it is what is lost only where nothing else is.
  const follows = ({ characteristicId }: Judgement) => isOverall(byId.get(characteristicId)!);
  const own = off.filter((one) => !(isOpen && isMetal(one)) && !follows(one) && alone(one));
  const lost = own.length > 0 ? own : off.filter((one) => follows(one) && alone(one));
  if (lost.length > 0 || isOpen)
    return { advised: null, lost: idsOf(lost), isOpen: isOpen && lost.length === 0 };
  // Each could be saved by itself, all of them together can't.
  const metal = off.filter(isMetal);
  return { advised: null, lost: idsOf(metal.length > 0 ? metal : off), isOpen: false };
}

/** What the advice needs of what was asked. */
export const adviceInput = (
  { piece, characteristics, step, own = [], correctionsAllowed }: Asked,
  grade: number,
) => ({
  ...{ piece, characteristics, grade, step, own },
  mayCut: correctionsAllowed.includes("trimmed"),
});

const idsOf = (judgements: readonly Judgement[]) =>
  new Set(judgements.map(({ characteristicId }) => characteristicId));

const asDrawn = (judgement: Judgement): Judgement => ({
  ...judgement,
  value: judgement.nominal,
  ...(judgement.values ? { values: judgement.values.map(() => judgement.nominal) } : {}),
  state: "on-size",
});
