import journal from "../migrations/meta/_journal.json";

/** How many migrations this version knows: an archive of one that knew more can't be read. */
export const SCHEMA_VERSION = journal.entries.length;
