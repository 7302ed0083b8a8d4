import type { EveningPlan, Place } from "@/core/evening/evening";
import type { SectionToSaw } from "@/core/evening/sawList";
import type { EveningData } from "@/data/queries/evening";
import type { DrawnStay } from "@/ui/evening/Timetable";
import type { SawRow } from "@/ui/evening/ToSaw";

/** The fires that are lit; where nobody described any, as many as are lit. */
export const firesDrawn = ({ of, fires }: EveningData) =>
  fires.length > 0
    ? fires.filter(({ id }) => !of.firesOut.includes(id))
    : Array.from({ length: of.hearths }, (_, index) => ({
        ...{ id: String(index + 1), name: String(index + 1), welds: false },
      }));

/** A stay at a fire and the weld that ends it are one line. */
export function staysOf({ places }: EveningPlan, data: EveningData): DrawnStay[] {
  const nameOf = new Map(data.learners.map(({ id, name }) => [id, name]));
  const works = new Map(data.learners.flatMap(({ pieces }) => pieces.map((one) => [one.id, one])));
  const byWork = new Map<string, Place[]>();
  for (const place of places) byWork.set(place.work, [...(byWork.get(place.work) ?? []), place]);
  return [...byWork].map(([work, own]) => ({
    fire: own[0]!.fire,
    from: Math.min(...own.map(({ from }) => from)),
    to: Math.max(...own.map(({ to }) => to)),
    weldFrom: own.find(({ welding }) => welding)?.from ?? null,
    who: nameOf.get(own[0]!.learner)!,
    what: works.get(work)!.name,
  }));
}

/** The saw list with whose each length is. */
export function sawRows(saw: readonly SectionToSaw[], { learners }: EveningData): SawRow[] {
  const works = new Map(learners.flatMap(({ pieces }) => pieces.map((one) => [one.id, one])));
  const whose = (id: string) => {
    const piece = works.get(id.slice(0, id.lastIndexOf(":")))!;
    const { name } = learners.find((one) => one.id === piece.learnerId)!;
    return { name: name.split(" ")[0]!, learnerId: piece.learnerId, revisionId: piece.revisionId };
  };
  return saw.map(({ stock, steel, bars, short, isProved }) => {
    const said = steel === "mild" ? stock : `${stock}, ${steel.replace("-", " ")}`;
    return {
      stock: said,
      isProved,
      bars: bars.map(({ bar, cuts, offcutMm, isScrap, kg, cost }) => ({
        ...{ barId: bar.id, lengthMm: bar.lengthMm, offcutMm, isScrap, kg, cost, name: said },
        cuts: cuts.map(({ id, mm }) => ({ name: whose(id).name, mm })),
        for: cuts.map(({ id, mm }) => {
          const { learnerId, revisionId } = whose(id);
          return { learnerId, revisionId, mm };
        }),
      })),
      short: short.map(({ id, mm }) => ({ name: whose(id).name, mm })),
    };
  });
}
