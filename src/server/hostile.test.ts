import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { spawn } from 'node:child_process';
import { createCanvas } from '@napi-rs/canvas';
import { afterAll, beforeAll, describe, expect, test, vi } from 'vitest';
import { hostileFiles, knotted, promising, texts } from '../../tests/support/attacks';
import { openTestDatabase } from '../../tests/support/database';
import { spoil } from '../../tests/support/fuzz';
import { houseOver } from '../../tests/support/house';
import { smallFilm } from '../../tests/support/projects';
import { seeded } from '../../bench/seeded';
import { readRange } from './endpoints/send-file';
import type { House } from './house';
import { VERSION } from '../core/model';
import { createWorkshop, jsonPieces } from './workshop';

type Route = (context: { readonly params: Record<string, string>; readonly request: Request; readonly url: URL }) => Promise<Response>;
const data = mkdtempSync(path.join(tmpdir(), 'oak-hostile-'));
const workshop = createWorkshop({ script: 'dist/workshop-child.mjs', hands: 3, waiting: [40, 40, 200] });
let db: Awaited<ReturnType<typeof openTestDatabase>>;
let house: House;
const routes: Record<string, Route> = {};

beforeAll(async () => {
  db = await openTestDatabase();
  house = houseOver(db, data, workshop);
  vi.doMock('./house', () => ({ servedHouse: () => Promise.resolve(house) }));
  for (const [name, file, verb] of [['import', 'import-project', 'POST'], ['make', 'projects', 'POST'], ['duplicate', 'duplicate-project', 'POST'], ['send', 'changes', 'POST'], ['keep', 'media', 'POST'], ['media', 'media', 'GET'], ['still', 'still', 'GET'], ['salvage', 'salvage-project', 'POST'], ['missing', 'missing-media', 'GET']] as const) {
    routes[name] = ((await import(`./endpoints/${file}.ts`)) as Record<string, Route>)[verb]!;
  }
  await house.documents.create('film', smallFilm());
});
afterAll(async () => {
  workshop.close();
  await db.close();
});

const ask = async (route: string, params: Record<string, string> = {}, body?: Uint8Array | string, headers: Record<string, string> = {}) => {
  const url = new URL('http://127.0.0.1/x');
  const request = new Request(url, body === undefined ? { headers } : { method: 'POST', body: body as BodyInit, headers: { 'content-type': typeof body === 'string' ? 'application/json' : 'application/octet-stream', ...headers } });
  return routes[route]!({ params, request, url });
};
const told = async (answer: Response) => ({ status: answer.status, ...((await answer.json()) as { id?: string; message?: string; hash?: string }) });

// How long a machine that is busy takes to refuse them is no matter here: bench/attacks.ts measures it.
vi.setConfig({ testTimeout: 120_000 });

