import { execFileSync, spawn, spawnSync } from 'node:child_process';
import { closeSync, lstatSync, mkdirSync, mkdtempSync, openSync, readdirSync, readFileSync, statSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { describe, expect, test } from 'vitest';
import { createCanvas, loadImage } from '@napi-rs/canvas';
import { createHash } from 'node:crypto';
import { run } from './main';

const folder = mkdtempSync(path.join(tmpdir(), 'oak-cli-'));
async function oak(...args: readonly string[]) {
  let [out, err] = ['', ''];
  const code = await run(args, (text) => (out += text), (text) => (err += text));
  return { code, out, err };
}
const write = (name: string, content: unknown) => {
  const file = path.join(folder, name);
  writeFileSync(file, typeof content === 'string' ? content : JSON.stringify(content));
  return file;
};
const project = (layers: readonly object[], more: object = {}) => ({ format: 'oak-tumble/project', version: 1, name: 'P', compositions: [{ id: 'main', name: 'Main', width: 20, height: 10, duration: 30, layers, ...more }] });
const lamp = { id: 'lamp', name: 'Lamp', kind: 'shape', channels: { x: { value: 4 } } };
const good = write('good.json', project([lamp]));

describe('wrong usage ends with 2 and says how', () => {
  test.each([
    [[], /Usage: npm run --silent oak/], [['dance'], /no verb “dance”/], [['values'], /Usage: values FILE/], [['values', good, '--comp', 'main'], /--frames is missing/],
    [['values', good, '--comp', 'main', '--layer', 'lamp', '--channel', 'x', '--frames', '5'], /not a range of frames/], [['check', good, '--loud'], /Unknown option/],
    [['sourcetime', good, '--comp', 'main', '--layer', 'lamp', '--frames', '0..9/0'], /step of a range/], [['values', good, '--comp', 'main', '--layer', 'lamp', '--channel', 'x', '--frames', '0..99999999'], /at most/],
  ] as const)('%j', async (args, words) => {
    const { code, out, err } = await oak(...args);
    expect([code, out]).toEqual([2, '']);
    expect(err).toMatch(words);
  });
});

describe('a refusal ends with 1 and one plain sentence', () => {
  test.each([
    [['check', path.join(folder, 'none.json')], /There is no file/],
    [['values', good, '--comp', 'side', '--layer', 'lamp', '--channel', 'x', '--frames', '0..1'], /no composition “side” in “P”. It has main/],
    [['values', good, '--comp', 'main', '--layer', 'l', '--channel', 'x', '--frames', '0..1'], /no layer “l” in “Main”/],
    [['values', good, '--comp', 'main', '--layer', 'lamp', '--channel', 'wobble', '--frames', '0..1'], /no channel “wobble”. It has x, y/],
    [['check', write('cut.json', '{"format": "oak-tumble/project", "ver')], /cut off/],
    [['check', write('new.json', { ...project([]), version: 4 })], /newer Oak Tumble/],
    [['check', write('type.json', project([{ ...lamp, start: true }]))], /layer “Lamp”.*should be a number/],
    [['check', write('field.json', project([{ ...lamp, glitter: 1 }]))], /no field `glitter`/],
    [['check', write('rate.json', project([], { rate: [0, 1] }))], /a rate is two whole numbers over 0/],
    [['render', good, '--comp', 'main', '--frames', '0..1', '--out', path.join(folder, 'x.mp4')], /renders PNG/],
    [['render', good, '--comp', 'main', '--frames', '0..4', '--out', path.join(folder, 'x.png')], /One file holds one frame/],
  ] as const)('%j', async (args, words) => {
    const { code, out, err } = await oak(...args);
    expect([code, out]).toEqual([1, '']);
    expect(err).toMatch(words);
    expect(err).not.toMatch(/ {4}at |node:internal/);
  });
  test('a name that two layers bear asks for the id', async () => {
    const file = write('twins.json', project([lamp, { ...lamp, id: 'lamp2' }]));
    expect((await oak('values', file, '--comp', 'main', '--layer', 'Lamp', '--channel', 'x', '--frames', '0..1')).err).toMatch(/2 layers in “Main” are called “Lamp”; give the id: lamp, lamp2/);
  });
});

describe('answers', () => {
  test('by id, by unique name, by label, at fractional steps, and for empty ranges', async () => {
    const ask = async (layer: string, channel: string, frames: string) => JSON.parse((await oak('values', good, '--comp', 'Main', '--layer', layer, '--channel', channel, '--frames', frames)).out) as unknown;
    expect(await ask('Lamp', 'x', '0..2')).toEqual([4, 4]);
    expect(await ask('lamp', 'Across', '0..1/0.5')).toEqual([4, 4]);
    expect(await ask('lamp', 'x', '5..5')).toEqual([]);
    expect(await ask('lamp', 'x', '9..5')).toEqual([]);
    expect(await ask('lamp', 'x', '-2..0')).toEqual([4, 4]);
  });
  test('a nest in itself, and 200 nests deep, load and answer', async () => {
    const ring = write('ring.json', project([{ id: 'n', name: 'N', kind: 'nest', source: 'main' }, lamp]));
    expect(JSON.parse((await oak('check', ring)).out)).toMatchObject([{ code: 'nest-cycle' }]);
    expect((await oak('values', ring, '--comp', 'main', '--layer', 'lamp', '--channel', 'x', '--frames', '0..1')).out).toBe('[4]\n');
    expect((await oak('render', ring, '--comp', 'main', '--frames', '0..1', '--out', path.join(folder, 'ring.png'))).code).toBe(0);
    const deep = write('deep.json', { ...project([]), compositions: Array.from({ length: 200 }, (_, i) => ({ id: `c${i}`, name: `C${i}`, duration: 10, width: 8, height: 8, layers: i < 199 ? [{ id: 'n', name: 'N', kind: 'nest', source: `c${i + 1}` }] : [lamp] })) });
    expect((await oak('check', deep)).out).toBe('[]\n');
    expect((await oak('render', deep, '--comp', 'c0', '--frames', '0..1', '--out', path.join(folder, 'deep.png'))).code).toBe(0);
  });
  test('20,000 keys', async () => {
    const keys = Array.from({ length: 20_000 }, (_, at) => ({ at, value: at }));
    const file = write('many.json', project([{ ...lamp, channels: { x: { keys } } }]));
    expect((await oak('values', file, '--comp', 'main', '--layer', 'lamp', '--channel', 'x', '--frames', '19998..20001')).out).toBe('[19998,19999,19999]\n');
    expect((await oak('check', file)).code).toBe(0);
  });
});

describe('render', () => {
  test('writes one PNG a frame, of the composition’s size', async () => {
    const out = path.join(folder, 'frames');
    const { code, out: told } = await oak('render', good, '--comp', 'main', '--frames', '0..3', '--out', out);
    expect([code, JSON.parse(told)]).toMatchObject([0, { frames: 3 }]);
    expect(readdirSync(out)).toEqual(['0000.png', '0001.png', '0002.png']);
    const image = await loadImage(readFileSync(path.join(out, '0001.png')));
    expect([image.width, image.height]).toEqual([20, 10]);
  });
  test('finds pictures in media/ beside the file', async () => {
    const canvas = createCanvas(20, 10);
    canvas.getContext('2d').fillStyle = '#00ff00';
    canvas.getContext('2d').fillRect(0, 0, 20, 10);
    const bytes = await canvas.encode('png');
    const hash = createHash('sha256').update(bytes).digest('hex');
    mkdirSync(path.join(folder, 'media'), { recursive: true });
    writeFileSync(path.join(folder, 'media', `${hash}.png`), bytes);
    const file = write('pictures.json', { ...project([{ id: 'i', name: 'I', kind: 'image', source: 'green' }]), assets: [{ id: 'green', name: 'Green', hash, mime: 'image/png', bytes: bytes.length, type: 'image', width: 20, height: 10 }] });
    const target = path.join(folder, 'pictures.png');
    expect((await oak('render', file, '--comp', 'main', '--frames', '0..1', '--out', target)).code).toBe(0);
    const back = createCanvas(20, 10);
    back.getContext('2d').drawImage(await loadImage(readFileSync(target)), 0, 0);
    expect([...back.getContext('2d').getImageData(5, 5, 1, 1).data]).toEqual([0, 255, 0, 255]);
  });
});

describe('files that are not what they should be', () => {
  const refused = async (words: RegExp, ...args: readonly string[]) => {
    const { code, out, err } = await oak(...args);
    expect([code, out]).toEqual([1, '']);
    expect(err).toMatch(words);
    expect(err).not.toMatch(/ {4}at |node:internal|ENO|EIS/);
  };
  const still = (out: string) => ['render', good, '--comp', 'main', '--frames', '0..1', '--out', out];
  test('a place that cannot be written is refused, and nothing half written stays', async () => {
    mkdirSync(path.join(folder, 'taken.png'));
    await refused(/taken\.png cannot be written: there is a folder of that name/, ...still(path.join(folder, 'taken.png')));
    await refused(/a\.png cannot be written: the folder .*deep is not there\. Make it first\./, ...still(path.join(good, 'deep', 'a.png')));
    await refused(/the folder .*nowhere is not there/, 'edit', good, '--do', 'project.rename', '--with', '{"name":"Q"}', '--out', path.join(folder, 'nowhere', 'q.oak.json'));
    await refused(/folder .*plain cannot be made: there is a file where a folder is meant/, 'render', good, '--comp', 'main', '--frames', '0..2', '--out', write('plain', 'x'));
    await refused(/taken\.png cannot be written: there is a folder of that name/, 'edit', good, '--do', 'project.rename', '--with', '{"name":"Q"}', '--out', path.join(folder, 'taken.png'));
    expect(readdirSync(folder).filter((name) => name.endsWith('.part'))).toEqual([]);
  });
  test('what is no plain file is written into, and a link is followed', async () => {
    const pipe = path.join(folder, 'out-pipe');
    execFileSync('mkfifo', [pipe]);
    const read = spawn('cat', [pipe]);
    let heard = '';
    read.stdout.on('data', (chunk: Buffer) => (heard += chunk.toString()));
    const ended = new Promise((resolve) => read.once('close', resolve));
    expect((await oak('edit', good, '--do', 'project.rename', '--with', '{"name":"Through"}', '--out', pipe)).code).toBe(0);
    await ended;
    expect([heard.includes('Through'), statSync(pipe).isFIFO()]).toEqual([true, true]);
    expect((await oak('edit', good, '--do', 'project.rename', '--with', '{"name":"Q"}', '--out', '/dev/null')).code).toBe(0);
    expect(statSync('/dev/null').isCharacterDevice()).toBe(true);
    const linked = write('linked.oak.json', '{}');
    symlinkSync(linked, path.join(folder, 'link.oak.json'));
    expect((await oak('edit', good, '--do', 'project.rename', '--with', '{"name":"Linked"}', '--out', path.join(folder, 'link.oak.json'))).code).toBe(0);
    expect([lstatSync(path.join(folder, 'link.oak.json')).isSymbolicLink(), readFileSync(linked, 'utf8').includes('Linked')]).toEqual([true, true]);
  });
  test('folders, pipes by name and UTF-16 are told; a mark of the byte order is read over', async () => {
    await refused(/is a folder; name the file in it/, 'check', folder);
    const pipe = path.join(folder, 'pipe');
    execFileSync('mkfifo', [pipe]);
    await refused(/is no file\. What comes through a pipe is read as “-”/, 'check', pipe);
    writeFileSync(path.join(folder, 'wide.json'), Buffer.from(`\ufeff${JSON.stringify(project([lamp]))}`, 'utf16le'));
    await refused(/is written in UTF-16; save it as UTF-8/, 'check', path.join(folder, 'wide.json'));
    expect(await oak('check', write('marked.json', `\ufeff${JSON.stringify(project([lamp]))}`))).toEqual({ code: 0, out: '[]\n', err: '' });
    const steps = write('steps.jsonl', '\ufeff{"do":"project.rename","with":{"name":"Q"}}\n');
    expect((await oak('edit', good, '--script', steps, '--out', path.join(folder, 'renamed.json'))).code).toBe(0);
  });
  test('“-” is what comes in; an answer that nobody reads, or that has no room, ends in words', () => {
    const command = (args: readonly string[], more: object) => spawnSync('node', ['scripts/oak.mjs', ...args], { encoding: 'utf8', ...more });
    const read = command(['values', '-', '--comp', 'main', '--layer', 'lamp', '--channel', 'x', '--frames', '0..2'], { input: JSON.stringify(project([lamp])) });
    expect([read.status, read.stdout, read.stderr]).toEqual([0, '[4,4]\n', '']);
    const full = openSync('/dev/full', 'w');
    const many = ['values', good, '--comp', 'main', '--layer', 'lamp', '--channel', 'x', '--frames', '0..90000'];
    const noRoom = command(many, { stdio: ['ignore', full, 'pipe'] });
    closeSync(full);
    expect([noRoom.status, noRoom.stderr]).toEqual([1, 'The answer could not be written: the disk is full.\n']);
    const unread = spawnSync('bash', ['-c', `node scripts/oak.mjs ${many.map((arg) => `'${arg}'`).join(' ')} | true; echo "\${PIPESTATUS[0]}"`], { encoding: 'utf8' });
    expect([unread.stdout, unread.stderr]).toEqual(['1\n', 'The answer could not be written: what reads it was closed.\n']);
  }, 60_000);
  test('a disk that takes no more of a picture leaves no half of one, and is told', () => {
    const out = path.join(folder, 'no-room');
    mkdirSync(out);
    // A thousand bytes are all that a file may have here; a system that ends who writes more is told to say so instead.
    const told = spawnSync('bash', ['-c', `trap '' XFSZ; ulimit -f 1; exec node dist/oak.mjs render demo/night-tram.oak.json --comp main --frames 40..41 --out '${out}'`], { encoding: 'utf8' });
    expect([told.status, told.stderr]).toEqual([1, `${path.join(out, '0040.png')} cannot be written: it is larger than files may be there.\n`]);
    expect(readdirSync(out)).toEqual([]);
  }, 60_000);
});
