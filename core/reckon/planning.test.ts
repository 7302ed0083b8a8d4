import { loadSolver } from "../solver/milp";
import { reckon } from "./registry";

const messageOf = async (name: string, input: unknown): Promise<string> => {
  await loadSolver();
  const answer = reckon(name, input);
  return answer.ok ? "" : answer.error.message;
};

const bar = { id: "bar", length: 600, count: 1 };
const piece = (id: string, count = 1) => ({ id, length: 100, count });

test.each<[string, unknown, RegExp]>([
  ["pieces that no bar is left for", { bars: [bar], pieces: [piece("a", 7)] }, /1 × a \(100 mm\)/],
  ["a name twice", { bars: [bar, bar], pieces: [] }, /bar/],
  ["a count below nothing", { bars: [bar], pieces: [piece("a", -1)] }, /from 0 to 2000/],
  ["half a piece", { bars: [bar], pieces: [piece("a", 0.5)] }, /from 0 to 2000/],
  ["too many in all", { bars: [bar], pieces: [piece("a", 2000), piece("b")] }, /2000/],
  ["a bar of no length", { bars: [{ ...bar, length: 0 }], pieces: [] }, /more than/],
  ["a kerf below nothing", { kerf: -1, bars: [bar], pieces: [] }, /./],
])("cut list: %s", async (_, input, message) => {
  expect(await messageOf("cutlist", input)).toMatch(message);
});

test("cut list: as many as there may be are taken, and bars may be none", async () => {
  expect(await messageOf("cutlist", { bars: [{ ...bar, count: null }], pieces: [piece("a", 2000)] })).toBe(""); // prettier-ignore
  expect(await messageOf("cutlist", { bars: [], pieces: [] })).toBe("");
  expect(await messageOf("cutlist", { bars: [bar], pieces: [piece("a", 6)] })).toBe("");
});

const fire = { id: "1", places: 1, welds: false };
const evening = { minutes: 60, fires: [fire], learners: [] };
const learner = (work: object[]) => [{ id: "a", work }];
const work = { id: "w", minutes: 20 };

test.each<[string, object, RegExp]>([
  ["work after what isn't there", { learners: learner([{ ...work, after: ["x"] }]) }, /no “x”/],
  ["work of one name twice", { learners: learner([work, work]) }, /w/],
  ["a demonstration by nobody", { demonstrations: [{ id: "d", by: "i", minutes: 5, for: [] }] }, /no “i”/], // prettier-ignore
  [
    "a demonstration at no fire of theirs",
    { instructors: [{ id: "i" }], demonstrations: [{ id: "d", by: "i", minutes: 5, for: [], at: "9" }] }, // prettier-ignore
    /no “9”/,
  ],
  ["no places at a fire", { fires: [{ ...fire, places: 0 }] }, /from 1 to 20/],
  ["work of no time", { learners: learner([{ ...work, minutes: 0 }]) }, /from 1 to 1440/],
  [
    "more than can be planned at once",
    {
      minutes: 1440,
      slot: 1,
      fires: Array.from({ length: 20 }, (_, index) => ({ ...fire, id: String(index) })),
      learners: learner(Array.from({ length: 9 }, (_, index) => ({ ...work, id: `w${index}` }))),
    },
    /plan the shop in parts/,
  ],
])("evening: %s", async (_, given, message) => {
  expect(await messageOf("evening", { ...evening, ...given })).toMatch(message);
});

test("evening: nobody comes, or there is no fire", () => {
  expect(reckon("evening", evening)).toMatchObject({ ok: true, value: { places: [], left: [] } });
  const nowhere = { ...evening, fires: [], learners: learner([work]) };
  expect(reckon("evening", nowhere)).toMatchObject({
    ok: true,
    value: { places: [], left: [{ work: "w", why: { code: "fires-full" } }] },
  });
});
