import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { describe, expect, test } from 'vitest';
import type { Problem } from '../core/checks';
import { STAGGER_ORDERS as ORDERS } from '../core/commands';
import { readProject, type Layer } from '../core/model';
import { OPERATORS } from '../core/timing';
import { run } from './main';

const folder = mkdtempSync(path.join(tmpdir(), 'oak-time-'));
let made = 0;
function write(compositions: readonly object[]): string {
  const file = path.join(folder, `film${++made}.oak.json`);
  writeFileSync(file, JSON.stringify({ format: 'oak-tumble/project', version: 2, name: 'P', main: 'main', compositions }));
  return file;
}
async function oak(...args: readonly string[]) {
  let [out, err] = ['', ''];
  const code = await run(args, (text) => (out += text), (text) => (err += text));
  return { code, out, err };
}
/** Does an edit by the command line; the file that came of it. */
async function edit(file: string, event: string, args: object): Promise<string> {
  const to = path.join(folder, `film${++made}.oak.json`);
  const { code, err } = await oak('edit', file, '--do', event, '--with', JSON.stringify(args), '--out', to);
  expect([err, code]).toEqual(['', 0]);
  return to;
}
const layersOf = (file: string): Readonly<Record<string, Layer>> => {
  const read = readProject(readFileSync(file, 'utf8'));
  if (!read.ok) throw new Error('not read');
  return read.value.compositions.by['main']!.layers.by;
};
const problems = async (file: string): Promise<readonly Problem[]> => JSON.parse((await oak('check', file)).out) as readonly Problem[];

const moving = { id: 'w', name: 'Wheel', kind: 'null', channels: { rotation: { keys: [{ at: 0, value: 0 }, { at: 20, value: 90 }, { at: 40, value: 10 }] } } };
const film = (nest: object, { main = {}, reel = {} }: { main?: object; reel?: object } = {}) => write([
  { id: 'main', name: 'Main', duration: 100, layers: [{ id: 'n', name: 'Nest', kind: 'nest', source: 'reel', ...nest }], ...main },
  { id: 'reel', name: 'Reel', duration: 40, layers: [moving], ...reel },
]);

describe('each operator', () => {
  expect(OPERATORS.length).toBeGreaterThan(10);
  for (const { op } of OPERATORS) test(`${op} is added, switched off, moved and taken off`, async () => {
    const added = await edit(film({ timing: [{ id: 's', op: 'speed', rate: 2 }] }), 'timing.add', { layer: 'Nest', op, frame: 12 });
    const { order, by } = layersOf(added)['n']!.timing;
    expect(order.map((id) => by[id]!.op)).toEqual(['speed', op]);
    const ref = { layer: 'n', operator: order[1]! };
    const off = await edit(added, 'timing.set', { ...ref, fields: { off: true } });
    expect(layersOf(off)['n']!.timing.by[ref.operator]!.off).toBe(true);
    const earlier = await edit(off, 'timing.order', { ...ref, by: -1 });
    expect(layersOf(earlier)['n']!.timing.order[0]).toBe(ref.operator);
    expect(layersOf(await edit(earlier, 'timing.delete', ref))['n']!.timing.order).toEqual(['s']);
  });
});

