import type { Metadata } from "next";
import * as z from "zod";
import { complain } from "@/core/problem/complain";
import { sectionSchema } from "@/core/section/schema";
import type { Section } from "@/core/section/section";
import { printSection } from "@/core/section/spoken";
import { fitOffcut, type OffcutFit } from "@/core/shelf/offcut";
import { lengthSchema } from "@/core/units/schema";
import type { LengthUnit } from "@/core/units/length";
import { printBothUnits } from "@/core/units/print";
import { STEP_NAMES } from "@/core/trade/steps";
import { STAFF } from "@/data/actor";
import { listShelfPieces, type ShelfPiece } from "@/data/queries/shelf";
import { InputField } from "@/ui/forms/Field";
import { Link } from "@/ui/kit/Link";
import { requireActor, recordsOf } from "../../../server";
import { countOf } from "@/ui/words/count";

export const metadata: Metadata = { title: "What does an offcut make?" };

const typed = z.string().max(80).optional().catch(undefined);
const askedSchema = z.object({ section: typed, length: typed });

/** What was asked, read; or what is wrong with it, by field. */
function readOffcut(asked: z.output<typeof askedSchema>, unit: LengthUnit) {
  if (asked.section === undefined && asked.length === undefined) return null;
  const section = sectionSchema.safeParse(asked.section ?? "");
  const length = lengthSchema({ unit }).safeParse(asked.length ?? "");
  return {
    errors: {
      section: section.success ? undefined : complain(section.error).message,
      length: length.success ? undefined : complain(length.error).message,
    },
    offcut:
      section.success && length.success ? { section: section.data, lengthMm: length.data } : null,
  };
}

export default async function OffcutPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const actor = await requireActor(STAFF);
  const unit = actor.firstUnit;
  const asked = askedSchema.parse(await searchParams);
  const read = readOffcut(asked, unit);
  const pieces = read?.offcut ? await listShelfPieces(recordsOf(actor), actor) : [];
  return (
    <main className="mx-auto w-full max-w-4xl p-5">
      <h1 className="font-slab text-27 font-semibold">What does an offcut make?</h1>
      <form
        action="/set/offcut"
        className="mt-4 grid items-start gap-x-4 sm:grid-cols-[1fr_1fr_auto]"
      >
        <InputField
          label="The offcut is"
          error={read?.errors.section}
          name="section"
          defaultValue={asked.section}
          placeholder={unit === "mm" ? "12 square" : "half-inch round"}
        />
        <InputField
          label="and this long"
          error={read?.errors.length}
          name="length"
          defaultValue={asked.length}
          placeholder={unit === "mm" ? "260" : "10 1/4"}
        />
        <button className="button button-main sm:mt-[26px]">See</button>
      </form>
      {read?.offcut ? <Answer pieces={pieces} offcut={read.offcut} unit={unit} /> : null}
    </main>
  );
}

type Fitted = ShelfPiece & { fit: OffcutFit };
const spareOf = ({ fit }: Fitted) => ("spareMm" in fit ? fit.spareMm : Infinity);

const isInPart = ({ fit }: Fitted) => fit.fits === "in-part";

function Answer({
  pieces,
  offcut,
  unit,
}: {
  pieces: ShelfPiece[];
  offcut: { section: Section; lengthMm: number };
  unit: LengthUnit;
}) {
  const fitted = pieces.map((one): Fitted => ({ ...one, fit: fitOffcut(one.piece, offcut) }));
  const makes = fitted
    .filter(({ fit }) => "spareMm" in fit)
    .sort((a, b) => Number(isInPart(a)) - Number(isInPart(b)) || spareOf(a) - spareOf(b));
  const short = fitted.filter(({ fit }) => fit.fits === "too-short").length;
  const thin = fitted.filter(({ fit }) => fit.fits === "too-thin").length;
  return (
    <section aria-label="What it makes" className="mt-4">
      <h2 className="mb-2 font-slab text-20 font-semibold">
        {printSection(offcut.section, unit)}, {printBothUnits(offcut.lengthMm, unit)}:{" "}
        {makes.length === 0 ? "nothing on the shelf" : countOf(makes.length, "exercise")}
      </h2>
      {makes.length > 0 ? (
        <table className="ledger text-15">
          <thead>
            <tr>
              <th scope="col">Exercise</th>
              <th scope="col">Teaches</th>
              <th scope="col" className="number">
                Takes
              </th>
              <th scope="col" className="number">
                To spare
              </th>
            </tr>
          </thead>
          <tbody>
            {makes.map(({ id, name, technique, step, fit }) => (
              <tr key={id}>
                <td>
                  <Link href={`/set/${id}`} className="link inline-flex min-h-8 items-center">
                    {name}
                  </Link>
                  {fit.fits === "drawn-down" ? (
                    <span className="quiet"> once drawn down to its stock</span>
                  ) : null}
                  {fit.fits === "in-part" ? (
                    <span className="quiet">: of its bars {fit.bars.join(", ")}</span>
                  ) : null}
                </td>
                <td className="quiet">
                  {technique}, {step} “{STEP_NAMES[step]}”
                </td>
                <td className="number">
                  {"takesMm" in fit ? printBothUnits(fit.takesMm, unit) : ""}
                </td>
                <td className="number font-semibold">
                  {"spareMm" in fit ? printBothUnits(fit.spareMm, unit) : ""}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : null}
      <p className="quiet mt-2 text-15">
        For {short} more it is too short, for {thin} too thin.
      </p>
    </section>
  );
}
