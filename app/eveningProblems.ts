import { USUAL_SAW, type SectionToSaw } from "@/core/evening/sawList";
import type { EveningPlan } from "@/core/evening/evening";
import type { LengthUnit } from "@/core/units/length";
import { printMeasured } from "@/core/units/print";
import type { EveningData } from "@/data/queries/evening";
import type { NotRight } from "@/ui/evening/EveningSlate";
import { remedyInWords, whyInWords } from "@/ui/words/evening";

/** What isn't right with the evening yet: what is short, what doesn't fit, what can't be shown, who has nothing. */
export function problemsOf({
  plan,
  saw,
  data,
  unit,
}: {
  plan: EveningPlan;
  saw: readonly SectionToSaw[];
  data: EveningData;
  unit: LengthUnit;
}): NotRight[] {
  const { learners, demonstrations } = data;
  const works = new Map(learners.flatMap(({ pieces }) => pieces.map((one) => [one.id, one])));
  const nameOf = new Map(learners.map(({ id, name }) => [id, name]));
  const names = {
    workOf: (id: string) => works.get(id)?.name ?? "?",
    demonstrationOf: (id: string) => demonstrations.find((one) => one.id === id)?.name ?? "?",
  };
  const shown = new Set(plan.demonstrations.map(({ id }) => id));
  if (learners.every(({ attendance }) => attendance === "away"))
    return [{ title: "Nobody comes", detail: "Say who does, or call it off under Prepare." }];
  return [
    ...plan.left.map(({ work, why, remedy }): NotRight => {
      const { learnerId, revisionId, name } = works.get(work)!;
      return {
        title: `${nameOf.get(learnerId)}’s ${name.toLowerCase()} doesn’t fit`,
        detail: [whyInWords(why, names), ...(remedy ? [remedyInWords(remedy)] : [])].join(" "),
        drop: { learnerId, revisionId },
        isPut: why.code === "kept-place-taken",
      };
    }),
    ...demonstrations
      .filter(({ id }) => !shown.has(id))
      .map(({ name, minutes }): NotRight => ({
        title: `There is no time to show ${name}`,
        detail: `It takes ${minutes} min of an instructor, of everybody it is for and of a place at a fire.`,
      })),
    ...saw
      .filter(({ short }) => short.length > 0)
      .map(({ stock, short, nearest }): NotRight => {
        const totalMm = short.reduce((sum, { mm }) => sum + mm + USUAL_SAW.kerfMm, 0);
        return {
          title: `${stock} is ${printMeasured(totalMm, "mm", unit)} short`,
          isShort: true,
          detail: `No bar on the rack is left for ${short.length} of it.${nearest ? ` The nearest section in hand is ${nearest}.` : ""}`,
        };
      }),
    ...learners
      .filter(({ attendance, pieces }) => attendance !== "away" && pieces.length === 0)
      .map(({ name }): NotRight => ({
        title: `${name} has nothing to make`,
        detail: "Nothing that is ready fits into the evening. Take a piece for them below.",
      })),
  ];
}
