/** White all round, in squares, as the code's standard asks (ISO/IEC 18004). */
const QUIET = 4;

/** A square code, drawn. */
export function SquareCode({
  label,
  size,
  dark,
  className,
}: {
  label: string;
  /** Squares along a side, and which are dark, row by row. */
  size: number;
  dark: readonly number[];
  className: string;
}) {
  const path = dark
    .flatMap((on, at) => (on ? [`M${at % size} ${Math.floor(at / size)}h1v1h-1z`] : []))
    .join("");
  return (
    <svg
      viewBox={`${-QUIET} ${-QUIET} ${size + 2 * QUIET} ${size + 2 * QUIET}`}
      role="img"
      aria-label={label}
      className={`shrink-0 ${className}`}
      shapeRendering="crispEdges"
    >
      <path d={path} fill="#000000" />
    </svg>
  );
}
