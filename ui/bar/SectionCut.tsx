import { shortened } from "@/core/bar/named";
import { caliperSizesMm, type Section } from "@/core/section/section";

const polygon = (sides: number, across: number, x: number, y: number) => {
  const radius = across / 2 / Math.cos(Math.PI / sides);
  return Array.from({ length: sides }, (_, index) => {
    const angle = Math.PI / sides + (2 * Math.PI * index) / sides;
    return `${(x + radius * Math.cos(angle)).toFixed(2)},${(y + radius * Math.sin(angle)).toFixed(2)}`;
  }).join(" ");
};

/** About how wide a letter of a label is, and what is left free beside it, px. */
const LETTER_PX = 6.6;
const GAP_PX = 22;

/** A section, true to the scale of its bar. */
export function SectionCut({
  section,
  scale,
  x,
  y,
  label,
  roomPx = Infinity,
}: {
  section: Section;
  scale: number;
  x: number;
  y: number;
  label: string;
  /** From its middle to the next; a longer label is cut short. */
  roomPx?: number;
}) {
  const width = caliperSizesMm(section)[1] * scale;
  const letters = Math.max(3, Math.floor((roomPx - width - GAP_PX) / LETTER_PX));
  return (
    <g fill="#B7BEC3" stroke="#5F6971" strokeWidth="1.2">
      <Outline section={section} scale={scale} x={x} y={y} />
      <text x={x + width / 2 + 10} y={y + 4.5} fontSize="13" fill="#555E65" stroke="none">
        <title>{label}</title>
        {shortened(label, letters)}
      </text>
    </g>
  );
}

function Outline({
  section,
  scale,
  x,
  y,
}: {
  section: Section;
  scale: number;
  x: number;
  y: number;
}) {
  switch (section.shape) {
    case "round":
      return <circle cx={x} cy={y} r={(section.size * scale) / 2} />;
    case "tube": {
      const wall = section.wall * scale;
      return (
        <circle
          cx={x}
          cy={y}
          r={(section.size * scale - wall) / 2}
          fill="none"
          strokeWidth={wall}
          stroke="#B7BEC3"
        />
      );
    }
    case "half-round": {
      const r = (section.size * scale) / 2;
      return <path d={`M${x - r} ${y + r / 2}A${r} ${r} 0 0 1 ${x + r} ${y + r / 2}Z`} />;
    }
    case "octagon":
      return <polygon points={polygon(8, section.size * scale, x, y)} />;
    case "hexagon":
      return <polygon points={polygon(6, section.size * scale, x, y)} />;
    case "square":
    case "flat": {
      const [height, width] = caliperSizesMm(section).map((mm) => mm * scale) as [number, number];
      return <rect x={x - width / 2} y={y - height / 2} width={width} height={height} />;
    }
  }
}
