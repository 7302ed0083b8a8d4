/** Heats as strokes in gated fives, pegs for what is left, a post where the budget ends; over it in red. */
export function Tally({ heats, budget }: { heats: number; budget: number }) {
  const total = Math.max(heats, budget);
  const step = Math.min(8, 88 / Math.max(1, total));
  const x = (index: number) => 4 + index * step;
  const gates = Math.floor(heats / 5);
  return (
    <svg viewBox="0 0 104 34" className="h-8 w-full" aria-hidden="true">
      {Array.from({ length: total }, (_, index) =>
        index < heats ? (
          <path
            key={index}
            d={`M${x(index)} 5V29`}
            stroke={index < budget ? "#20262B" : "#A8322A"}
            strokeWidth="2.4"
          />
        ) : (
          <path key={index} d={`M${x(index)} 20V29`} stroke="#B8B2A0" strokeWidth="2" />
        ),
      )}
      {Array.from({ length: gates }, (_, gate) => (
        <path
          key={`gate${gate}`}
          d={`M${x(gate * 5) - 3} 24L${x(gate * 5 + 4) + 3} 10`}
          stroke="#20262B"
          strokeWidth="2.4"
        />
      ))}
      <path d={`M${x(budget) - step / 2 + 1} 3V31`} stroke="#555E65" strokeWidth="1" />
    </svg>
  );
}

/** A place at a fire is an anvil from above: solid at work, outlined waiting, dashed away. */
export function Anvil({ as }: { as: "working" | "waiting" | "away" }) {
  const look =
    as === "working"
      ? { fill: "#20262B", stroke: "#20262B" }
      : { fill: "none", stroke: as === "away" ? "#8D969C" : "#20262B" };
  return (
    <svg viewBox="0 0 58 26" className="h-6 w-14 shrink-0 max-sm:hidden" aria-hidden="true">
      <g {...look} strokeWidth="1.5" strokeDasharray={as === "away" ? "3 3" : undefined}>
        <path d="M2 13Q14 6 24 7H54V19H24Q14 20 2 13Z" />
        <path d="M24 7L27 3H44L47 7M24 19L27 23H44L47 19" />
      </g>
    </svg>
  );
}
