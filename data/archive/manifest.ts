import * as z from "zod";

/** Named in the archive, so that whoever reads one knows what it is. */
export const ARCHIVE_FORMAT = "bell-step.archive/1";

const fileSchema = z.strictObject({
  bytes: z.int().min(0),
  sha256: z.string().regex(/^[0-9a-f]{64}$/),
  /** Of a file of records. */
  rows: z.int().min(0).optional(),
});
export type ArchivedFile = z.output<typeof fileSchema>;

/** What stands last in an archive: of what school it is, of which version, and the checksum of every other file. */
export const manifestSchema = z.strictObject({
  format: z.literal(ARCHIVE_FORMAT),
  /** How many migrations the database had seen. */
  schema: z.int().min(1),
  school: z.strictObject({ id: z.uuid(), name: z.string().min(1).max(200) }),
  /** Where it is one person's only. */
  person: z.uuid().optional(),
  files: z.record(z.string().max(200), fileSchema),
});
export type Manifest = z.output<typeof manifestSchema>;
