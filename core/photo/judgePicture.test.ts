import { layBar } from "../bar/bar";
import { Refusal } from "../problem/problem";
import { formOf } from "./form";
import {
  judgeFit,
  judgeMat,
  MAX_BLUR_MM,
  MAX_MAT_RMS_MM,
  MAX_MM_PER_PIXEL,
  MAX_TILT_DEG,
} from "./judgePicture";
import { matMarks } from "./mat";

const ALL = matMarks("a4").map(({ id }) => id);
const GOOD = { tiltDeg: 10, mmPerPixel: 0.1, rmsMm: 0.02, blurMm: 0.1 };

function refusedWith(work: () => void): string | null {
  try {
    work();
    return null;
  } catch (fault) {
    if (!(fault instanceof Refusal)) throw fault;
    return fault.problem.code;
  }
}

test.each([
  ["tiltDeg", MAX_TILT_DEG, "picture-slanted"],
  ["mmPerPixel", MAX_MM_PER_PIXEL, "picture-coarse"],
  ["blurMm", MAX_BLUR_MM, "picture-blurred"],
  ["rmsMm", MAX_MAT_RMS_MM, "mat-not-flat"],
] as const)("%s is taken up to %d, and refused above", (key, max, code) => {
  expect(refusedWith(() => judgeMat("a4", ALL, { ...GOOD, [key]: max }))).toBeNull();
  expect(refusedWith(() => judgeMat("a4", ALL, { ...GOOD, [key]: max * 1.001 }))).toBe(code);
});

test.each(["upper", "lower", "left", "right"] as const)(
  "a mat without its %s edge is refused; with a third of its marks it is taken",
  (edge) => {
    const own = matMarks("a4").filter(({ edges }) => edges.includes(edge));
    const rest = ALL.filter((id) => !own.some((mark) => mark.id === id));
    const some = (count: number) => [
      ...rest,
      ...own
        .slice(1, -1)
        .slice(0, count)
        .map(({ id }) => id),
    ];
    const enough = Math.ceil(own.length * 0.3);
    expect(refusedWith(() => judgeMat("a4", some(enough), GOOD))).toBeNull();
    expect(refusedWith(() => judgeMat("a4", some(0), GOOD))).toBe("mat-edge-missing");
  },
);

const STRETCHES = [
  {
    id: "body",
    kind: "prism" as const,
    section: { shape: "square" as const, size: 12 },
    length: 200,
  },
];

test.each([
  [{ medianMm: 1.19 }, null],
  [{ medianMm: 1.21 }, "picture-other-piece"],
  [{ mostMm: 2.99 }, null],
  [{ mostMm: 3.01 }, "picture-other-piece"],
  // Usual is 2.5 mm and a twenty-fifth of 200; three times that is another piece.
  [{ longerMm: 31.4 }, null],
  [{ longerMm: 31.6 }, "picture-other-piece"],
  [{ longerMm: -31.6 }, "picture-other-piece"],
] as [Partial<{ medianMm: number; mostMm: number; longerMm: number }>, string | null][])(
  "an outline off by %o is answered with %s",
  (off, code) => {
    const form = formOf({
      stock: { section: STRETCHES[0]!.section, steel: "mild" },
      stretches: STRETCHES,
    });
    expect(layBar(STRETCHES).lengthMm).toBe(200);
    const { longerMm = 0, ...rest } = { medianMm: 0.1, mostMm: 0.2, ...off };
    const pose = {
      x: 0,
      y: 0,
      headingRad: 0,
      side: 1 as const,
      longerMm: [longerMm],
      furtherRad: [0],
    };
    expect(refusedWith(() => judgeFit(form, { pose, cost: 1, ...rest }))).toBe(code);
  },
);

// Usual is 0.12 rad and a twenty-fifth of a quarter turn: three times that is 31.4°.
test.each([
  [0.54, null],
  [0.56, "picture-other-piece"],
  [-0.56, "picture-other-piece"],
])("a bend %s rad further than drawn is answered with %s", (further, code) => {
  const form = formOf({
    stock: { section: STRETCHES[0]!.section, steel: "mild" },
    stretches: STRETCHES,
    features: [
      { id: "heel", kind: "bend", at: 100, angle: 90, insideRadius: 6, plane: "side" } as never,
    ],
  });
  expect(form.runs).toHaveLength(3);
  const pose = { x: 0, y: 0, headingRad: 0, side: 1 as const };
  const off = { ...pose, longerMm: [0, 0, 0], furtherRad: [0, further, 0] };
  const fit = { pose: off, cost: 1, medianMm: 0.1, mostMm: 0.2 };
  expect(refusedWith(() => judgeFit(form, fit))).toBe(code);
});

test.each([
  [{ medianMm: 2.39 }, null],
  [{ medianMm: 2.41 }, "picture-other-piece"],
  [{ mostMm: 4.79 }, null],
  [{ mostMm: 4.81 }, "picture-other-piece"],
])("a plate 40 mm wide off by %o is answered with %s", (off, code) => {
  const section = { shape: "flat" as const, width: 40, thickness: 6 };
  const form = formOf({
    stock: { section, steel: "mild" },
    stretches: [{ ...STRETCHES[0]!, section }],
  });
  const pose = { x: 0, y: 0, headingRad: 0, side: 1 as const, longerMm: [0], furtherRad: [0] };
  const fit = { pose, cost: 1, medianMm: 0.1, mostMm: 0.2, ...off };
  expect(refusedWith(() => judgeFit(form, fit))).toBe(code);
});
