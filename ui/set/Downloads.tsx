import { Link } from "../kit/Link";

const LINK = "link flex min-h-11 items-center text-15";

/** Everything of a revision that can be printed or taken along, in open formats. */
export function Downloads({ exerciseId, revisionId }: { exerciseId: string; revisionId: string }) {
  const file = (kind: string) => `/api/print/${revisionId}/${kind}`;
  return (
    <section aria-label="To print and to keep" className="mt-4">
      <p className="flex flex-wrap gap-x-5">
        <Link href={`/sheet/${exerciseId}`} className={`${LINK} font-semibold`}>
          The sheet, to print
        </Link>
        <Link href={`/sheet/${exerciseId}/template`} className={`${LINK} font-semibold`}>
          The template, full size
        </Link>
      </p>
      <p className="flex flex-wrap gap-x-5">
        <span className="quiet flex min-h-11 items-center text-15">PDF:</span>
        <a href={file("sheet.pdf")} className={LINK}>
          sheet
        </a>
        <a href={file("board.pdf")} className={LINK}>
          stage board
        </a>
        <a href={file("template.pdf")} className={LINK}>
          template
        </a>
      </p>
      <p className="flex flex-wrap gap-x-5">
        <span className="quiet flex min-h-11 items-center text-15">Files:</span>
        <a href={file("template.svg")} className={LINK} download>
          SVG
        </a>
        <a href={file("template.dxf")} className={LINK} download>
          DXF
        </a>
        <a href={`/api/piece/${revisionId}`} className={LINK} download>
          The piece file
        </a>
        <a href={`/api/pack/${exerciseId}`} className={LINK} download>
          exercise pack
        </a>
      </p>
    </section>
  );
}
