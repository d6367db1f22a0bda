import { createHash } from 'node:crypto';
import { constants, deflateRawSync } from 'node:zlib';
import { VERSION } from '../../src/core/model';

/** An entry of a zip as it is written, whatever it says of itself. */
export type RawEntry = { readonly name: string; readonly data: Uint8Array; readonly method: 0 | 8; /** How many bytes it says to have unpacked. */ readonly says: number };

/** A zip written by hand: its sizes are what its entries say, true or not. */
export function rawZip(entries: readonly RawEntry[]): Buffer {
  const parts: Buffer[] = [];
  const central: Buffer[] = [];
  let at = 0;
  for (const { name, data, method, says } of entries) {
    const letters = Buffer.from(name);
    const common = Buffer.alloc(26);
    common.writeUInt16LE(20, 0);
    common.writeUInt16LE(method, 4);
    common.writeUInt32LE(data.length, 14);
    common.writeUInt32LE(says >>> 0, 18);
    common.writeUInt16LE(letters.length, 22);
    parts.push(Buffer.from('PK\x03\x04', 'latin1'), common, letters, Buffer.from(data));
    const record = Buffer.alloc(14);
    record.writeUInt32LE(at, 10);
    central.push(Buffer.from('PK\x01\x02\x14\x00', 'latin1'), common, record, letters);
    at += 30 + letters.length + data.length;
  }
  const list = Buffer.concat(central);
  const end = Buffer.alloc(22);
  end.write('PK\x05\x06', 'latin1');
  end.writeUInt16LE(entries.length & 0xffff, 8);
  end.writeUInt16LE(entries.length & 0xffff, 10);
  end.writeUInt32LE(list.length, 12);
  end.writeUInt32LE(at, 16);
  return Buffer.concat([...parts, list, end]);
}

/** So many bytes of one letter, packed, without being unpacked here: a packed stretch can be said again and again. */
export function packedRun(letter: string, bytes: number, before = '', after = ''): Buffer {
  const stretch = 4_000_000;
  const full = (text: string) => deflateRawSync(text, { finishFlush: constants.Z_FULL_FLUSH, level: 9 });
  const one = full(letter.repeat(stretch));
  return Buffer.concat([full(before), ...Array.from({ length: Math.floor(bytes / stretch) }, () => one), deflateRawSync(letter.repeat(bytes % stretch) + after)]);
}

const film = (more: object) => ({ format: 'oak-tumble/project', version: VERSION, name: 'Hostile', ...more });
const composition = (id: string, layers: readonly object[], more: object = {}) => ({ id, name: id, width: 640, height: 360, duration: 100, layers, ...more });
const file = (body: unknown): RawEntry => {
  const text = Buffer.from(JSON.stringify(body));
  return { name: 'project.oak.json', data: text, method: 0, says: text.length };
};
const hashAt = (i: number) => createHash('sha256').update(`medium ${i}`).digest('hex');
const asset = (i: number) => ({ id: `a${i}`, name: `Medium ${i}`, type: 'image', hash: hashAt(i), mime: 'image/png', bytes: 10, width: 10, height: 10 });

/** Compositions that each use the next a few times: the deepest is seen as often as the power of both. */
export function knotted(deep: number, wide: number): object {
  const nests = (i: number) => Array.from({ length: wide }, (_, k) => ({ id: `l${i}-${k}`, name: `Use ${k}`, kind: 'nest', source: `c${i + 1}`, channels: { x: { value: k * 3 }, scaleX: { value: 90 } } }));
  return film({ main: 'c0', compositions: [...Array.from({ length: deep }, (_, i) => composition(`c${i}`, nests(i))), composition(`c${deep}`, [{ id: 'dot', name: 'Dot', kind: 'shape', shape: 'ellipse' }])] });
}

/** A film of so many texts. */
export function texts(many: number): object {
  return film({ compositions: [composition('main', Array.from({ length: many }, (_, i) => ({ id: `t${i}`, name: `Text ${i}`, kind: 'text', channels: { text: { value: `Words that go on and on, the ${i}th time over` } } })))] });
}

/** A PNG whose header promises a size, and that holds nothing of it. */
export function promising(width: number, height: number): Buffer {
  const header = Buffer.alloc(33);
  header.write('\x89PNG\r\n\x1a\n\x00\x00\x00\x0dIHDR', 'latin1');
  header.writeUInt32BE(width, 16);
  header.writeUInt32BE(height, 20);
  header.set([8, 6, 0, 0, 0], 24);
  return header;
}

/** Files that are small to send and much to take, by name; `scale` 1 is the whole of each. */
export function hostileFiles(scale: number): Readonly<Record<string, Buffer>> {
  const many = (n: number) => Math.max(2, Math.round(n * scale));
  const nested = (deep: number) => `${'{"a":'.repeat(deep)}1${'}'.repeat(deep)}`;
  const keeping = (kept: readonly string[]) => JSON.stringify(film({ compositions: [composition('main', [{ id: 'dot', name: 'Dot', kind: 'shape', shape: 'ellipse', channels: { x: { keys: kept.map((_, i) => ({ at: i, value: 0, kept: `KEPT${i}.` })) } } }])] })).replace(/"KEPT(\d+)\."/g, (_, i: string) => kept[Number(i)]!);
  return {
    'a zip whose entry says 1 KB and has 6 GB': rawZip([{ name: 'project.oak.json', data: packedRun(' ', 6_000_000_000 * scale), method: 8, says: 1000 }]),
    'a document of 1 GB in a zip of 1 MB': rawZip([{ name: 'project.oak.json', data: packedRun(' ', 1_000_000_000 * scale, '{"format":"oak-tumble/project",', '"version":1}'), method: 8, says: 1_000_000_000 * scale }]),
    'a document of 90 MB of small things': Buffer.from(`{"format":"oak-tumble/project","version":${VERSION},"name":"x","compositions":[${'[],'.repeat(30_000_000 * scale)}[]]}`),
    '600 packed media': rawZip([file(film({ assets: Array.from({ length: many(600) }, (_, i) => asset(i)) })), ...Array.from({ length: many(600) }, (_, i) => ({ name: `media/${hashAt(i)}.png`, data: packedRun('\0', 60_000_000 * scale), method: 8 as const, says: 60_000_000 * scale }))]),
    '3,000 assets and 30,000 entries': rawZip([file(film({ assets: Array.from({ length: many(3000) }, (_, i) => asset(i)) })), ...Array.from({ length: many(30_000) }, (_, i) => ({ name: `media/${hashAt(i + 7)}.png`, data: Buffer.from('x'), method: 0 as const, says: 1 }))]),
    '`kept` nested 1,000 deep, 200 times': Buffer.from(keeping(Array.from({ length: many(200) }, () => nested(1000)))),
    '`kept` nested 200,000 deep': Buffer.from(keeping([nested(many(200_000))])),
    'a zip that is cut off': rawZip([file(film({}))]).subarray(0, 90),
    'a zip inside its own directory': Buffer.concat([rawZip([file(film({}))]), rawZip([file(film({}))]).subarray(40)]),
  };
}
