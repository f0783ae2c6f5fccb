import { inflateSync } from 'node:zlib';

/** Sizes of headers and of entries of the tables, in bytes (WOFF 1.0, W3C; OpenType, ISO 14496-22). */
const WOFF = { header: 44, entry: 20 } as const;
const SFNT = { header: 12, entry: 16 } as const;

/** A WOFF font unpacked, so that what sets pages need not unpack it piece by piece, which takes half a second. */
export function toSfnt(woff: Buffer): Buffer {
  const count = woff.readUInt16BE(12);
  const tables = Array.from({ length: count }, (_, i) => {
    const at = WOFF.header + i * WOFF.entry;
    const [offset, packed, length] = [4, 8, 12].map((k) => woff.readUInt32BE(at + k)) as [
      number,
      number,
      number,
    ];
    const bytes = woff.subarray(offset, offset + packed);
    return {
      tag: woff.subarray(at, at + 4),
      checksum: woff.readUInt32BE(at + 16),
      bytes: packed < length ? inflateSync(bytes) : bytes,
    };
  });
  const log = Math.floor(Math.log2(count));
  const header = Buffer.alloc(SFNT.header + count * SFNT.entry);
  woff.copy(header, 0, 4, 8);
  [count, 16 * 2 ** log, log, count * 16 - 16 * 2 ** log].forEach((v, i) =>
    header.writeUInt16BE(v, 4 + 2 * i),
  );
  let offset = header.length;
  const bodies = tables.map(({ tag, checksum, bytes }, i) => {
    const at = SFNT.header + i * SFNT.entry;
    tag.copy(header, at);
    [checksum, offset, bytes.length].forEach((v, k) => header.writeUInt32BE(v, at + 4 + 4 * k));
    const padded = Buffer.alloc(Math.ceil(bytes.length / 4) * 4);
    bytes.copy(padded);
    offset += padded.length;
    return padded;
  });
  return Buffer.concat([header, ...bodies]);
}
