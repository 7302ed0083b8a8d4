import { inLanes } from "@/core/evening/lanes";
import { timeInWords } from "../words/when";

/** Time at a fire, minutes from the evening's start. */
export interface DrawnStay {
  fire: string;
  from: number;
  to: number;
  /** From here on it is welded; null where nothing is. */
  weldFrom: number | null;
  who: string;
  what: string;
}

export interface DrawnShowing {
  fire: string | null;
  from: number;
  to: number;
  who: string;
  what: string;
}

interface TimetableProps {
  /** ms since 1970. */
  beganAt: number;
  minutes: number;
  cleanUp: number;
  timeZone: string;
  fires: readonly { id: string; name: string; welds: boolean }[];
  stays: readonly DrawnStay[];
  showings: readonly DrawnShowing[];
}

const WIDTH = 896;
const LEFT = 104;
const RULER = 34;
const LANE = 38;
const LETTER = 7.4;
const SHEET = "#FBFAF5";

/** The evening: the clock a steel rule, time at a fire a dimension line with its name in the gap. */
export function Timetable(props: TimetableProps) {
  const { beganAt, minutes, cleanUp, timeZone } = props;
  const x = (minute: number) => LEFT + (minute / minutes) * (WIDTH - LEFT - 4);
  const { rows, bottom } = rowsOf(props);
  const ticks = ticksOf(beganAt, minutes);
  return (
    <div className="overflow-x-auto" tabIndex={0} role="group" aria-label="Plan of the evening">
      <svg
        viewBox={`0 0 ${WIDTH} ${bottom + 1}`}
        role="img"
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
              <Stay key={index} stay={stay} y={y + lanes[index]! * LANE + LANE / 2} x={x} />
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

interface Placed {
  y: number;
  x: (minute: number) => number;
}

function Stay({ stay: { from, to, weldFrom, who, what }, y, x }: { stay: DrawnStay } & Placed) {
  const [x1, x2] = [x(from) + 3, x(to) - 3];
  const plainEnd = weldFrom === null ? x2 : x(weldFrom);
  const tick = (at: number) => `M${at - 4} ${y + 7}L${at + 4} ${y - 7}`;
  const label = labelFor(who, what, Math.max(plainEnd, x1 + 60) - x1 - 20);
  const beads = weldFrom === null ? 0 : Math.max(2, Math.floor((x2 - plainEnd - 8) / 7));
  return (
    <g>
      <title>{`${who}, ${what}`}</title>
      <path d={`M${x1} ${y}H${plainEnd}${tick(x1)}${tick(x2)}`} stroke="#555E65" fill="none" />
      {Array.from({ length: beads }, (_, index) => {
        const at = plainEnd + 4 + index * 7;
        return (
          <path
            key={index}
            d={`M${at} ${y - 9}q8 9 0 18`}
            fill="none"
            stroke="#20262B"
            strokeWidth="2.2"
            strokeLinecap="round"
          />
        );
      })}
      {label ? (
        <g fontSize="13.5" textAnchor="middle">
          {/* The gap in the line first, so that no letter is under it. */}
          <text x={(x1 + plainEnd) / 2} y={y + 4.5} fill="none" stroke={SHEET} strokeWidth="8">
            <LabelWords {...label} />
          </text>
          <text x={(x1 + plainEnd) / 2} y={y + 4.5}>
            <LabelWords {...label} isInk />
          </text>
        </g>
      ) : null}
    </g>
  );
}

const LabelWords = ({ who, what, isInk }: { who: string; what: string; isInk?: boolean }) => (
  <>
    <tspan fontWeight="600" fill={isInk ? "#20262B" : undefined}>
      {who}
    </tspan>
    {what ? <tspan fill={isInk ? "#555E65" : undefined}>{`  ${what}`}</tspan> : null}
  </>
);

/** As much of a name and a piece as there is room for; the name first. */
function labelFor(who: string, what: string, room: number): { who: string; what: string } | null {
  const first = who.split(" ")[0]!;
  const fits = (text: string) => text.length * LETTER <= room;
  if (fits(`${who}  ${what}`)) return { who, what };
  if (fits(`${first}  ${what}`)) return { who: first, what };
  const words = what.split(" ");
  for (let count = words.length - 1; count > 0; count -= 1) {
    const short = `${words.slice(0, count).join(" ")} …`;
    if (fits(`${first}  ${short}`)) return { who: first, what: short };
  }
  return fits(first) ? { who: first, what: "" } : null;
}

function Showing({
  showing: { from, to, who, what },
  y,
  high,
  x,
}: { showing: DrawnShowing; high: number } & Placed) {
  const [x1, x2] = [x(from) + 2, x(to) - 2];
  const [a, b] = [y + 4, y + high - 4];
  const middle = (x1 + x2) / 2;
  const isHigh = high > LANE;
  const room = x2 - x1 - 10;
  const shown = `${who.split(" ")[0]} shows`;
  return (
    <g>
      <title>{`${who} shows ${what}`}</title>
      <rect x={x1} y={a} width={x2 - x1} height={b - a} fill={SHEET} />
      <path
        d={`M${x1 + 8} ${a}H${x1}V${b}H${x1 + 8}M${x2 - 8} ${a}H${x2}V${b}H${x2 - 8}`}
        fill="none"
        stroke="#20262B"
        strokeWidth="3"
      />
      <text
        x={middle}
        y={y + high / 2 + (isHigh ? -3 : 4.5)}
        textAnchor="middle"
        fontSize="13"
        fontWeight="600"
        fill="#20262B"
      >
        {shown.length * LETTER <= room ? shown : who.split(" ")[0]}
      </text>
      {isHigh ? (
        <text x={middle} y={y + high / 2 + 14} textAnchor="middle" fontSize="12.5" fill="#20262B">
          {what.length * 6.6 <= room
            ? what
            : `${what.slice(0, Math.max(3, Math.floor(room / 6.8)))}…`}
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
