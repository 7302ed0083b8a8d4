import { createHash } from "node:crypto";
import type { Readable } from "node:stream";
import yauzl, { type Entry, type ZipFile } from "yauzl";
import { refuse } from "@/core/problem/problem";
import { ARCHIVE_FORMAT, manifestSchema, type ArchivedFile, type Manifest } from "./manifest";
import { SCHEMA_VERSION } from "./version";

const MAX_MANIFEST_BYTES = 50_000_000;
/** All its files together, unpacked: a school of a million pieces has half of it. */
const MAX_MB = 20_000;
/** A photograph that is kept is smaller. */
const MAX_WHOLE_BYTES = 50_000_000;
const MAX_LINE = 20_000_000;

export interface OpenedArchive {
  manifest: Manifest;
  /** The lines of a file of records; none where there is no such file. */
  lines: (name: string) => AsyncIterable<string>;
  /** A whole file, such as a photograph. */
  bytes: (name: string) => Promise<Buffer>;
  close: () => void;
}

/**
 * Opens an archive and looks whether it is whole: every file that its manifest names is there, with its checksum,
 * and no other.
 *
 * @param maxMb what its files may come to, unpacked, MB
 * @throws Refusal where it was cut off or altered, is too large, of a newer version, or no archive
 */
export async function openArchive(path: string, maxMb = MAX_MB): Promise<OpenedArchive> {
  const { zip, entries } = await opened(path);
  try {
    const bytes = [...entries.values()].reduce((sum, one) => sum + one.uncompressedSize, 0);
    if (bytes > maxMb * 1_000_000) refuse({ code: "archive-too-large", maxMb });
    const listed = entries.get("manifest.json");
    if (!listed || listed.uncompressedSize > MAX_MANIFEST_BYTES)
      refuse({ code: "archive-unreadable" });
    const manifest = readManifest(String(await whole(await streamOf(zip, listed))));
    const names = Object.keys(manifest.files);
    if (names.length !== entries.size - 1 || names.some((name) => !entries.has(name)))
      refuse({ code: "archive-altered" });
    for (const [name, file] of Object.entries(manifest.files))
      await assertWhole(await streamOf(zip, entries.get(name)!), file);
    const entryOf = (name: string) => entries.get(name) ?? refuse({ code: "archive-altered" });
    return {
      manifest,
      lines: (name) => linesOf(() => streamOf(zip, entryOf(name)), entries.has(name)),
      bytes: async (name) => whole(await streamOf(zip, entryOf(name))),
      close: () => zip.close(),
    };
  } catch (error) {
    zip.close();
    throw error;
  }
}

async function assertWhole(stream: Readable, { bytes, sha256 }: ArchivedFile): Promise<void> {
  const hash = createHash("sha256");
  let size = 0;
  try {
    for await (const chunk of stream) {
      hash.update(chunk as Buffer);
      size += (chunk as Buffer).length;
      if (size > bytes) break;
    }
  } catch {
    refuse({ code: "archive-altered" });
  }
  if (size !== bytes || hash.digest("hex") !== sha256) refuse({ code: "archive-altered" });
}

function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return null;
  }
}

function readManifest(text: string): Manifest {
  const json = jsonOf(text) as { format?: unknown; schema?: unknown } | null;
  if (typeof json?.schema === "number" && json.schema > SCHEMA_VERSION)
    refuse({ code: "archive-newer" });
  if (typeof json?.format === "string" && json.format !== ARCHIVE_FORMAT)
    refuse({ code: "format-version", found: json.format, reads: ARCHIVE_FORMAT });
  const read = manifestSchema.safeParse(json);
  return read.success ? read.data : refuse({ code: "archive-unreadable" });
}

async function opened(path: string): Promise<{ zip: ZipFile; entries: Map<string, Entry> }> {
  try {
    const zip = await yauzl.openPromise(path, { autoClose: false, lazyEntries: true });
    const entries = new Map<string, Entry>();
    for await (const entry of zip.eachEntry()) entries.set(entry.fileName, entry);
    return { zip, entries };
  } catch {
    return refuse({ code: "archive-unreadable" });
  }
}

async function streamOf(zip: ZipFile, entry: Entry): Promise<Readable> {
  try {
    return await zip.openReadStreamPromise(entry);
  } catch {
    return refuse({ code: "archive-altered" });
  }
}

async function whole(stream: Readable): Promise<Buffer> {
  const chunks: Buffer[] = [];
  let left = MAX_WHOLE_BYTES;
  for await (const chunk of stream) {
    chunks.push(chunk as Buffer);
    left -= (chunk as Buffer).length;
    if (left < 0) refuse({ code: "archive-altered" });
  }
  return Buffer.concat(chunks);
}

/** The lines of a file, parted by line feeds alone: other separators may stand in a text. */
async function* linesOf(open: () => Promise<Readable>, isThere: boolean): AsyncIterable<string> {
  if (!isThere) return;
  const decoder = new TextDecoder();
  let parts: string[] = [];
  let length = 0;
  for await (const chunk of await open()) {
    const [first, ...others] = decoder.decode(chunk as Buffer, { stream: true }).split("\n");
    parts.push(first!);
    length += first!.length;
    for (const next of others) {
      if (length > 0) yield parts.join("");
      parts = [next];
      length = next.length;
    }
    if (length > MAX_LINE) refuse({ code: "archive-altered" });
  }
  if (length > 0) yield parts.join("");
}
