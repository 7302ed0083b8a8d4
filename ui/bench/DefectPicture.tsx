import { DEFECT_PICTURES } from "@/core/trade/defectPictures";

/** The catalogue's reference picture of a defect; the words beside it say the same. */
export function DefectPicture({ code, widthPx }: { code: string; widthPx: number }) {
  const picture = DEFECT_PICTURES[code];
  if (!picture) return null;
  return (
    <svg
      viewBox="0 0 96 48"
      width={widthPx}
      height={widthPx / 2}
      aria-hidden="true"
      className="shrink-0"
      fill="none"
      strokeLinejoin="round"
    >
      <path d={picture.piece} className="stroke-ink-2" strokeWidth={1.4} />
      {picture.filled ? <path d={picture.filled} className="fill-light" /> : null}
      <path d={picture.fault} className="stroke-light" strokeWidth={2.2} />
    </svg>
  );
}
