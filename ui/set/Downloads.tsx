import type { LengthUnit } from "@/core/units/length";
import { Link } from "../kit/Link";

const LINK = "link flex min-h-11 items-center text-15";

interface DownloadsProps {
  exerciseId: string;
  revisionId: string;
  /** The piece that the revision's template was traced from; null where none was. */
  tracedFrom: string | null;
  unit: LengthUnit;
}

/** Everything of a revision that can be printed or taken along, in open formats. */
export function Downloads({ exerciseId, revisionId, tracedFrom, unit }: DownloadsProps) {
  const file = (name: string) => `/api/print/${revisionId}/${name}`;
  return (
    <section aria-label="To print and to keep" className="mt-4 border-t-2 border-ink pt-3">
      <p className="flex flex-wrap gap-x-5">
        <Link href={`/sheet/${exerciseId}`} className={`${LINK} font-semibold`}>
          The sheet, to print
        </Link>
        <Link href={`/sheet/${exerciseId}/template`} className={`${LINK} font-semibold`}>
          The template on the screen
        </Link>
      </p>
      <form method="get" target="_blank" className="mt-1 grid grid-cols-2 gap-x-3 gap-y-2">
        <label className="text-13 text-ink-2">
          Paper
          <select
            name="paper"
            defaultValue={unit === "in" ? "letter" : "a4"}
            className="field text-17 text-ink"
          >
            <option value="a4">A4</option>
            <option value="letter">Letter</option>
          </select>
        </label>
        <label className="text-13 text-ink-2">
          First unit
          <select name="unit" defaultValue={unit} className="field text-17 text-ink">
            <option value="mm">millimetres</option>
            <option value="in">inches</option>
          </select>
        </label>
        <p className="col-span-2 flex flex-wrap gap-2">
          <button className="button" formAction={file("sheet.pdf")}>
            Sheet
          </button>
          <button className="button" formAction={file("board.pdf")}>
            Stage board
          </button>
          <button className="button" formAction={file("template.pdf")}>
            Template
          </button>
          {tracedFrom ? (
            <button className="button" formAction={file("traced.pdf")}>
              Traced from {tracedFrom}
            </button>
          ) : null}
        </p>
      </form>
      <p className="mt-1 flex flex-wrap gap-x-5">
        <a href={file("template.svg")} className={LINK} download>
          SVG
        </a>
        <a href={file("template.dxf")} className={LINK} download>
          DXF
        </a>
        {tracedFrom ? (
          <>
            <a href={file("traced.svg")} className={LINK} download>
              Traced, SVG
            </a>
            <a href={file("traced.dxf")} className={LINK} download>
              Traced, DXF
            </a>
          </>
        ) : null}
        <a href={`/api/piece/${revisionId}`} className={LINK} download>
          The piece file
        </a>
        <a href={`/api/pack/${exerciseId}`} className={LINK} download>
          Exercise pack
        </a>
      </p>
    </section>
  );
}
