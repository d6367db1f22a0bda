import { createCanvas } from '@napi-rs/canvas';
import { unzipSync } from 'fflate';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { describe, expect, test } from 'vitest';
import { wholeBundle } from '../bundle';
import { COMMANDS } from '../core/commands';
import { inOrder, readProject } from '../core/model';
import { run } from './main';
import { mediaInMemory } from './media';

const folder = mkdtempSync(path.join(tmpdir(), 'oak-edit-'));
const inFolder = (name: string) => path.join(folder, name);
const write = (name: string, content: string | Uint8Array) => {
  writeFileSync(inFolder(name), content);
  return inFolder(name);
};
async function oak(...args: readonly string[]) {
  let [out, err] = ['', ''];
  const code = await run(args, (text) => (out += text), (text) => (err += text));
  return { code, out, err };
}
const film = JSON.stringify({ format: 'oak-tumble/project', version: 2, name: 'P', compositions: [
  { id: 'main', name: 'Main', width: 20, height: 10, duration: 30, layers: [{ id: 'lamp', name: 'Lamp', kind: 'shape', channels: { x: { keys: [{ id: 'a', at: 0, value: 1 }, { id: 'b', at: 10, value: 9 }] } } }, { id: 'hill', name: 'Hill', kind: 'null' }] },
  { id: 'side', name: 'Side', duration: 12, layers: [] },
] });
const file = write('film.oak.json', film);
const project = (name: string) => {
  const read = readProject(readFileSync(inFolder(name), 'utf8'));
  if (!read.ok) throw new Error('not read');
  return read.value;
};
const layersOf = (name: string, composition = 'main') => project(name).compositions.by[composition]!.layers;
const edit = (event: string, args: object, out: string, from = file) => oak('edit', from, '--do', event, '--with', JSON.stringify(args), '--out', inFolder(out));

describe('oak commands', () => {
  test('lists every edit with its title and the schema of its arguments; the film is the composition that is meant', async () => {
    const { code, out } = await oak('commands');
    const list = JSON.parse(out) as readonly { event: string; title: string; arguments: { required?: readonly string[]; properties: object } }[];
    expect(code).toBe(0);
    expect(list.map(({ event }) => event)).toEqual([...COMMANDS.map(({ event }) => event), 'history.undo', 'history.redo']);
    const move = list.find(({ event }) => event === 'keys.move')!;
    expect(move.arguments).toMatchObject({ type: 'object', required: ['keys', 'by'], additionalProperties: false, properties: { composition: { type: 'string' }, by: { type: 'number' } } });
  });
});

describe('oak edit', () => {
  test('does one edit and says it in words; names stand for ids', async () => {
    const { code, out } = await edit('keys.move', { keys: [{ layer: 'Lamp', track: 'x', key: 'b' }], by: 5 }, 'moved.oak.json');
    expect([code, JSON.parse(out)]).toEqual([0, { done: ['Move 1 key'], out: inFolder('moved.oak.json') }]);
    expect(layersOf('moved.oak.json').by['lamp']!.channels).toMatchObject({ x: { keys: { b: { at: 15 } } } });
    expect(readFileSync(file, 'utf8')).toBe(film);
  });
  test('arguments may come from a file, and OUT may be FILE', async () => {
    const own = write('own.oak.json', film);
    const { code } = await oak('edit', own, '--do', 'layers.parent', '--with', `@${write('args.json', '{"layers":["lamp"],"parent":"Hill","frame":0}')}`, '--out', own);
    expect(code).toBe(0);
    expect(layersOf('own.oak.json').by['lamp']!.parent).toBe('hill');
    expect(readdirSync(folder).filter((name) => name.endsWith('.part'))).toEqual([]);
  });
  test('ids left out are made from the document, the same each time', async () => {
    for (const out of ['one.oak.json', 'two.oak.json']) expect((await edit('layers.duplicate', { layers: ['lamp'] }, out)).code).toBe(0);
    expect(readFileSync(inFolder('one.oak.json'), 'utf8')).toBe(readFileSync(inFolder('two.oak.json'), 'utf8'));
    expect(layersOf('one.oak.json').order).toEqual(['n1', 'lamp', 'hill']);
  });
  test('a script is done whole, undo and redo in it too', async () => {
    const steps = [{ do: 'layers.add', with: { files: [{ kind: 'null', name: 'Desk' }] } }, { do: 'layers.nest', with: { layers: ['Lamp', 'Hill'], name: 'Both' } }, { do: 'history.undo', with: {} }, { do: 'history.redo', with: {} }];
    const script = write('steps.jsonl', `${steps.map((step) => JSON.stringify(step)).join('\n')}\n`);
    const { code, out } = await oak('edit', file, '--script', script, '--out', inFolder('scripted.oak.json'));
    expect(code).toBe(0);
    expect(JSON.parse(out)).toMatchObject({ done: ['Add Desk', 'Nest 2 layers in Both', 'Undo nest 2 layers in Both', 'Redo nest 2 layers in Both'] });
    expect(layersOf('scripted.oak.json').order.length).toBe(2);
  });
  test('a script is done not at all when one step of it is refused', async () => {
    const script = write('half.jsonl', '{"do":"layers.delete","with":{"layers":["hill"]}}\n{"do":"composition.delete","with":{"composition":"nowhere"}}\n');
    const { code, out, err } = await oak('edit', file, '--script', script, '--out', inFolder('half.oak.json'));
    expect([code, out, existsSync(inFolder('half.oak.json'))]).toEqual([1, '', false]);
    expect(err).toMatch(/half\.jsonl, line 2, composition\.delete: there was nothing to do/);
  });
  test.each([
    [['edit', file, '--do', 'keys.dance', '--with', '{}'], /no edit “keys\.dance”/], [['edit', file, '--do', 'keys.move', '--with', '{"keys":'], /is no JSON/], [['edit', file, '--do', 'keys.move', '--with', '{"keys":[],"by":"far"}'], /keys.*by/],
    [['edit', file, '--do', 'composition.delete', '--with', '{"composition":"main","glitter":1}'], /glitter/], [['edit', file, '--do', 'tracks.set', '--with', '{"values":[{"layer":"lamp","track":"y","value":"high"}],"frame":0}'], /number/],
    [['edit', file, '--do', 'timing.add', '--with', '{"layer":"lamp","op":"dance"}'], /op/], [['edit', file, '--do', 'keys.move', '--with', '@nowhere.json'], /no file nowhere\.json/], [['edit', file, '--script', 'nowhere.jsonl'], /no file nowhere\.jsonl/],
    [['edit', file, '--do', 'assets.add', '--with', '{"assets":[{"path":"nowhere.png"}]}'], /no file nowhere\.png/],
  ] as const)('refuses in words: %j', async (args, words) => {
    const { code, out, err } = await oak(...args, '--out', inFolder('never.oak.json'));
    expect([code, out, existsSync(inFolder('never.oak.json'))]).toEqual([1, '', false]);
    expect(err).toMatch(words);
    expect(err).not.toMatch(/ {4}at |node:internal/);
  });
  test.each([[['edit', file, '--out', 'x']], [['edit', file, '--do', 'keys.move', '--script', 's', '--out', 'x']], [['edit', file, '--do', 'keys.move', '--with', '{}']], [['edit', '--do', 'keys.move', '--out', 'x']]])('wrong usage is told from refusal: %j', async (args) => expect((await oak(...args)).code).toBe(2));
});

