/** What an exercise uses that brings a risk of its own. */
export const RISKS = [
  "struck-tool",
  "hot-cut",
  "weld",
  "flux",
  "twist",
  "thin",
  "wax",
  "food",
  "machine",
  "reclaimed",
  "carbon-steel",
  "load-shaped",
] as const;
export type Risk = (typeof RISKS)[number];
