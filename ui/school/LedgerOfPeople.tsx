import type { Role } from "@/core/records/peopleCommands";
import { Link } from "../kit/Link";
import { countOf } from "../words/count";
import { dayInWords } from "../words/when";
import { CohortButton } from "./CohortButton";
import { timeRuler, type TimeRuler } from "./ruler";

export interface LedgerPerson {
  id: string;
  name: string;
  role: Role;
  tagCode: string | null;
  joined: boolean;
  invited: boolean;
  since: Date;
  leftAt: Date | null;
}

export interface LedgerGroup {
  name: string;
  people: readonly LedgerPerson[];
  /** The cohort it is; null for who teaches, and for who left. */
  cohort: { id: string; name: string; letter: string } | null;
}

const WIDTH = 252;
const HEIGHT = 44;
const MIDDLE = 22;

/** Everybody of the school by cohort, each a line from the day they came. */
export function LedgerOfPeople({
  groups,
  chosenId,
  now,
  timeZone,
  manages,
}: {
  groups: readonly LedgerGroup[];
  chosenId: string | null;
  now: Date;
  timeZone: string;
  manages: boolean;
}) {
  const everybody = groups.flatMap(({ people }) => people);
  const from = new Date(Math.min(now.getTime(), ...everybody.map(({ since }) => since.getTime())));
  const ruler = timeRuler({ from, to: now, widthPx: WIDTH - 2 * INSET });
  return (
    <div className="bg-sheet">
      <RulerHead ruler={ruler} />
      {groups.map((group) => (
        <section key={group.name} aria-label={group.name}>
          <div className="flex min-h-11 items-center justify-between border-b-[1.5px] border-ink px-3 pt-1">
            <h2 className="font-slab text-17 font-semibold">
              {group.name}{" "}
              <span className="quiet font-plain text-15 font-normal">{group.people.length}</span>
            </h2>
            <span className="flex items-center gap-4 text-15">
              <span className="quiet">{joinedInWords(group.people)}</span>
              {group.cohort && manages ? (
                <CohortButton cohort={group.cohort} isEmpty={group.people.length === 0} />
              ) : null}
            </span>
          </div>
          {group.people.map((person) => (
            <PersonRow
              key={person.id}
              person={person}
              isChosen={person.id === chosenId}
              {...{ ruler, timeZone }}
            />
          ))}
        </section>
      ))}
    </div>
  );
}

/** So much of the rule stays free at either end, px. */
const INSET = 6;

function joinedInWords(people: readonly LedgerPerson[]): string {
  const present = people.filter(({ leftAt }) => leftAt === null);
  if (present.length === 0) return people.length === 0 ? "nobody yet" : "";
  const missing = present.filter(({ joined }) => !joined).length;
  if (missing === 0) return "all joined";
  return missing === 1 ? "one has not joined" : `${missing} have not joined`;
}

function RulerHead({ ruler: { marks, ticks } }: { ruler: TimeRuler }) {
  return (
    <div
      aria-hidden="true"
      className="flex h-9 items-stretch justify-between border border-steel-edge bg-linear-to-b from-steel-light to-steel-dark text-13"
    >
      <span className="self-center px-3">who, and since when</span>
      <svg width={WIDTH} height={34} className="shrink-0 max-sm:hidden">
        {ticks.map((px) => (
          <path key={px} d={`M${px + INSET} 34v-5`} className="stroke-ink" />
        ))}
        {marks.map(({ px, label }) => (
          <g key={px}>
            <path d={`M${px + INSET} 34v-11`} className="stroke-ink" strokeWidth={1.5} />
            <text x={px + INSET + 3} y={17} className="fill-ink text-13 font-semibold">
              {px < WIDTH - 40 ? label : ""}
            </text>
          </g>
        ))}
      </svg>
    </div>
  );
}

function PersonRow({
  person,
  isChosen,
  ruler,
  timeZone,
}: {
  person: LedgerPerson;
  isChosen: boolean;
  ruler: TimeRuler;
  timeZone: string;
}) {
  const { id, name, role, tagCode, leftAt } = person;
  return (
    <Link
      href={isChosen ? "/school" : `/school?who=${id}`}
      scroll={false}
      aria-current={isChosen ? "true" : undefined}
      data-person-row={id}
      className={
        isChosen
          ? "relative z-10 -my-[1px] flex items-center border-y-[3px] border-l-[3px] border-ink bg-white pl-[9px] lg:-mr-[3px]"
          : "flex items-center border-b border-rule pl-3"
      }
    >
      <span className="quiet w-9 shrink-0 text-13">{tagCode}</span>
      <span
        className={`min-w-0 grow truncate py-2.5 text-15 ${leftAt ? "quiet" : "font-semibold"}`}
      >
        {name}
      </span>
      <span className="quiet w-20 shrink-0 pr-3 text-right text-13">{role}</span>
      <LifeLine {...{ person, ruler, timeZone }} />
    </Link>
  );
}

/** From the day they came, with a tick; to one where they left, to now where they haven't. */
function LifeLine({
  person: { since, leftAt, joined, invited },
  ruler,
  timeZone,
}: {
  person: LedgerPerson;
  ruler: TimeRuler;
  timeZone: string;
}) {
  const [from, to] = [since, leftAt ?? undefined].map((at) =>
    at ? ruler.placeOf(at) + INSET : WIDTH - INSET,
  ) as [number, number];
  const came = since.toLocaleDateString("en-GB", { month: "short", year: "numeric", timeZone });
  const label = leftAt
    ? `left ${dayInWords(leftAt.getTime(), timeZone).replace(/^\w+ /, "")}`
    : joined
      ? came
      : `not joined${invited ? ", asked" : ""}`;
  const isInside = to - from > 110 && !leftAt;
  const tick = (x: number) => `M${x - 5} ${MIDDLE + 5}l10 -10`;
  const line = leftAt ? "stroke-ink-2" : "stroke-ink";
  return (
    <svg
      width={WIDTH}
      height={HEIGHT}
      role="img"
      aria-label={`since ${came}${joined && !leftAt ? "" : `, ${label}`}`}
      className="shrink-0 max-sm:hidden"
    >
      {ruler.marks.map(({ px }) => (
        <path key={px} d={`M${px + INSET} 0v${HEIGHT}`} className="stroke-rule" />
      ))}
      {isInside ? (
        <path
          d={`M${from} ${MIDDLE}h18M${from + 26 + 62} ${MIDDLE}H${to}`}
          className={line}
          strokeWidth={1.5}
        />
      ) : (
        <path d={`M${from} ${MIDDLE}H${to}`} className={line} strokeWidth={1.5} />
      )}
      <path d={tick(from)} className={line} strokeWidth={1.5} />
      {leftAt ? <path d={tick(to)} className={line} strokeWidth={1.5} /> : null}
      {!joined && !leftAt ? (
        <circle cx={to} cy={MIDDLE} r={5} className="fill-sheet stroke-ink" strokeWidth={1.5} />
      ) : null}
      <text
        x={isInside ? from + 24 : from - 10}
        y={MIDDLE + 4.5}
        textAnchor={isInside ? "start" : "end"}
        className="fill-ink-2 text-13"
      >
        {isInside ? came : label}
      </text>
    </svg>
  );
}

/** How many people, in how many cohorts. */
export const peopleInWords = (people: number, cohorts: number): string =>
  `${countOf(people, "person", "people")} in ${countOf(cohorts, "cohort")}`;