describe('files that are small to send and much to take', () => {
  const files = hostileFiles(0.02);
  test.each(Object.keys(files))('%s: an answer in words, no fault of ours, and nothing left behind', async (name) => {
    const answer = await told(await ask('import', {}, new Uint8Array(files[name]!)));
    expect(answer.status, JSON.stringify(answer).slice(0, 300)).toBeLessThan(500);
    if (answer.status !== 201) expect(answer.message).toMatch(/^[A-Z“`].{20,}\.$/s);
    expect(readdirSync(house.places.incoming)).toEqual([]);
  });
  test('stills of knotted nests and of many texts end at a deadline, once for each revision, and others are painted meanwhile', async () => {
    const knots = (await told(await ask('import', {}, Buffer.from(JSON.stringify(knotted(2, 2)))))).id!;
    const letters = (await told(await ask('import', {}, Buffer.from(JSON.stringify(texts(3)))))).id!;
    const asked: string[] = [];
    const watched = houseOver(db, data, { run: (one, input, piece) => {
      asked.push(one.name);
      return workshop.run(one.name === 'paint-still' && input !== null && (input as { changes?: unknown[] }).changes?.length === 0 ? { ...one, deadline: 1 } : one, input, piece);
    } });
    const [first, second] = await Promise.all([watched.stills.of(knots, 0), watched.stills.of(knots, 0)]);
    expect(first).toMatchObject({ kind: 'none', message: expect.stringContaining('given up') as string });
    expect(second).toBe(first);
    await watched.stills.of(knots, 0);
    expect(asked).toEqual(['paint-still']);
    expect((await ask('still', { id: letters })).headers.get('content-type')).toBe('image/png');
    // Forty who ask at once are served from one painting.
    const strips = await Promise.all(Array.from({ length: 40 }, () => ask('still', { id: 'film' })));
    expect(new Set(strips.map(({ status }) => status))).toEqual(new Set([200]));
  }, 60_000);
  test('spoiled documents, bodies and zips: no fault of ours', async () => {
    const random = seeded(4);
    const document = readFileSync('demo/night-tram.oak.json');
    const change = Buffer.from(JSON.stringify({ page: 2, base: 0, change: { id: 'fuzz-1', version: 2, event: 'a.b', label: 'x', patches: [{ path: ['name'], from: 'Try', to: 'Other' }] } }));
    const seen = new Map<number, number>();
    for (let i = 0; i < 300; i++) {
      const answer = i % 3 === 0 ? await ask('import', {}, new Uint8Array(spoil(document, random))) : i % 3 === 1 ? await ask('send', { id: 'film' }, spoil(change, random).toString('utf8')) : await ask('keep', {}, new Uint8Array(spoil(document.subarray(0, 300), random)));
      seen.set(answer.status, (seen.get(answer.status) ?? 0) + 1);
      await answer.arrayBuffer();
    }
    expect([...seen.keys()].filter((status) => status >= 500)).toEqual([]);
    expect([...seen.values()].reduce((sum, n) => sum + n)).toBe(300);
    expect(seen.size).toBeGreaterThan(2);
  }, 60_000);
});

test('twenty imports, creations and duplicates of the same content at once are all made, and nothing is left beside them', async () => {
  const file = new Uint8Array(readFileSync('demo/night-tram.oak.json'));
  const body = JSON.stringify({ name: 'Same', width: 640, height: 360, rate: [25, 1], duration: 100 });
  const twenty = <T>(work: () => Promise<T>) => Promise.all(Array.from({ length: 20 }, work));
  const statuses = (await Promise.all([twenty(() => ask('import', {}, file)), twenty(() => ask('make', {}, body)), twenty(() => ask('duplicate', { id: 'film' }))])).flat().map(({ status }) => status);
  expect(statuses).toEqual(Array.from({ length: 60 }, () => 201));
  expect(readdirSync(house.places.snapshots).filter((name) => name.endsWith('.part'))).toEqual([]);
  expect(readdirSync(house.places.incoming)).toEqual([]);
}, 60_000);

describe('media', () => {
  const picture = (() => {
    const canvas = createCanvas(30, 20);
    canvas.getContext('2d').fillRect(0, 0, 20, 10);
    return new Uint8Array(canvas.toBuffer('image/png'));
  })();
  test('what promises 60,000 × 60,000 px, an SVG under another name, and half a picture are refused in words', async () => {
    expect(await told(await ask('keep', {}, new Uint8Array(promising(60_000, 60_000)), { 'content-type': 'image/png' }))).toMatchObject({ status: 422, message: expect.stringMatching(/60000 × 60000 px; a side may have 16384/) as string });
    expect(await told(await ask('keep', {}, new TextEncoder().encode('<svg xmlns="http://www.w3.org/2000/svg"><script>1</script></svg>'), { 'content-type': 'image/png' }))).toMatchObject({ status: 415 });
    expect(await told(await ask('keep', {}, picture.subarray(0, 12)))).toMatchObject({ status: 422, message: expect.stringContaining('cannot be read') as string });
  });
  test('ranges are answered as ranges; one beyond the end is said to be', async () => {
    const { hash } = await told(await ask('keep', {}, picture));
    const file = `${hash}.png`;
    const get = async (range?: string) => {
      const answer = await ask('media', { file }, undefined, range === undefined ? {} : { range });
      return [answer.status, Buffer.from(await answer.arrayBuffer()).length, answer.headers.get('content-range')];
    };
    const size = picture.length;
    expect(await get()).toEqual([200, size, null]);
    expect(await get('bytes=2-5')).toEqual([206, 4, `bytes 2-5/${size}`]);
    expect(await get('bytes=10-')).toEqual([206, size - 10, `bytes 10-${size - 1}/${size}`]);
    expect(await get('bytes=-7')).toEqual([206, 7, `bytes ${size - 7}-${size - 1}/${size}`]);
    expect((await get(`bytes=${size}-`))[0]).toBe(416);
    expect(await get('bytes=1-2,4-5')).toEqual([200, size, null]);
    expect([readRange('bytes=0-0', 1), readRange('bytes=-', 9), readRange('bytes=5-2', 9), readRange('bytes=-0', 9), readRange('bytes=3-99', 9)]).toEqual([[0, 1], null, null, 'beyond', [3, 9]]);
  });
  test('a file that is damaged later is not there, is told as missing, and is found again by its hash', async () => {
    const { hash } = await told(await ask('keep', {}, picture));
    const asset = { id: 'a', name: 'A', type: 'image', hash: hash!, mime: 'image/png', bytes: picture.length, width: 30, height: 20 };
    const film = { ...smallFilm(), assets: { order: ['a'], by: { a: asset } } };
    await house.documents.create('damaged-media', film as unknown as ReturnType<typeof smallFilm>);
    const missing = async () => ((await (await ask('missing', { id: 'damaged-media' })).json()) as { missing: string[] }).missing;
    expect(await missing()).toEqual([]);
    const place = path.join(house.places.media, `${hash}.png`);
    writeFileSync(place, picture.map((byte, i) => (i === 50 ? byte ^ 1 : byte)));
    expect(await missing()).toEqual(['a']);
    expect((await ask('media', { file: `${hash}.png` })).status).toBe(404);
    expect((await told(await ask('keep', {}, picture))).hash).toBe(hash);
    expect(await missing()).toEqual([]);
    rmSync(place);
    expect(await missing()).toEqual(['a']);
  });
});

test('a child that is deep in work ends with its server, however that ended', async () => {
  const input = { file: path.join(data, 'deep.json'), note: path.join(data, 'note'), snapshots: data, media: data };
  writeFileSync(input.file, hostileFiles(0.5)['a document of 90 MB of small things']!);
  const parent = spawn('node', ['-e', `const child = require('node:child_process').fork('dist/workshop-child.mjs'); child.on('message', ({ kind }) => kind === 'ready' && child.send(${JSON.stringify({ name: 'import-file', input })}, () => setTimeout(() => console.log(child.pid), 700))); child.on('exit', () => console.log('ended'));`]);
  const pid = Number(await new Promise<string>((resolve) => parent.stdout.once('data', (chunk: Buffer) => resolve(chunk.toString()))));
  const lives = () => {
    try {
      return process.kill(pid, 0) && !/\) [ZX] /.test(readFileSync(`/proc/${pid}/stat`, 'utf8'));
    } catch {
      return false;
    }
  };
  expect(lives()).toBe(true);
  const began = performance.now();
  parent.kill('SIGKILL');
  await vi.waitFor(() => expect(lives()).toBe(false), { timeout: 20_000, interval: 50 });
  // Left to itself it would read on for many seconds.
  expect(performance.now() - began).toBeLessThan(4000);
}, 60_000);

test('an answer written in pieces is what it would be whole', () => {
  const { by } = smallFilm().compositions;
  const many = { a: Array.from({ length: 9000 }, (_, i) => i), list: Array.from({ length: 9000 }, (_, i) => (i % 9 === 0 ? undefined : { i })), by: Object.fromEntries(Array.from({ length: 9000 }, (_, i) => [`k${i}`, { at: i, "it's": [1, null, 'x'] }])), film: by, none: undefined, empty: {} };
  const pieces = [...jsonPieces(many)];
  expect(pieces.join('')).toBe(JSON.stringify(many));
  expect(pieces.length).toBeGreaterThan(2);
  expect([...jsonPieces(null)].join('')).toBe('null');
});

describe('odd numbers, ids and patches at the doors of changes', () => {
  test.each(['1e300', '-1', '1.5', 'x', '', '9007199254740993', '2147483648', 'Infinity'])('since=%s is refused in words', async (since) => {
    const url = new URL(`http://127.0.0.1/x?since=${since}&page=${VERSION}`);
    const { GET } = (await import('./endpoints/changes')) as unknown as { GET: Route };
    expect((await GET({ params: { id: 'film' }, request: new Request(url), url })).status).toBe(400);
    const far = new URL(`http://127.0.0.1/x?since=2147483647&page=${VERSION}`);
    expect((await GET({ params: { id: 'a\0b' }, request: new Request(far), url: far })).status).toBe(404);
  });
  test('a body of more than 256 KB is read by a child, one after another and at once, and is what it would be read here; what cannot be read is said', async () => {
    await house.documents.create('bodies', smallFilm());
    const asked: string[] = [];
    const own = house;
    house = { ...own, workshop: { run: (one, input, piece) => { asked.push(one.name); return workshop.run(one, input, piece); } } };
    try {
      const many = (n: number) => Array.from({ length: 4000 }, (_, i) => ({ path: ['compositions', 'by', 'main', 'markers', `m${n}-${i}`], to: { id: `m${n}-${i}`, at: i / 7, length: 0, name: `Marker ${i} “ü”`, colour: null, note: '', fires: true } }));
      const body = (n: number) => JSON.stringify({ page: VERSION, base: 0, change: { id: `large-body-${n}`, version: VERSION, event: 'markers.add', label: 'Many', patches: many(n) } });
      expect(body(1).length).toBeGreaterThan(256_000);
      const answers = await Promise.all([1, 2, 3].map(async (n) => told(await ask('send', { id: 'bodies' }, body(n)))));
      expect(answers.map(({ status }) => status)).toEqual([200, 200, 200]);
      const { project } = (await house.documents.open('bodies'))!;
      expect([1, 2, 3].map((n) => project.compositions.by['main']!.markers[`m${n}-3999`]?.name)).toEqual(Array.from({ length: 3 }, () => 'Marker 3999 “ü”'));
      expect(await told(await ask('send', { id: 'bodies' }, `${body(4).slice(0, -3)}`))).toMatchObject({ status: 400, message: 'The request is not readable JSON.' });
      expect(await told(await ask('send', { id: 'bodies' }, body(5).replace('"label":"Many"', '"label":7')))).toMatchObject({ status: 400, message: expect.stringMatching(/^The request does not fit at .+\.$/) as string });
      expect(await told(await ask('send', { id: 'bodies' }, `{"a":${'['.repeat(300_000)}`))).toMatchObject({ status: 400 });
      expect([new Set(asked), readdirSync(own.places.incoming)]).toEqual([new Set(['read-body']), []]);
      expect(asked.length).toBe(6);
    } finally {
      house = own;
    }
  });
  test('a patch that says nothing, and more patches than any gesture has, are refused', async () => {
    const send = (patches: unknown) => ask('send', { id: 'film' }, JSON.stringify({ base: 0, page: VERSION, change: { id: 'change-odd-1', version: VERSION, event: 'layers.set', label: 'Odd', patches } }));
    const empty = await told(await send([{ path: ['name'] }]));
    expect([empty.status, empty.message]).toEqual([400, expect.stringMatching(/says nothing/) as string]);
    expect((await send(Array.from({ length: 100_001 }, () => ({ path: ['a'], to: 1 })))).status).toBe(400);
    const endless = ['x'.repeat(1_000_001), { a: [{ ['k'.repeat(1_000_001)]: 1 }] }];
    for (const to of endless) expect(await told(await send([{ path: ['compositions', 'by', 'main', 'note'], from: '', to }]))).toMatchObject({ status: 400, message: expect.stringMatching(/a text of more than 1,000,000 letters has no place in a document/) as string });
  });
});
