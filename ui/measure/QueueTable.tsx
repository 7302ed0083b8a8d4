import type { QueuedPiece } from "@/core/records/queue";
import { Link } from "../kit/Link";
import { Pending } from "../shell/Pending";
import { dayInWords } from "../words/when";
import { TimeSince } from "./TimeSince";

/** On a phone a piece of the queue stands on two lines, with its tag before them. */
const ROW =
  "max-sm:grid max-sm:grid-cols-[auto_minmax(0,1fr)_auto] max-sm:items-center max-sm:gap-x-3 max-sm:border-b max-sm:border-rule max-sm:px-2.5 max-sm:py-1.5";
const CELL = "max-sm:block max-sm:!border-0 max-sm:!p-0";

interface QueueTableProps {
  heading: string;
  pieces: readonly QueuedPiece[];
  /** Whether the learner is named: not where all are one's own. */
  withLearner: boolean;
  /** Whether a moment is of this day. */
  isToday: (startedAt: string) => boolean;
  nowMs: number;
  timeZone: string;
}

/** One part of the queue at the bench; nothing where nothing is in it. */
export function QueueTable({
  heading,
  pieces,
  withLearner,
  isToday,
  nowMs,
  timeZone,
}: QueueTableProps) {
  if (pieces.length === 0) return null;
  return (
    <section aria-label={heading} className="mt-5 mb-6">
      <h2 className="mb-1 flex items-baseline gap-3 font-slab text-20 font-semibold">
        {heading}
        <span className="quiet font-sans text-15 font-normal">{pieces.length}</span>
      </h2>
      <table className="ledger text-15">
        <thead className="max-sm:hidden">
          <tr>
            <th scope="col">Tag</th>
            {withLearner ? <th scope="col">Learner</th> : null}
            <th scope="col">Exercise</th>
            <th scope="col">State</th>
            <th scope="col" className="number">
              At the bench
            </th>
          </tr>
        </thead>
        <tbody>
          {pieces.map((one) => (
            <tr key={one.id} className={ROW}>
              <td className={`!py-0 ${CELL} max-sm:row-span-2`}>
                <Link
                  href={`/measure/${one.id}`}
                  className="link flex min-h-11 items-center font-semibold whitespace-nowrap"
                >
                  {one.tag}
                  <Pending />
                </Link>
              </td>
              {withLearner ? (
                <td className={`${CELL} font-semibold sm:font-normal`}>{one.learner}</td>
              ) : null}
              <td
                className={`${CELL} max-sm:col-start-2 ${withLearner ? "max-sm:row-start-2" : ""}`}
              >
                {one.exercise}{" "}
                {one.kind === "practice" ? <span className="quiet">practice</span> : null}
              </td>
              <td
                className={`quiet ${CELL} max-sm:col-start-3 max-sm:row-start-2 max-sm:text-right`}
              >
                {stateInWords(one)}
              </td>
              <td
                className={`number quiet whitespace-nowrap ${CELL} max-sm:col-start-3 max-sm:row-start-1`}
              >
                {isToday(one.startedAt) ? (
                  <TimeSince atMs={Date.parse(one.startedAt)} nowMs={nowMs} />
                ) : (
                  dayInWords(one.startedAt, timeZone)
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function stateInWords({ outcome, readings, asked, tried, triesAsked }: QueuedPiece): string {
  if (outcome === "another-heat") return "back in the fire";
  if (readings === 0) return "not measured";
  if (readings < asked) return `${readings} of ${asked} read`;
  return tried < triesAsked ? "to be tried in use" : "all read";
}