describe('media', () => {
  const bytes = createCanvas(6, 4).toBuffer('image/png');
  const hash = createHash('sha256').update(bytes).digest('hex');
  write('dot.png', bytes);
  test('come in by their path, from the folder of what names them, and lie beside OUT', async () => {
    mkdirSync(inFolder('away'));
    const script = write('pictures.jsonl', `${JSON.stringify({ do: 'media.add', with: { assets: [{ path: 'dot.png', id: 'dot' }], layers: [{ kind: 'image', source: 'dot', id: 'p', name: 'P' }] } })}\n`);
    expect((await oak('edit', file, '--script', script, '--out', inFolder('away/film.oak.json'))).err).toBe('');
    expect(project('away/film.oak.json').assets.by['dot']).toMatchObject({ name: 'dot.png', hash, width: 6, height: 4, bytes: bytes.length });
    expect(readFileSync(inFolder(`away/media/${hash}.png`)).equals(bytes)).toBe(true);
    expect(existsSync(inFolder('media'))).toBe(false);
  });
  test('several get their ids in the order in which they are named, however long each takes to read', async () => {
    const large = createCanvas(2400, 1800);
    large.getContext('2d').fillRect(3, 3, 900, 900);
    write('large.png', large.toBuffer('image/png'));
    mkdirSync(inFolder('several'));
    expect((await edit('assets.add', { assets: [{ path: inFolder('large.png') }, { path: inFolder('dot.png') }] }, 'several/film.oak.json')).err).toBe('');
    expect(inOrder(project('several/film.oak.json').assets).map(({ id, name }) => [id, name])).toEqual([['n1', 'large.png'], ['n2', 'dot.png']]);
  });
  test('a zip that is put in its own place stays one, whatever it is called', async () => {
    const media = mediaInMemory();
    await media.keep(bytes, 'image/png');
    const packed = write('packed', await wholeBundle(project('away/film.oak.json'), media));
    expect((await edit('project.rename', { name: 'Packed' }, 'packed', packed)).err).toBe('');
    expect(Object.keys(unzipSync(readFileSync(packed))).sort()).toEqual([`media/${hash}.png`, 'project.oak.json']);
  });
  test('a zip keeps its media, and is answered by every verb', async () => {
    const media = mediaInMemory();
    await media.keep(bytes, 'image/png');
    const zip = write('film.oak.zip', await wholeBundle(project('away/film.oak.json'), media));
    expect((await oak('edit', zip, '--do', 'project.rename', '--with', '{"name":"Zipped"}', '--out', zip)).err).toBe('');
    const files = unzipSync(readFileSync(zip));
    expect(Object.keys(files).sort()).toEqual([`media/${hash}.png`, 'project.oak.json']);
    expect(new TextDecoder().decode(files['project.oak.json'])).toContain('Zipped');
    expect(JSON.parse((await oak('values', zip, '--comp', 'main', '--layer', 'lamp', '--channel', 'x', '--frames', '0..2')).out)).toEqual([1, 1.8]);
  });
});
