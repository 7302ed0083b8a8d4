/** A technique in the course, by id, with the ids of those that come before it. */
export interface CourseNode {
  id: string;
  after: readonly string[];
}

/**
 * A loop among the prerequisites, as the ids along it with the first again at the end;
 * null when there is none. Depth first, each technique once (Tarjan 1972).
 *
 * @example findLoop([{ id: "a", after: ["b"] }, { id: "b", after: ["a"] }]) → ["a", "b", "a"]
 */
export function findLoop(nodes: readonly CourseNode[]): string[] | null {
  const byId = new Map(nodes.map((node) => [node.id, node]));
  const done = new Set<string>();
  const path: string[] = [];
  const visit = (id: string): string[] | null => {
    if (done.has(id)) return null;
    const at = path.indexOf(id);
    if (at >= 0) return [...path.slice(at), id];
    path.push(id);
    for (const before of byId.get(id)?.after ?? []) {
      const loop = visit(before);
      if (loop) return loop;
    }
    path.pop();
    done.add(id);
    return null;
  };
  for (const { id } of nodes) {
    const loop = visit(id);
    if (loop) return loop;
  }
  return null;
}

/** The techniques a technique opens: those that have it before them. */
export const opensUp = (id: string, nodes: readonly CourseNode[]): string[] =>
  nodes.filter(({ after }) => after.includes(id)).map((node) => node.id);

/** The step at which a technique opens those that build on it: Fair. */
export const OPENS_AT = 2;

/** Which of the techniques before it are not far enough yet; empty when it is open. */
export const missingBefore = (
  { after }: Pick<CourseNode, "after">,
  stepOf: (id: string) => number,
): string[] => after.filter((before) => stepOf(before) < OPENS_AT);
