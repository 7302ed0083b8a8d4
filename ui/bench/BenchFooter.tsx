import type { ReactNode } from "react";
import type { BenchInstrument } from "@/core/records/bench";
import { Key } from "../kit/Key";
import { Link } from "../kit/Link";
import { countOf } from "../words/count";
import { uncertaintyInWords } from "../words/instruments";
import { daysOverdue } from "./overdue";
import type { Stations } from "./useStations";

interface BenchFooterProps {
  stations: Stations;
  today: string;
  closed: boolean;
  maySign: boolean;
  untried: boolean;
  /** Entries only this device has. */
  onDevice: number;
  devices: boolean;
  onDevices: () => void;
  /** Measures from a picture. */
  onPicture: () => void;
  pieceId: string;
  /** What the slate says, for where it isn't in sight. */
  headline: string;
  calling: boolean;
  onCalling: () => void;
  mayTally: boolean;
}

/** The keys that work now, what is in the hand, and whether everything is saved. */
export function BenchFooter({
  stations,
  today,
  closed,
  maySign,
  untried,
  onDevice,
  devices,
  onDevices,
  onPicture,
  pieceId,
  headline,
  calling,
  onCalling,
  mayTally,
}: BenchFooterProps) {
  const { active, instrument } = stations;
  const overdue = instrument ? daysOverdue(instrument, today) : 0;
  return (
    <footer
      // On a phone the verbs stand below it.
      className="no-print sticky bottom-0 z-20 flex min-h-11 flex-wrap items-center gap-x-4 gap-y-1 border-t border-rule-strong bg-limewash px-5 py-1.5 max-sm:bottom-16"
    >
      <a href="#slate" className="link flex min-h-11 items-center font-semibold lg:hidden">
        {headline}
      </a>
      {/* A phone has none of these keys; what they do has a place to tap. */}
      <span className="max-sm:hidden sm:contents">
        {keysNow({ active, closed, untried, mayTally, maySign }).map(([key, does]) => (
          <Key key={key} of={key}>
            {does}
          </Key>
        ))}
        <Key of="?">all keys</Key>
      </span>
      {/* On a phone one line, so that what is measured stays in sight above it. */}
      <div className="contents max-sm:order-last max-sm:flex max-sm:w-full max-sm:gap-x-4 max-sm:overflow-x-auto max-sm:whitespace-nowrap">
        <Link
          href={`/measure/${pieceId}/compare`}
          className="link flex min-h-11 items-center text-13"
        >
          Side by side
        </Link>
        {closed ? null : (
          <>
            <Opener open={calling} onClick={onCalling}>
              Calls
            </Opener>
            <Opener open={devices} onClick={onDevices}>
              Devices
            </Opener>
            <button type="button" className="link min-h-11 text-13" onClick={onPicture}>
              From a picture
            </button>
          </>
        )}
        <div className="ml-auto flex items-center gap-x-3 text-13 text-ink-2 max-sm:order-first max-sm:ml-0">
          {instrument ? <Held stations={stations} /> : null}
          {overdue > 0 ? (
            <span className="font-semibold text-heavy">
              check {countOf(overdue, "day")} overdue
            </span>
          ) : null}
        </div>
      </div>
      <p role="status" className="text-13 text-ink-2 max-sm:ml-auto">
        {onDevice === 0 ? "all saved" : `${onDevice} only on this device`}
      </p>
    </footer>
  );
}

function keysNow({
  active,
  closed,
  untried,
  mayTally,
  maySign,
}: Pick<BenchFooterProps, "closed" | "untried" | "mayTally" | "maySign"> & {
  active: Stations["active"];
}): [key: string, does: string][] {
  const keys: [key: string, does: string, now: boolean][] = [
    ["Enter", "take it", active !== undefined],
    ["↑", "take again", !closed],
    ["R", "several", active?.readings === "one"],
    ["Y N", "tries", untried && !closed],
    ["D", "defect", !closed],
    ["H", "heat", mayTally && !closed],
    ["M", "minute", mayTally && !closed],
    ["S", "sign", maySign],
  ];
  return keys.flatMap(([key, does, now]) => (now ? [[key, does]] : []));
}

function Opener({
  open,
  onClick,
  children,
}: {
  open: boolean;
  onClick: () => void;
  children: ReactNode;
}) {
  return (
    <button type="button" className="link min-h-11 text-13" aria-expanded={open} onClick={onClick}>
      {children}
    </button>
  );
}

const withUncertainty = (instrument: BenchInstrument) =>
  instrument.uncertainty === 0
    ? instrument.name
    : `${instrument.name}, ${uncertaintyInWords(instrument)}`;

/** The instrument in the hand; another can be taken up where one fits. */
function Held({ stations }: { stations: Stations }) {
  const { instrument, fitting, hold } = stations;
  if (fitting.length < 2) return <span>{withUncertainty(instrument!)}</span>;
  return (
    <label>
      <span className="sr-only">Measured with</span>
      <select
        value={instrument!.id}
        onChange={(event) => hold(event.target.value)}
        className="min-h-11 bg-transparent"
      >
        {fitting.map((one) => (
          <option key={one.id} value={one.id}>
            {withUncertainty(one)}
          </option>
        ))}
      </select>
    </label>
  );
}
