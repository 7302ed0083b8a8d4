import * as z from "zod";
import { idSchema } from "@/core/units/fields";
import { STEPS } from "@/core/trade/steps";
import type { ShelfQuery } from "@/data/queries/shelf";

/** An address somebody typed may say anything; what makes no sense is not asked. */
const given = <Schema extends z.ZodType>(schema: Schema) =>
  z.preprocess((value) => (value === "" ? undefined : value), schema.optional()).catch(undefined);

const askedSchema = z.object({
  words: given(z.string().max(120)),
  technique: given(idSchema),
  step: given(z.coerce.number().pipe(z.union(STEPS.map((step) => z.literal(step))))),
  stock: given(z.string().max(60)),
  minutes: given(z.coerce.number().int().min(1).max(999)),
  retired: given(z.literal("1")),
  page: given(z.coerce.number().int().min(1).max(1000)),
});
export type AskedOfShelf = z.output<typeof askedSchema>;

/** A search of the shelf as its address says it. */
export const readShelfSearch = (search: unknown): AskedOfShelf => askedSchema.parse(search);

export const shelfQuery = ({ technique, retired, ...rest }: AskedOfShelf): ShelfQuery => ({
  ...rest,
  techniqueId: technique,
  retired: retired === "1",
});

/** The same search as an address says it, with something changed. */
export function shelfAddress(path: string, asked: AskedOfShelf): string {
  const said = Object.entries(asked).flatMap(([name, value]): [string, string][] =>
    value === undefined ? [] : [[name, String(value)]],
  );
  return said.length === 0 ? path : `${path}?${new URLSearchParams(said).toString()}`;
}
