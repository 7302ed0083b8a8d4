import { useState, type PointerEvent } from "react";
import { LANE, LETTER, SHEET, WIDTH, type DrawnStay, type Placed } from "./drawn";

/** What is chosen of a timetable, and what is asked when something is put elsewhere. */
export interface Moving {
  chosen: string | null;
  onChoose: (id: string) => void;
  /** By so many minutes, and to a fire where it was put on one. */
  onMove: (id: string, by: { minutes: number; toFire: string | null }) => void;
}

/** One line of it, in the drawing's own units. */
export interface StayDrag {
  isChosen: boolean;
  onChoose: () => void;
  onDrop: (alongPx: number, toY: number) => void;
}

/** Time at a fire: a dimension line with the name in its gap, a weld as a bead on it. */
export function Stay({
  stay: { from, to, weldFrom, who, what, isPut },
  y,
  x,
  drag,
}: { stay: DrawnStay; drag?: StayDrag | undefined } & Placed) {
  const { handlers, shift } = useDrag(drag);
  const [x1, x2] = [x(from) + 3, x(to) - 3];
  const plainEnd = weldFrom === null ? x2 : x(weldFrom);
  const tick = (at: number) => `M${at - 4} ${y + 7}L${at + 4} ${y - 7}`;
  const label = labelFor(who, what, Math.max(plainEnd, x1 + 60) - x1 - 20);
  const beads = weldFrom === null ? 0 : Math.max(2, Math.floor((x2 - plainEnd - 8) / 7));
  return (
    <g
      {...handlers}
      {...(drag
        ? {
            ...{ tabIndex: 0, role: "button", onFocus: drag.onChoose },
            "aria-label": `${who}, ${what}${isPut ? ", put here" : ""}`,
            "aria-pressed": drag.isChosen,
          }
        : {})}
      transform={shift ? `translate(${shift.x} ${shift.y})` : undefined}
      className={drag ? "cursor-grab touch-none outline-none" : undefined}
    >
      <title>{`${who}, ${what}`}</title>
      {drag ? (
        <rect
          x={x1}
          y={y - LANE / 2}
          width={x2 - x1}
          height={LANE}
          fill="none"
          pointerEvents="all"
        />
      ) : null}
      {drag?.isChosen ? (
        <path d={`M${x1} ${y + 13}H${x2}`} stroke="#20262B" strokeWidth="3" />
      ) : null}
      {isPut ? <rect x={x1 - 4} y={y - 4} width="8" height="8" fill="#20262B" /> : null}
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

/** Less than this is a tap, in the drawing's own units. */
const TAP = 6;

/** A line taken hold of with a finger or a mouse, and let go elsewhere. */
function useDrag(drag: StayDrag | undefined) {
  const [held, setHeld] = useState<{ from: DOMPoint; to: DOMPoint } | null>(null);
  if (!drag) return { handlers: {}, shift: null };
  const at = (event: PointerEvent<SVGGElement>) => {
    const svg = event.currentTarget.ownerSVGElement!;
    const box = svg.getBoundingClientRect();
    const scale = WIDTH / box.width;
    return new DOMPoint((event.clientX - box.x) * scale, (event.clientY - box.y) * scale);
  };
  const shift = held ? { x: held.to.x - held.from.x, y: held.to.y - held.from.y } : null;
  const isMoved = shift !== null && Math.hypot(shift.x, shift.y) > TAP;
  return {
    shift: isMoved ? shift : null,
    handlers: {
      onPointerDown: (event: PointerEvent<SVGGElement>) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        event.currentTarget.focus();
        setHeld({ from: at(event), to: at(event) });
      },
      onPointerMove: (event: PointerEvent<SVGGElement>) => {
        if (held) setHeld({ ...held, to: at(event) });
      },
      onPointerUp: () => {
        if (isMoved) drag.onDrop(shift.x, held!.to.y);
        setHeld(null);
      },
      onPointerCancel: () => setHeld(null),
    },
  };
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
