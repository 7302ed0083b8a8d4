import dagre from "@dagrejs/dagre";
import type { CourseNode } from "@/core/climb/curriculum";

export interface PlacedTread {
  id: string;
  x: number;
  y: number;
}

export interface StairLayout {
  treads: PlacedTread[];
  /** From what comes before to what it opens, as corner points. */
  risers: { from: string; to: string; points: { x: number; y: number }[] }[];
  width: number;
  height: number;
}

export const TREAD = { width: 142, height: 44 } as const;
/** How much higher each column stands than the one before: the course climbs. */
const RISE = 22;

/**
 * Lays a course out as a stair: columns from left to right by a layered graph layout, each a
 * riser higher than the one before. The course must have no loop.
 */
export function layOutCourse(nodes: readonly CourseNode[]): StairLayout {
  const graph = new dagre.graphlib.Graph();
  graph.setGraph({ rankdir: "LR", nodesep: 8, ranksep: 34, marginx: 12, marginy: 12 });
  graph.setDefaultEdgeLabel(() => ({}));
  for (const { id } of nodes) graph.setNode(id, { ...TREAD });
  for (const { id, after } of nodes) for (const before of after) graph.setEdge(before, id);
  dagre.layout(graph);
  const centres = new Map(nodes.map(({ id }) => [id, graph.node(id) as { x: number; y: number }]));
  const columns = [...new Set([...centres.values()].map(({ x }) => x))].sort((a, b) => b - a);
  const treads = nodes.map(({ id }) => {
    const { x, y } = centres.get(id)!;
    const lower = columns.indexOf(x) * RISE;
    return { id, x: x - TREAD.width / 2, y: y - TREAD.height / 2 + lower };
  });
  const placed = new Map(treads.map((tread) => [tread.id, tread]));
  const risers = nodes.flatMap(({ id, after }) =>
    after.map((before) => ({
      from: before,
      to: id,
      points: cornersOf(placed.get(before)!, placed.get(id)!),
    })),
  );
  const { width = 0 } = graph.graph() as { width?: number };
  const height = Math.max(0, ...treads.map(({ y }) => y)) + TREAD.height + 12;
  return { treads, risers, width, height };
}

/** Out to the right, along, and in from the left: a riser and a tread. */
function cornersOf(before: PlacedTread, next: PlacedTread): { x: number; y: number }[] {
  const [fromX, fromY] = [before.x + TREAD.width, before.y + TREAD.height / 2];
  const [toX, toY] = [next.x, next.y + TREAD.height / 2];
  const turn = toX - 16;
  return [
    { x: fromX, y: fromY },
    { x: turn, y: fromY },
    { x: turn, y: toY },
    { x: toX, y: toY },
  ];
}
