import type { EveningPlan } from "@/core/evening/evening";
import type { SectionToSaw } from "@/core/evening/sawList";
import { staysOf } from "@/core/evening/stays";
import type { EveningData } from "@/data/queries/evening";
import type { MovableStay } from "@/ui/evening/PlanOfEvening";
import type { SawRow } from "@/ui/evening/ToSaw";

/** The fires that are lit; where nobody described any, as many as are lit. */
export const firesDrawn = ({ of, fires }: EveningData) =>
  fires.length > 0
    ? fires.filter(({ id }) => !of.firesOut.includes(id))
    : Array.from({ length: of.hearths }, (_, index) => ({
        ...{ id: String(index + 1), name: String(index + 1), welds: false },
      }));

/** Who is at which fire when, as it is drawn. */
export function staysDrawn({ places }: EveningPlan, data: EveningData): MovableStay[] {
  const nameOf = new Map(data.learners.map(({ id, name }) => [id, name]));
  const works = new Map(data.learners.flatMap(({ pieces }) => pieces.map((one) => [one.id, one])));
  return staysOf(places).map(({ work, learner, ...stay }) => {
    const { name, revisionId, isGuided, kept } = works.get(work)!;
    return {
      ...{ ...stay, id: work, learnerId: learner, revisionId, isGuided, isPut: kept !== null },
      ...{ who: nameOf.get(learner)!, what: name },
    };
  });
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
