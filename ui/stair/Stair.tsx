import { standingOf, type Standing } from "@/core/climb/standing";
import { TechniqueStanding } from "./TechniqueStanding";

const NOT_BEGUN = standingOf([]);

/** Every technique of the course with where the learner stands on it; what isn't open yet says what comes before. */
export function Stair({
  techniques,
  standings,
}: {
  techniques: readonly { id: string; name: string; after: string[] }[];
  standings: ReadonlyMap<string, Standing>;
}) {
  const nameOf = new Map(techniques.map(({ id, name }) => [id, name]));
  return (
    <ul className="border-t-2 border-ink">
      {techniques.map(({ id, name, after }) => {
        const standing = standings.get(id) ?? NOT_BEGUN;
        const missing = after.filter((before) => (standings.get(before)?.step ?? 0) === 0);
        const locked =
          !standings.has(id) && missing.length > 0
            ? `after ${missing.map((before) => nameOf.get(before)?.toLowerCase()).join(" and ")}`
            : null;
        return <TechniqueStanding key={id} name={name} standing={standing} locked={locked} />;
      })}
    </ul>
  );
}
