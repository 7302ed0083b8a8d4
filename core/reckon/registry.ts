import * as z from "zod";
import { cutlist } from "./cutlist";
import { evening } from "./evening";
import { judge } from "./judge";
import { plan } from "./plan";
import type { Reckoner } from "./reckoner";
import { reckoningOf } from "./reckoning";
import { stages } from "./stages";
import { TYPED_RECKONERS } from "./typed";

/** Every reckoner, in the order they are listed. */
export const RECKONERS: readonly Reckoner[] = [
  ...TYPED_RECKONERS,
  plan,
  stages,
  judge,
  cutlist,
  evening,
];

export const { find: findReckoner, reckon, reckonInFull } = reckoningOf(RECKONERS);

/** What a reckoner takes and gives, as published: name, summary and JSON Schemas. */
export function describeReckoners() {
  return RECKONERS.map(({ name, summary, explanation, input, result }) => ({
    name,
    summary,
    explanation,
    input: z.toJSONSchema(input, { io: "input", unrepresentable: "any" }),
    result: z.toJSONSchema(result, { unrepresentable: "any" }),
  }));
}
