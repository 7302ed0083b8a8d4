/** Things counted, the commonest first, each as a bar with where along the work it lies below it; a table, so that it reads aloud. */
export function Pareto({
  what,
  counts,
}: {
  what: string;
  counts: readonly { name: string; count: number; detail?: string; tenths?: readonly number[] }[];
}) {
  const most = Math.max(1, ...counts.map(({ count }) => count));
  const all = counts.reduce((sum, { count }) => sum + count, 0);
  const sofar = (index: number) =>
    counts.slice(0, index + 1).reduce((sum, { count }) => sum + count, 0);
  return (
    <table className="ledger text-15">
      <thead>
        <tr>
          <th scope="col">{what}</th>
          <th scope="col" className="w-2/5">
            How often
          </th>
          <th scope="col" className="number">
            So far
          </th>
          {counts.some(({ tenths }) => tenths) ? <th scope="col">Where, from end A</th> : null}
        </tr>
      </thead>
      <tbody>
        {counts.map(({ name, count, detail, tenths }, index) => {
          return (
            <tr key={name}>
              <td>
                {name}
                {detail ? <span className="quiet block text-13">{detail}</span> : null}
              </td>
              <td>
                <span className="flex items-center gap-2">
                  <span
                    aria-hidden="true"
                    className="h-4 bg-steel-dark"
                    style={{ width: `${(80 * count) / most}%` }}
                  />
                  {count}
                </span>
              </td>
              <td className="number quiet">{Math.round((100 * sofar(index)) / all)} %</td>
              {tenths ? (
                <td>
                  <Tenths tenths={tenths} />
                </td>
              ) : null}
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

/** Along the bar in tenths: the taller, the more. */
function Tenths({ tenths }: { tenths: readonly number[] }) {
  const most = Math.max(1, ...tenths);
  const where = tenths.flatMap((count, tenth) =>
    count > 0 ? [`${count} in tenth ${tenth + 1}`] : [],
  );
  return (
    <svg
      width="110"
      height="24"
      role="img"
      aria-label={where.length > 0 ? where.join(", ") : "no place noted"}
    >
      <path d="M0 23.5H110" stroke="#5f6971" />
      {tenths.map((count, tenth) => (
        <rect
          key={tenth}
          x={tenth * 11 + 1}
          width={9}
          y={23 - (22 * count) / most}
          height={(22 * count) / most}
          fill="#949da3"
        />
      ))}
    </svg>
  );
}
