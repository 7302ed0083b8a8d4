import * as z from "zod";
import { box, drawingOf } from "../drawing/drawing";
import { dimensionX } from "../drawing/shapes";
import { figure } from "./figure";
import { fillingMm, headAllowanceMm, RIVET_HEADS } from "../piece/shank";
import { refuse } from "../problem/problem";
import { lengthSchema } from "../units/schema";
import { defineReckoner } from "./reckoner";

/** How long to cut a rivet. */
export const rivet = defineReckoner({
  name: "rivet",
  summary: "How long to cut a rivet for its head",
  explanation:
    "The head's volume, and what fills the hole round the shank, is taken from the shank's own length. Heads on a shank d: snap 1.75·d wide and 0.75·d high, countersunk 90° to 2·d, flared a low dome 1.5·d wide. That comes to 1.43·d, 0.67·d and 0.36·d; the usual allowances are about 1.5·d and 0.5 to 0.75·d (handbooks, from memory).",
  input: z.strictObject({
    diameter: lengthSchema({ maxMm: 100 }),
    grip: lengthSchema({ maxMm: 1000 }),
    head: z.enum(RIVET_HEADS, { error: () => `The head is one of ${RIVET_HEADS.join(", ")}.` }),
    holeDiameter: lengthSchema({ maxMm: 200 }).optional(),
  }),
  result: z.object({ shankLengthMm: z.number(), headAllowanceMm: z.number() }),
  reckon: ({ diameter, grip, head, holeDiameter = diameter }) => {
    const sizes = { holeMm: holeDiameter, rivetMm: diameter };
    if (holeDiameter < diameter)
      refuse({ code: "hole-tighter-than-rivet", ...sizes }, "holeDiameter");
    if (holeDiameter > diameter * 1.5) refuse({ code: "hole-too-loose", ...sizes }, "holeDiameter");
    const headMm = headAllowanceMm(head, diameter);
    const roundItMm = fillingMm({ gripMm: grip, diameterMm: diameter, holeMm: holeDiameter });
    return { shankLengthMm: grip + roundItMm + headMm, headAllowanceMm: headMm };
  },
  working: ({ diameter, grip, head, holeDiameter = diameter }, { headAllowanceMm: headMm }) => ({
    headAllowanceMm: `the ${head} head's volume / (π/4 × ${figure(diameter)}²)`,
    shankLengthMm: `${figure(grip)} + ${figure(fillingMm({ gripMm: grip, diameterMm: diameter, holeMm: holeDiameter }))} round the shank + ${figure(headMm)} mm`,
  }),
  drawing: ({ diameter, grip, holeDiameter = diameter }, { shankLengthMm }) => {
    const plate = diameter * 1.6;
    const { marks, extents } = drawingOf([
      box([0, holeDiameter / 2], [grip, plate]),
      box([0, -holeDiameter / 2 - plate], [grip, plate]),
      box([0, -diameter / 2], [shankLengthMm, diameter]),
    ]);
    return { extents, marks: [...marks, dimensionX(0, grip), dimensionX(0, shankLengthMm, 1)] };
  },
  examples: [
    {
      title: "8 mm with a snap head through 12",
      input: { diameter: 8, grip: 12, head: "snap" },
      expected: { headAllowanceMm: 11.44, shankLengthMm: 23.44 },
      source: "volume of a spherical cap; handbook allowance 1.5·d = 12, from memory",
    },
  ],
});
