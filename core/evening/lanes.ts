/** Something that takes a place for a while. */
interface Stay {
  from: number;
  to: number;
}

/**
 * Puts stays on as few lines as they need, none over another, the first to come uppermost.
 *
 * @returns the line of each, in the order given, and how many there are
 */
export function inLanes(stays: readonly Stay[]): { lanes: number[]; count: number } {
  const ends: number[] = [];
  const lanes: number[] = [];
  const inOrder = stays
    .map((stay, index) => ({ ...stay, index }))
    .sort((a, b) => a.from - b.from || a.index - b.index);
  for (const { from, to, index } of inOrder) {
    const free = ends.findIndex((end) => end <= from);
    const lane = free < 0 ? ends.length : free;
    ends[lane] = to;
    lanes[index] = lane;
  }
  return { lanes, count: Math.max(1, ends.length) };
}
