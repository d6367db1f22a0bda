import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { inOrder, inTime, projectFile, readProject, readProjectFile, sayIssue, toProjectFile, writeProject } from '.';
import { trackAt, tracksOf } from '../scene';
import { upgradeFile } from './upgrades';

const base = (layers: readonly object[] = [], more: object = {}) => ({
  format: 'oak-tumble/project', version: 2, name: 'P',
  compositions: [{ id: 'main', name: 'Main', layers, ...more }],
});
const nul = (more: object = {}) => ({ id: 'a', name: 'Lamp', kind: 'null', channels: {}, ...more });
const words = (raw: unknown) => {
  const read = typeof raw === 'string' ? readProject(raw) : readProjectFile(raw);
  return read.ok ? '' : read.issues.map(sayIssue).join('\n');
};
const read = (raw: unknown) => {
  const result = readProjectFile(raw);
  if (!result.ok) throw new Error(result.issues.map(sayIssue).join('\n'));
  return result.value;
};

describe('reading', () => {
  test('fills in what the file leaves open', () => {
    const project = read(base([nul()]));
    const [main] = inOrder(project.compositions);
    expect(main).toMatchObject({ width: 1280, height: 720, rate: [30, 1], duration: 300, range: [0, 300], loops: false, tempo: null });
    expect(project.main).toBe('main');
    expect(inOrder(main!.layers)[0]).toMatchObject({ start: 0, spans: [[0, 300]], visible: true, sampling: 'exact', blend: 'normal' });
  });
  test('gives missing ids in reading order, then puts lists in order of time', () => {
    const project = read(base([nul({ channels: { x: { keys: [{ at: 9, value: 1 }, { at: 2, value: 2, id: 'k1' }, { at: 5, value: 3 }] } }, markers: [{ at: 4 }, { at: 1 }] })]));
    const layer = project.compositions.by['main']!.layers.by['a']!;
    expect(inTime(trackAt(project, layer, 'x')!.channel!.keys).map((key) => [key.id, key.at])).toEqual([['k1', 2], ['k3', 5], ['k2', 9]]);
    expect(inTime(layer.markers).map((marker) => marker.id)).toEqual(['m2', 'm1']);
  });
  test('clips and joins rigid spans, and orders the spans of layers', () => {
    const project = read(base([nul({ spans: [[50, 60], [0, 10]] })], { duration: 100, rigid: [[90, 140], [5, 10], [8, 20], [200, 210]] }));
    expect(project.compositions.by['main']!.rigid).toEqual([[5, 20], [90, 100]]);
    expect(project.compositions.by['main']!.layers.by['a']!.spans).toEqual([[0, 10], [50, 60]]);
  });
});

describe('refusing, with the place', () => {
  test.each<[string, unknown, RegExp]>([
    ['wrong type', base([nul({ start: 'soon' })]), /Composition “Main”, layer “Lamp” \(compositions\[0\]\.layers\[0\]\.start\): it should be a number, and is "soon"/],
    ['unknown field', base([nul({ blurr: 1 })]), /layers\[0\]\): there is no field `blurr`/],
    ['unknown channel', base([nul({ channels: { wobble: {} } })]), /no field `wobble`/],
    ['unknown kind', base([nul({ kind: 'hologram' })]), /this kind is not known/],
    ['unknown operator', base([nul({ timing: [{ op: 'bend' }] })]), /this kind is not known/],
    ['a rate of 0', base([], { rate: [0, 1] }), /rate\): a rate is two whole numbers over 0/],
    ['a rate below 0', base([], { rate: [30, -1] }), /a rate is two whole numbers/],
    ['a newer version', { ...base(), version: 7 }, /newer Oak Tumble \(version 7\); this one reads up to version 2/],
    ['another format', { format: 'x' }, /not an Oak Tumble project/],
    ['no object', 12, /not an Oak Tumble project/],
    ['two keys at one time', base([nul({ channels: { x: { keys: [{ at: 4, value: 0 }, { at: 4, value: 1 }] } } })]), /another key at frame 4/],
    ['reversed span', base([nul({ spans: [[9, 3]] })]), /a span ends after it begins/],
    ['overlapping spans', base([nul({ spans: [[0, 9], [5, 12]] })]), /\[0,9\] and \[5,12\] overlap/],
    ['ids given twice', base([nul(), nul()]), /the id "a" is given twice/],
    ['a forward left handle', base([nul({ channels: { x: { keys: [{ at: 0, value: 0, left: [4, 0] }] } } })]), /left handle points back/],
    ['a loop on keys without an end', base([nul({ timing: [{ op: 'loop' }] })]), /needs a `to`/],
    ['elastic on keys', base([nul({ timing: [{ op: 'elastic', length: 9, on: 'keys' }] })]), /content alone/],
    ['a part that ends before it begins', base([nul({ timing: [{ op: 'loop', from: 9, to: 4 }] })]), /must end after frame 9/],
    ['an id that objects answer to', base([nul({ id: '__proto__' })]), /./],
    ['repeats below 1', base([nul({ channels: { x: { repeats: 0 } } })]), /at least 1/],
    ['smooth pins that fall', base([nul({ timing: [{ op: 'pins', pins: [[0, 5], [9, 2]], shape: 'smooth' }] })]), /smooth pins must rise/],
    ['a ramp with too few rates', base([nul({ timing: [{ op: 'ramp', cuts: [4], rates: [1] }] })]), /1 cuts need 2 rates/],
    ['a control character in a name', base([nul({ name: 'La\u0000mp' })]), /control character/],
    ['a control character in a text', base([{ id: 't', name: 'T', kind: 'text', channels: { text: { value: 'a\u0007b' } } }]), /control character/],
    ['a curve that nobody knows', base([nul({ channels: { x: { keys: [{ at: 0, value: 0, curve: { kind: 'wobble' } }] } } })]), /"sine" or "power"/],
    ['a moment without what was', base([nul({ timing: [{ op: 'freeze', at: { marker: 'm' } }] })]), /timing\[0\]/],
    ['cut-off JSON', JSON.stringify(base([nul()])).slice(0, 60), /cut off: it ends at line 1, column 61/],
    ['broken JSON', '{\n "format": oak }', /not readable JSON: something is wrong at line 2, column/],
    ['an empty file', '', /cut off/],
  ])('%s', (_, raw, pattern) => expect(words(raw)).toMatch(pattern));
  test('tells at most twenty things at once', () => {
    const many = readProjectFile(base(Array.from({ length: 200 }, (_, i) => nul({ id: `n${i}`, start: 'x' }))));
    expect(many.ok ? 0 : many.issues.length).toBe(20);
  });
  test('20,000 keys are read without complaint', () => {
    const keys = Array.from({ length: 20_000 }, (_, at) => ({ at, value: at % 7 }));
    expect(words(base([nul({ channels: { x: { keys } } })]))).toBe('');
  });
});

