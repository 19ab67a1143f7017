import { inflateSync } from 'node:zlib';

/**
 * A font as it lies in a WOFF file, its tables unpacked: a library that reads a font for each document would unpack them
 * for each. Source: W3C WOFF File Format 1.0, sections 3 to 5.
 *
 * @throws where the file is no WOFF
 */
export function sfntOf(woff: Buffer): Buffer {
  if (woff.toString('latin1', 0, 4) !== 'wOFF') throw new Error('no WOFF file');
  const count = woff.readUInt16BE(12);
  const tables = Array.from({ length: count }, (_, i) => {
    const at = 44 + 20 * i;
    const [from, packed, length] = [woff.readUInt32BE(at + 4), woff.readUInt32BE(at + 8), woff.readUInt32BE(at + 12)];
    const data = woff.subarray(from, from + packed);
    return {
      tag: woff.subarray(at, at + 4),
      checksum: woff.readUInt32BE(at + 16),
      data: packed < length ? inflateSync(data) : data,
    };
  });
  const head = Buffer.alloc(12 + 16 * count);
  woff.copy(head, 0, 4, 8);
  const power = Math.floor(Math.log2(count));
  head.writeUInt16BE(count, 4);
  head.writeUInt16BE(16 * 2 ** power, 6);
  head.writeUInt16BE(power, 8);
  head.writeUInt16BE(16 * count - 16 * 2 ** power, 10);
  let offset = head.length;
  const parts = [head];
  tables.forEach(({ tag, checksum, data }, i) => {
    const at = 12 + 16 * i;
    tag.copy(head, at);
    head.writeUInt32BE(checksum, at + 4);
    head.writeUInt32BE(offset, at + 8);
    head.writeUInt32BE(data.length, at + 12);
    const padded = Buffer.alloc(Math.ceil(data.length / 4) * 4);
    data.copy(padded);
    parts.push(padded);
    offset += padded.length;
  });
  return Buffer.concat(parts);
}
