/** What an exercise uses that brings a risk of its own. */
export const RISKS = [
  "struck-tool",
  "hot-cut",
  "stub",
  "weld",
  "flux",
  "glare",
  "springing",
  "twist",
  "thin",
  "wax",
  "food",
  "machine",
  "drill",
  "reclaimed",
  "coated",
  "carbon-steel",
  "load-shaped",
] as const;
export type Risk = (typeof RISKS)[number];
