import { seededRandom } from "@/core/stats/random";
import { piecesThroughCourse, type CourseLearner } from "@/core/simulate/course";

/** Pieces made-up learners take to be True in ten techniques, by our choice of the next and by the list. Prints JSON. */
const COUNT = 300;

const random = seededRandom(20261125);
const learners: CourseLearner[] = Array.from({ length: COUNT }, () => ({
  firstSpread: 1 + 0.6 * random.next(),
  rate: 0.25 + 0.25 * random.next(),
  carriesOver: 0.2 + 0.4 * random.next(),
  halfLifeDays: 60 + 120 * random.next(),
}));
const median = (values: number[]) => [...values].sort((a, b) => a - b)[values.length >> 1]!;
const made = (choosing: "ranked" | "next-in-list") =>
  learners.map((learner, seed) => piecesThroughCourse(choosing, learner, seed));
const [ranked, list] = [made("ranked"), made("next-in-list")];
process.stdout.write(
  JSON.stringify({
    ranked: median(ranked),
    list: median(list),
    fewer: ranked.filter((pieces, index) => pieces < list[index]!).length / COUNT,
    more: ranked.filter((pieces, index) => pieces > list[index]!).length / COUNT,
  }),
);
