import { inflateSync } from "node:zlib";

const HEADER = 44;
const ENTRY = 20;
const SFNT_HEADER = 12;
const SFNT_ENTRY = 16;

/**
 * The plain font inside a WOFF file. The writer of PDFs reads packed fonts too,
 * but unpacks every table again for every document; so they are unpacked once.
 *
 * Source: W3C WOFF File Format 1.0, sections 3 to 5.
 */
export function unpackWoff(woff: Buffer): Buffer {
  const tables = woff.readUInt16BE(12);
  const entries = Array.from({ length: tables }, (_, index) => {
    const at = HEADER + index * ENTRY;
    const [offset, packed, length] = [4, 8, 12].map((by) => woff.readUInt32BE(at + by)) as [
      number,
      number,
      number,
    ];
    const data = woff.subarray(offset, offset + packed);
    return {
      tag: woff.subarray(at, at + 4),
      checksum: woff.readUInt32BE(at + 16),
      data: packed < length ? inflateSync(data) : data,
    };
  });
  const directory = Buffer.alloc(SFNT_HEADER + tables * SFNT_ENTRY);
  woff.copy(directory, 0, 4, 8);
  directory.writeUInt16BE(tables, 4);
  const power = 2 ** Math.floor(Math.log2(tables));
  directory.writeUInt16BE(power * SFNT_ENTRY, 6);
  directory.writeUInt16BE(Math.log2(power), 8);
  directory.writeUInt16BE((tables - power) * SFNT_ENTRY, 10);
  let offset = directory.length;
  const parts = entries.map(({ tag, checksum, data }, index) => {
    const at = SFNT_HEADER + index * SFNT_ENTRY;
    tag.copy(directory, at);
    directory.writeUInt32BE(checksum, at + 4);
    directory.writeUInt32BE(offset, at + 8);
    directory.writeUInt32BE(data.length, at + 12);
    const padded = Buffer.concat([data, Buffer.alloc((4 - (data.length % 4)) % 4)]);
    offset += padded.length;
    return padded;
  });
  return Buffer.concat([directory, ...parts]);
}
