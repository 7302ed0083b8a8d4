"use client";

import { inLanes } from "@/core/evening/lanes";
import { timeInWords } from "../words/when";
import { LANE, SHEET, WIDTH, type DrawnShowing, type DrawnStay } from "./drawn";
import { Showing } from "./Showing";
import { Stay, type Moving, type StayDrag } from "./Stay";

export interface TimetableProps {
  /** ms since 1970. */
  beganAt: number;
  minutes: number;
  cleanUp: number;
  timeZone: string;
  fires: readonly { id: string; name: string; welds: boolean }[];
  stays: readonly DrawnStay[];
  showings: readonly DrawnShowing[];
  /** What is chosen, and what becomes of what is drawn elsewhere; nothing moves unless given. */
  moving?: Moving;
}

const LEFT = 104;
const RULER = 34;

/** The evening: the clock a steel rule, time at a fire a dimension line with its name in the gap. */
export function Timetable(props: TimetableProps) {
  const { beganAt, minutes, cleanUp, timeZone, moving } = props;
  const x = (minute: number) => LEFT + (minute / minutes) * (WIDTH - LEFT - 4);
  const { rows, bottom } = rowsOf(props);
  const ticks = ticksOf(beganAt, minutes);
  return (
    <div className="overflow-x-auto" tabIndex={0} role="group" aria-label="Plan of the evening">
      <svg
        viewBox={`0 0 ${WIDTH} ${bottom + 1}`}
        role={moving ? "group" : "img"}
        aria-label={inWords(props)}
        className="block w-full min-w-[760px] font-plain"
      >
        <defs>
          <linearGradient id="evening-rule" x1="0" y1="0" x2="0" y2="1">
            <stop offset="0" stopColor="#E3E7E9" />
            <stop offset="1" stopColor="#B7BEC3" />
          </linearGradient>
          <pattern
            id="evening-hatch"
            width="7"
            height="7"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <path d="M0 0V7" stroke="#B8B2A0" strokeWidth="1" />
          </pattern>
        </defs>
        <rect
          x="0.5"
          y="0.5"
          width={WIDTH - 1}
          height={RULER - 1}
          fill="url(#evening-rule)"
          stroke="#5F6971"
        />
        <circle cx="18" cy={RULER / 2} r="5" fill="#F2F0E8" stroke="#5F6971" />
        <rect y={RULER} width={WIDTH} height={bottom - RULER} fill={SHEET} />
        {ticks.map(({ minute, isNamed }) => (
          <g key={minute}>
            <path d={`M${x(minute)} ${RULER}v${isNamed ? -11 : -6}`} stroke="#20262B" />
            {isNamed ? (
              <text
                x={x(minute)}
                y="16"
                textAnchor={textAnchor(minute, minutes)}
                fontSize="13"
                fontWeight="600"
                fill="#20262B"
              >
                {timeInWords(beganAt + minute * 60_000, timeZone)}
              </text>
            ) : null}
            {isNamed ? <path d={`M${x(minute)} ${RULER}V${bottom}`} stroke="#D6D1C2" /> : null}
          </g>
        ))}
        {rows.map(({ fire, own, shown, lanes, top: y, high }) => (
          <g key={fire.id}>
            <path d={`M0 ${y + high}H${WIDTH}`} stroke="#D6D1C2" />
            <FireSign {...fire} y={y + high / 2} />
            {own.map((stay, index) => (
              <Stay
                key={stay.id}
                stay={stay}
                y={y + lanes[index]! * LANE + LANE / 2}
                x={x}
                drag={moving && dragOf(moving, stay.id, { x, rows })}
              />
            ))}
            {shown.map((one, index) => (
              <Showing key={index} showing={one} y={y} high={high} x={x} />
            ))}
          </g>
        ))}
        {cleanUp > 0 ? (
          <g>
            <rect
              x={x(minutes - cleanUp)}
              y={RULER}
              width={x(minutes) - x(minutes - cleanUp)}
              height={bottom - RULER}
              fill="url(#evening-hatch)"
            />
            <path
              d={`M${x(minutes - cleanUp)} ${RULER}V${bottom}`}
              stroke="#20262B"
              strokeWidth="1.5"
            />
            <title>Tools down</title>
          </g>
        ) : null}
      </svg>
    </div>
  );
}

/** What a stay that is drawn aside, in the drawing's own units, comes to. */
const dragOf = (
  { chosen, onChoose, onMove }: Moving,
  id: string,
  { x, rows }: { x: (minute: number) => number; rows: ReturnType<typeof rowsOf>["rows"] },
): StayDrag => ({
  isChosen: chosen === id,
  onChoose: () => onChoose(id),
  onDrop: (alongPx, toY) => {
    const row = rows.find(({ top, high }) => toY >= top && toY < top + high);
    onMove(id, { minutes: alongPx / (x(1) - x(0)), toFire: row?.fire.id ?? null });
  },
});

/** A row for each fire, as high as it has lines, and where the last ends. */
function rowsOf({ fires, stays, showings }: TimetableProps) {
  const rows = fires.map((fire) => {
    const own = stays.filter((one) => one.fire === fire.id);
    const shown = showings.filter((one) => one.fire === fire.id);
    const { lanes, count } = inLanes(own);
    return { fire, own, shown, lanes, high: count * LANE };
  });
  const above = (index: number) =>
    rows.slice(0, index).reduce((sum, { high }) => sum + high, RULER);
  return {
    rows: rows.map((row, index) => ({ ...row, top: above(index) })),
    bottom: above(rows.length),
  };
}

const textAnchor = (minute: number, minutes: number) =>
  minute === minutes ? ("end" as const) : ("middle" as const);

/** A tick every ten minutes of the clock, named every half hour. */
function ticksOf(beganAt: number, minutes: number): { minute: number; isNamed: boolean }[] {
  const offset = (10 - (Math.floor(beganAt / 60_000) % 10)) % 10;
  const ticks = [];
  for (let minute = offset; minute <= minutes; minute += 10) {
    const clock = Math.floor(beganAt / 60_000) + minute;
    ticks.push({ minute, isNamed: clock % 30 === 0 });
  }
  return ticks;
}

function FireSign({ name, welds, y }: { name: string; welds: boolean; y: number }) {
  return (
    <g>
      <circle cx="26" cy={y} r="13" fill="#20262B" />
      {welds ? (
        <circle cx="26" cy={y} r="17" fill="none" stroke="#20262B" strokeWidth="1.5" />
      ) : null}
      <text x="26" y={y + 5} textAnchor="middle" fontSize="14" fontWeight="600" fill="#FBFAF5">
        {name.slice(0, 3)}
      </text>
      {welds ? (
        <text x="52" y={y + 4} fontSize="13" fill="#20262B">
          welds
        </text>
      ) : null}
    </g>
  );
}

/** The same in words, for who doesn't see it. */
function inWords({ beganAt, timeZone, fires, stays, showings }: TimetableProps): string {
  const clock = (minute: number) => timeInWords(beganAt + minute * 60_000, timeZone);
  return fires
    .map(({ id, name }) => {
      const said = [
        ...stays
          .filter(({ fire }) => fire === id)
          .map(({ who, what, from, to }) => `${who}, ${what}, ${clock(from)} to ${clock(to)}`),
        ...showings
          .filter(({ fire }) => fire === id)
          .map(({ who, what, from }) => `${who} shows ${what} at ${clock(from)}`),
      ];
      return `Fire ${name}: ${said.join("; ") || "nobody"}.`;
    })
    .join(" ");
}
