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
  [{ medianMm: 1.49 }, null],
  [{ medianMm: 1.51 }, "picture-other-piece"],
  [{ mostMm: 2.99 }, null],
  [{ mostMm: 3.01 }, "picture-other-piece"],
  [{ longerMm: 69 }, null],
  [{ longerMm: 71 }, "picture-other-piece"],
  [{ longerMm: -71 }, "picture-other-piece"],
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
