/** How a characteristic is read; see `measuredValue` for what each way comes to. */
export const READING_WAYS = ["one", "difference", "spread", "line", "gauge", "grade"] as const;
export type ReadingWay = (typeof READING_WAYS)[number];

/** Most values one reading holds. */
export const MAX_VALUES = 12;