describe('writing', () => {
  const files = [...readdirSync('../shared/cases').map((name) => JSON.parse(readFileSync(`../shared/cases/${name}`, 'utf8')).project as unknown), JSON.parse(readFileSync('demo/night-tram.oak.json', 'utf8')) as unknown];
  test('there are files to try', () => expect(files.length).toBeGreaterThan(10));
  test.each(files.map((file, i) => [i, file] as const))('file %d is read as it was written', (_, file) => {
    const project = read(file);
    const again = readProject(writeProject(project));
    expect(again.ok && again.value).toEqual(project);
    expect(projectFile.safeParse(toProjectFile(project)).success).toBe(true);
  });
  test('leaves defaults out', () => {
    const text = writeProject(read(base([nul({ visible: true, start: 0, blend: 'normal', channels: { x: { value: 3, before: 'hold', keys: [] }, y: { value: 0 } } })], { rate: [30, 1], loops: false })));
    expect(text).not.toMatch(/visible|blend|before|loops|"rate"|"keys"/);
    expect(text).toMatch(/"value":\s*3/);
  });
  test('a project of every kind keeps every field', () => {
    const every = base([
      { id: 's', name: 'Star', kind: 'shape', shape: 'star', rule: 'evenodd', fill: { kind: 'linear', channels: { from: { value: [1, 2] } }, stops: [{ id: 'a', channels: { at: { value: 10 } } }, {}] }, stroke: { dash: [4, 2], cap: 'round', join: 'bevel', miter: 9, channels: { width: { value: 3 } } }, channels: { inner: { value: 20 }, outline: { value: { closed: false, points: [[0, 0, 0, 0, 0, 0]] } } }, masks: [{ mode: 'subtract', invert: true, channels: { feather: { value: 2 } } }], effects: [{ kind: 'shadow', channels: { y: { value: 3 } } }, { kind: 'blur', off: true }] },
      { id: 't', name: 'Text', kind: 'text', font: 'Figtree', weight: 700, align: 'end', channels: { text: { value: 'Hi', keys: [{ at: 0, value: 'A' }, { at: 9, value: 'B' }] } } },
      { id: 'i', name: 'Image', kind: 'image', source: 'pic' },
      { id: 'f', name: 'Film', kind: 'footage', source: 'film', between: 'blend', muted: false },
      { id: 'au', name: 'Sound', kind: 'audio', source: 'song', fadeIn: 3, hits: { band: 'low', added: [1] }, channels: { pan: { value: -3 } } },
      { id: 'n', name: 'Nest', kind: 'nest', source: 'main', take: 'walk', clipFrame: false, dials: { d1: { value: 4 } }, timing: [{ op: 'remap', keys: [{ at: 0, to: 3 }] }, { op: 'cue', moves: [[0, 4]] }, { op: 'elastic', length: 40 }, { op: 'formula', source: 't' }, { op: 'speed', rate: 'Desk.Pace' }] },
      { id: 'd', name: 'Desk', kind: 'dials', dials: [{ name: 'Pace', type: 'choice', choices: ['a'], public: true, channels: { value: { value: 'a' } } }] },
      { id: 'w', name: 'Wash', kind: 'wash', appliesTo: null },
      { id: 'c', name: 'Copies', kind: 'copies', of: 's', front: 'last', seed: 4, channels: { amount: { value: 9 } } },
    ], { takes: [{ id: 'walk', from: 0, to: 9 }], tempo: { bpm: 90, map: [[0, 0], [9, 1]] }, rigid: [[0, 4]], version: { of: 'other' }, markers: [{ at: 3, name: 'x', fires: false }] });
    const project = read({ ...every, assets: [{ id: 'song', name: 'S', hash: 'a'.repeat(64), mime: 'audio/wav', bytes: 3, type: 'audio', sampleRate: 48000, samples: 96000, tracks: 2 }] });
    const again = readProject(writeProject(project));
    expect(again.ok && again.value).toEqual(project);
  });
  test('fields of version 2 come back as they were, whatever they are called', () => {
    const timing = [
      { op: 'loop', from: { marker: 'm', was: 3 }, to: { marker: 'm', end: true, plus: 2, was: 9 }, until: 40, then: 'on', tracks: ['x'], on: 'content' }, { op: 'step', every: 2, cuts: [[10, 3]] },
      { op: 'cue', moves: [[0, 4], { from: 4, to: { marker: 'm', was: 9 }, rest: { kind: 'loop', from: 9, to: 12, finish: true } }] }, { op: 'pins', pins: [] },
      { op: 'remap', keys: [{ at: 0, to: 3, arrives: 4, curve: { kind: 'bounce', side: 'both', amount: 0.5, swings: 2 } }] },
    ];
    const raw = base([
      nul({ id: 'keys', pose: ['x', 'y'], mirrorAt: 640, turnBy: 90, joint: { limits: [-10, 90], flip: -1 }, channels: { x: { closed: true, keys: [{ at: 0, value: 1, arrives: null, curve: { kind: 'elastic' }, pace: 12 }, { at: 9, value: 1, arrives: 7 }] } } }),
      { id: 't', name: 'T', kind: 'text', letters: { by: 'word', order: 'chance', seed: 4, channels: { step: { value: 3 } } }, masks: [{ name: 'Soft edge' }], effects: [{ name: 'Glow', kind: 'glow' }] },
      { id: 'n', name: 'N', kind: 'nest', source: 'main', timing, travel: { contacts: ['c1'], angle: 4 }, dials: { 'desk/pace': { value: 2, keys: [{ at: 3, value: 4 }] } } },
    ], {
      rigid: [[0, 4], [{ marker: 'm', was: 8 }, 12]], markers: [{ id: 'm', at: 3 }], settled: [{ at: 4, values: { 'keys/x': [1, 2] } }], contacts: [{ layer: 'keys', point: [1, 2], from: 0, to: 9 }],
      staggers: [{ what: 'starts', members: ['keys'], by: 3, curve: { kind: 'sine' }, order: 'list', beats: 2 }], tries: [{ name: 'Slow', layers: { keys: { start: 3, spans: [[0, 9]], timing: [{ op: 'freeze', at: 3 }], markers: [{ at: 4 }] } } }],
    });
    const project = read({ ...raw, newKeys: 'smooth', still: ['main', 12], presets: [{ name: 'Mine', of: 'recipe', data: { keys: [{ at: 1 }], layers: [3] } }] });
    expect(project.presets.by['p1']!.data).toEqual({ keys: [{ at: 1 }], layers: [3] });
    expect(project.compositions.by['main']!.tries.by['1']!.layers['keys']).toMatchObject({ start: 3, timing: { order: ['t1'] }, markers: { m1: { at: 4 } } });
    expect(project.compositions.by['main']!.rigid).toEqual([[0, 4], [{ marker: 'm', end: false, plus: 0, was: 8 }, 12]]);
    expect(words(writeProject(project))).toBe('');
    const again = readProject(writeProject(project));
    expect(again.ok && again.value).toEqual(project);
    expect(tracksOf(project, project.compositions.by['main']!.layers.by['t']!).map((found) => found.address)).toContain('letters.step');
  });
  test('a file of version 1 is one of version 2 that says less', () => {
    const old = read({ ...base([nul()]), version: 1 });
    expect(old).toEqual(read(base([nul()])));
    expect(old).toMatchObject({ version: 2, newKeys: 'straight', still: null });
  });
});


test('upgrades go one small step after another, and stop where one is missing', () => {
  const steps = [
    { from: 0, file: (raw: Record<string, unknown>) => ({ ...raw, name: raw['title'] }), value: (_: readonly string[], value: unknown) => value },
    { from: 1, file: (raw: Record<string, unknown>) => ({ ...raw, seen: true }), value: (_: readonly string[], value: unknown) => value },
  ];
  expect(upgradeFile(2, { version: 0, title: 'T' }, steps)).toMatchObject({ version: 2, name: 'T', seen: true });
  expect(upgradeFile(2, { version: -1 }, steps)).toBeNull();
});
