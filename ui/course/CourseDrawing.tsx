"use client";

import { shortened } from "@/core/bar/named";
import { useMemo } from "react";
import type { CourseNode } from "@/core/climb/curriculum";
import { layOutCourse, TREAD } from "./layout";

/** The course as a stair: a tread for each technique, a riser from each to what it opens. The chosen one's own stand out. */
export function CourseDrawing({
  nodes,
  chosen,
  onChoose,
}: {
  nodes: readonly (CourseNode & { name: string })[];
  chosen: string | null;
  onChoose: (id: string) => void;
}) {
  const layout = useMemo(() => layOutCourse(nodes), [nodes]);
  const names = new Map(nodes.map(({ id, name }) => [id, name]));
  const near = new Set(
    layout.risers.flatMap(({ from, to }) => (from === chosen || to === chosen ? [from, to] : [])),
  );
  return (
    <div
      className="overflow-auto border-t-2 border-ink bg-sheet"
      tabIndex={0}
      role="region"
      aria-label="The course, drawn"
    >
      <svg width={layout.width} height={layout.height} className="block">
        {layout.risers.map(({ from, to, points }) => {
          const own = from === chosen || to === chosen;
          return (
            <polyline
              key={`${from}/${to}`}
              points={points.map(({ x, y }) => `${x},${y}`).join(" ")}
              fill="none"
              stroke={own ? "#20262b" : "#b8b2a0"}
              strokeWidth={own ? 2 : 1}
            />
          );
        })}
        {layout.treads.map(({ id, x, y }) => (
          <g key={id} transform={`translate(${x} ${y})`}>
            <rect
              width={TREAD.width}
              height={TREAD.height}
              fill={id === chosen ? "#ffffff" : "#f2f0e8"}
              stroke={id === chosen || near.has(id) ? "#20262b" : "#b8b2a0"}
            />
            <rect
              y={TREAD.height - 4}
              width={TREAD.width}
              height={4}
              fill={id === chosen ? "#20262b" : "#5f6971"}
            />
            <text
              x={TREAD.width / 2}
              y={TREAD.height / 2 + 2}
              textAnchor="middle"
              fontSize="13"
              fontWeight={id === chosen ? 700 : 400}
              fill="#20262b"
            >
              {shortened(names.get(id) ?? "", MAX_LETTERS)}
            </text>
            <rect
              width={TREAD.width}
              height={TREAD.height}
              fill="transparent"
              role="button"
              tabIndex={0}
              aria-label={names.get(id)}
              aria-pressed={id === chosen}
              className="cursor-pointer"
              onClick={() => onChoose(id)}
              onKeyDown={(event) => {
                if (event.key !== "Enter" && event.key !== " ") return;
                event.preventDefault();
                onChoose(id);
              }}
            />
          </g>
        ))}
      </svg>
    </div>
  );
}

const MAX_LETTERS = 21;