describe('each check of time is told with what mends it, and gone when that is done', () => {
  const moves = [[0, 10], [10, 25], [25, 40]];
  const swing = { id: 'w', name: 'Wheel', kind: 'null', channels: { rotation: { keys: [{ at: 0, value: 0 }, { at: 10, value: 90 }, { at: 40, value: 0 }] } } };
  const flicker = { id: 'w', name: 'Lamp', kind: 'null', channels: { opacity: { keys: Array.from({ length: 40 }, (_, at) => ({ at, value: at % 2 === 0 ? 100 : 0, right: 'hold' })) } } };
  const films: readonly (readonly [code: Problem['code'], file: () => string])[] = [
    ['cue-too-few-markers', () => film({ timing: [{ op: 'cue', moves }], markers: [{ id: 'a', at: 6 }] })],
    ['cue-extra-markers', () => film({ timing: [{ op: 'cue', moves: [[0, 10]] }], markers: [{ id: 'a', at: 6 }, { id: 'b', at: 30 }] })],
    ['cue-overlap', () => film({ timing: [{ op: 'cue', moves }], markers: [{ id: 'a', at: 6 }, { id: 'b', at: 10 }, { id: 'c', at: 20 }] })],
    ['cue-jump', () => film({ timing: [{ op: 'cue', moves: [[0, 20], [10, 30]] }], markers: [{ id: 'a', at: 0 }, { id: 'b', at: 50 }] })],
    ['cue-cut-off', () => film({ timing: [{ op: 'cue', moves: [[0, 20]] }], markers: [{ id: 'a', at: 50 }], spans: [[0, 60]] })],
    ['elastic-too-short', () => film({ timing: [{ op: 'elastic', length: 12 }] }, { reel: { rigid: [[0, 10], [30, 40]] } })],
    ['blank-frames', () => film({ spans: [[0, 60]] })],
    ['seam-gap', () => film({ timing: [{ op: 'loop' }] })],
    ['seam-speed', () => film({ timing: [{ op: 'loop' }] }, { reel: { layers: [swing] } })],
    ['loop-short', () => film({ timing: [{ op: 'loop', to: 30 }] })],
    ['in-between-frames', () => film({ timing: [{ op: 'speed', rate: 0.5 }], spans: [[0, 80]] }, { reel: { layers: [flicker] } })],
    ['moment-missing', () => film({ timing: [{ op: 'freeze', at: { marker: 'gone', end: false, plus: 0, was: 3 } }] })],
    ['still-tail', () => write([{ id: 'main', name: 'Main', duration: 100, layers: [{ ...moving, spans: [[0, 100]] }] }])],
  ];
  for (const [code, file] of films) test(code, async () => {
    const before = file();
    const found = (await problems(before)).find((problem) => problem.code === code);
    expect(found).toMatchObject({ code, message: expect.stringMatching(/[.]$/) as string, mend: { do: expect.stringMatching(/^[a-z]+\.[a-z]+$/) as string } });
    const after = await edit(before, found!.mend!.do, found!.mend!.with);
    expect((await problems(after)).filter((problem) => problem.code === code && problem.where.composition === found!.where.composition)).toEqual([]);
  });
});

describe('each stagger', () => {
  const row = (i: number) => ({ id: `l${i}`, name: `L${i}`, kind: 'nest', source: 'reel', spans: [[0, 20]], markers: [{ id: 'm', at: 4 }], channels: { y: { value: i * 10 }, x: { keys: [{ at: 2, value: i * 10 }, { at: 9, value: i * 10 + 5 }] } } });
  const layers = ['l0', 'l1', 'l2'];
  const rows = () => write([{ id: 'main', name: 'Main', duration: 200, tempo: { bpm: 90 }, layers: [0, 1, 2].map(row) }, { id: 'reel', name: 'Reel', duration: 40, layers: [moving] }]);
  for (const what of ['starts', 'ends', 'keys', 'markers', 'time']) test(`of ${what}, and its step changed later`, async () => {
    const set = await edit(rows(), 'staggers.set', { what, layers, step: 5 });
    const read = (file: string) => { const project = readProject(readFileSync(file, 'utf8')); if (!project.ok) throw new Error('not read'); return project.value.compositions.by['main']!.staggers; };
    const [id] = read(set).order;
    const again = await edit(set, 'staggers.set', { stagger: id, what, layers: [], step: 8 });
    expect(read(again).by[id!]).toMatchObject({ what, by: 8 });
    expect(layersOf(again)).not.toEqual(layersOf(set));
  });
  for (const order of ORDERS) test(`in the order ${order}`, async () => {
    const starts = Object.values(layersOf(await edit(rows(), 'staggers.set', { what: 'starts', layers, step: 5, order }))).map(({ spans }) => spans[0]![0]);
    expect([...starts].sort((a, b) => a - b)).toHaveLength(3);
    expect(new Set(starts).size).toBeGreaterThan(1);
  });
  for (const how of [{ total: 30 }, { beats: 1 }, { overlap: 4 }, { step: 5, curve: { kind: 'power', side: 'in' } }]) test(`by ${JSON.stringify(how)}`, async () => {
    const starts = Object.values(layersOf(await edit(rows(), 'staggers.set', { what: 'starts', layers, ...how }))).map(({ spans }) => spans[0]![0]);
    expect(starts).toEqual('total' in how ? [0, 15, 30] : 'beats' in how ? [0, 20, 40] : 'overlap' in how ? [0, 16, 32] : [0, 1, 10]);
  });
});
