import { describe, expect, test } from 'vitest';
import { projectOf } from '../../../../tests/support/projects';
import { randomFilm } from '../../../../tests/support/random-film';
import fc from 'fast-check';
import { evaluateFrame } from '../../evaluate';
import { inOrder, member, type Layer, type Project } from '../../model';
import { activity, affectedBy, asSampled, deepIdentity, drivesIn, isGood, ownTracks, sourceTimeAt, timingOf, trackAt, valueAt } from '..';

const film = (layers: readonly object[], more: readonly object[] = [], fields: object = {}): Project => projectOf([{ id: 'main', name: 'Main', width: 160, height: 90, duration: 120, rate: [30, 1], ...fields, layers }, ...more] as never);
const main = (project: Project) => project.compositions.by['main']!;
const layerOf = (project: Project, id: string): Layer => main(project).layers.by[id]!;
const shown = (project: Project, layer: string, track: string, frame: number) => valueAt(project, main(project), layerOf(project, layer), trackAt(project, layerOf(project, layer), track)!, frame);
const picture = (project: Project, frame: number) => JSON.stringify(evaluateFrame(project, 'main', frame, { faces: () => null, purpose: 'output' })!.root);
const withLayer = (project: Project, layer: Layer): Project => ({ ...project, compositions: { ...project.compositions, by: { ...project.compositions.by, main: { ...main(project), layers: { ...main(project).layers, by: { ...main(project).layers.by, [layer.id]: layer } } } } } });
const box = (id: string, channels: object, more: object = {}) => ({ id, name: id.toUpperCase(), kind: 'shape', channels: { x: { value: 40 }, y: { value: 30 }, width: { value: 20 }, height: { value: 10 }, ...channels }, ...more });

describe('times and references', () => {
  test('a step on keys reaches t and f, and what comes again by them; the clock runs on', () => {
    const one = film([box('a', { x: { formula: 'f' }, y: { formula: 'clock * 30' }, rotation: { formula: 'B.x' } }, { start: 10, timing: [{ op: 'step', every: 4, on: 'keys' }] }), box('b', { x: { keys: [{ id: 'k', at: 0, value: 0 }, { id: 'l', at: 100, value: 100 }] } })]);
    expect([17, 18, 21].map((frame) => ['x', 'y', 'rotation'].map((track) => shown(one, 'a', track, frame)))).toEqual([[4, 17, 17], [8, 18, 18], [8, 21, 21]]);
  });
  test('a place that is kept as a point is read as two numbers, and the other way round', () => {
    const one = film([box('a', { x: { formula: 'B.x + B.y' }, y: { formula: 'C.position.y' } }), { id: 'b', name: 'B', kind: 'null', channels: { position: { value: [3, 4] } } }, { id: 'c', name: 'C', kind: 'null', channels: { x: { value: 8 }, y: { value: 9 } } }]);
    expect([shown(one, 'a', 'x', 0), shown(one, 'a', 'y', 0)]).toEqual([7, 9]);
  });
  test('through a nest it is read at the time that the nest shows; beyond its end at its last frame', () => {
    const reel = { id: 'reel', name: 'Reel', duration: 20, rate: [15, 1], layers: [box('door', { x: { formula: 'f' } })] };
    const one = film([{ id: 'n', name: 'Nest', kind: 'nest', source: 'reel', start: 10 }, box('a', { x: { formula: 'Nest/DOOR.x' } })], [reel]);
    expect([0, 10, 20, 48, 90].map((frame) => shown(one, 'a', 'x', frame))).toEqual([0, 0, 5, 19, 19]);
  });
  test('a time by the clock is read as one that is worked out: between frames, at other speeds, and where it is no time at all', () => {
    const times = ['X', 'X - 2f', 'X * 50% + 1.3s', '3s - X', '-(X) / 3', 'X - 1e308 * 10s', '(X + 0.1s) * 1e308'];
    const read = (name: string) => film([...times.map((text, i) => box(`a${i}`, { x: { value: 5, formula: `B.x @ (${text.replace('X', name)})` } })), box('b', { x: { keys: [{ id: 'k', at: 0, value: 0 }, { id: 'l', at: 40, value: 100, left: 'smooth' }, { id: 'm', at: 100, value: -20 }] } })], [], { rate: [30000, 1001] });
    const [clock, own] = [read('clock'), read('t')];
    for (let frame = 0; frame < 120; frame += 2.75) for (const [i] of times.entries()) expect(shown(clock, `a${i}`, 'x', frame)).toBeCloseTo(shown(own, `a${i}`, 'x', frame) as number, 8);
    expect(shown(clock, 'a5', 'x', 7)).toBe(5);
  });
  test('parent, self, and labels of the panel', () => {
    const one = film([box('a', { rotation: { value: 30 } }), box('b', { x: { formula: 'parent.turn + self.y' } }, { parent: 'a' })]);
    expect(shown(one, 'b', 'x', 0)).toBe(60);
  });
  test('two layers of one name are told, with where they lie', () => {
    const one = film([box('a', { x: { formula: 'Lamp.x' } }), { ...box('b', {}), name: 'Lamp' }, { ...box('c', {}), name: 'Lamp' }]);
    expect(drivesIn(one, main(one)).all()[0]!.fault()!.message).toBe('2 layers in Main are called “Lamp”: numbers 2, 3 from the top. Give them names of their own.');
  });
});

describe('chains', () => {
  const chain = (n: number, back: number) => film(Array.from({ length: n }, (_, i) => ({ id: `l${i}`, name: `L${i}`, kind: 'null', channels: { x: i === 0 ? { formula: 'f * 2' } : { formula: `L${i - 1}.x @ (clock - ${back}f) + 1` } } })));
  test('of a thousand, each two frames before the one above, come to their end', () => {
    const long = chain(1000, 2);
    for (const frame of [0, 5, 119]) expect(shown(long, 'l999', 'x', frame)).toBeCloseTo((frame - 1998) * 2 + 999, 6);
  });
  test('that double at each step at times of their own are told as too much, and keep their keyed value', () => {
    const wild = film(Array.from({ length: 40 }, (_, i) => ({ id: `l${i}`, name: `L${i}`, kind: 'null', channels: { x: i === 0 ? { formula: 't' } : { value: 7, formula: `L${i - 1}.x @ (clock * 0.93 - ${i}f / 7) + L${i - 1}.x @ (clock * 1.07 + ${i}f / 3)` } } })));
    expect(shown(wild, 'l39', 'x', 10)).toBe(7);
    expect(drivesIn(wild, main(wild)).of(layerOf(wild, 'l39'), 'x')!.fault()!.message).toContain('too much');
  });
  test('that share times are worked out once each', () => {
    const shared = film(Array.from({ length: 60 }, (_, i) => ({ id: `l${i}`, name: `L${i}`, kind: 'null', channels: { x: i === 0 ? { value: 1 } : { formula: `L${i - 1}.x + L${i - 1}.x @ (clock - 1f)` } } })));
    expect(shown(shared, 'l59', 'x', 10)).toBe(2 ** 59);
  });
});

describe('public dials', () => {
  const reel = { id: 'reel', name: 'Reel', width: 60, height: 40, duration: 60, layers: [box('door', { x: { formula: 'Desk.Sway * sine(1s) + 30' }, opacity: { formula: 'Desk.Sway * 9' } }), { id: 'desk', name: 'Desk', kind: 'dials', dials: [{ id: 'sway', name: 'Sway', public: true, channels: { value: { value: 3 } } }] }] };
  const nest = (id: string, dials: object) => ({ id, name: id, kind: 'nest', source: 'reel', dials, channels: { x: { value: 20 } } });
  test('two uses with other dials paint, in any order, what each paints alone', () => {
    const [a, b] = [nest('a', { 'desk/sway': { value: 2 } }), nest('b', { 'desk/sway': { formula: 'f / 10' } })];
    const both = film([a, b], [reel]);
    const alone = [film([a], [reel]), film([b], [reel])];
    const of = (project: Project, frame: number, id: string) => { const { root, drawn } = evaluateFrame(project, 'main', frame, { faces: () => null, purpose: 'output' })!; return JSON.stringify(root.items[drawn.indexOf(id)]); };
    for (const frame of [5, 40, 12, 5, 33]) {
      const order = frame % 2 === 0 ? ['a', 'b'] : ['b', 'a'];
      for (const id of order) expect(of(both, frame, id).replace(/"picture":"[^"]*"/g, '')).toBe(of(alone[id === 'a' ? 0 : 1]!, frame, id).replace(/"picture":"[^"]*"/g, ''));
    }
    expect(picture(both, 20)).not.toBe(picture(film([a, a].map((one, i) => ({ ...one, id: `n${i}` })), [reel]), 20));
  });
  test('a timing inside follows a dial from outside, each use its own', () => {
    const slow = { id: 'hall', name: 'Hall', duration: 60, layers: [{ id: 'in', name: 'In', kind: 'nest', source: 'reel', timing: [{ op: 'speed', rate: 'Desk.Pace', at: 0 }] }, { id: 'desk', name: 'Desk', kind: 'dials', dials: [{ id: 'pace', name: 'Pace', public: true, channels: { value: { value: 1 } } }] }] };
    const one = film([{ id: 'a', name: 'A', kind: 'nest', source: 'hall', dials: { 'desk/pace': { value: 0.5 } } }, { id: 'b', name: 'B', kind: 'nest', source: 'hall' }, box('read', { x: { formula: 'A/In/DOOR.x' }, y: { formula: 'B/In/DOOR.x' } })], [slow, reel]);
    expect([shown(one, 'read', 'x', 15), shown(one, 'read', 'y', 15)]).toEqual([expect.closeTo(33, 6), expect.closeTo(30, 6)]);
  });
});

describe('what is remembered', () => {
  const base = [box('a', { x: { formula: 'B.x * 2' } }, { spans: [[10, 60]] }), box('b', { x: { value: 5 } }, { visible: false }), box('c', { x: { value: 9 } })];
  test('an edit of what a formula reads shows where the reader does, and nowhere else', () => {
    const one = film(base);
    const b = layerOf(one, 'b') as Extract<Layer, { kind: 'shape' }>;
    const other = withLayer(one, { ...b, channels: { ...b.channels, x: { ...b.channels.x!, value: 6 } } });
    const changed = affectedBy(one, other, 'main');
    expect([5, 30, 80].map(changed)).toEqual([false, true, false]);
    expect(deepIdentity(one, 'main')).not.toBe(deepIdentity(other, 'main'));
  });
  test('a name by which a formula finds its layer is part of what is seen; other names are not where nothing reads', () => {
    const renamed = (project: Project) => withLayer(project, { ...layerOf(project, 'b'), name: 'Other' });
    const one = film(base);
    expect(shown(renamed(one), 'a', 'x', 20)).toBe(0);
    expect(deepIdentity(one, 'main')).not.toBe(deepIdentity(renamed(one), 'main'));
    const plain = film(base.slice(1));
    expect(deepIdentity(plain, 'main')).toBe(deepIdentity(renamed(plain), 'main'));
  });
  test('a driven layer is active where its value changes', () => {
    const one = film([box('a', { x: { formula: 'if(f > 20, f, 20)' } })]);
    const counts = activity(one, 'main');
    expect([10, 20, 21, 50].map((frame) => counts[frame]! > 0)).toEqual([false, false, true, true]);
  });
  test('what stands still is worked out once and costs no more than a number', () => {
    const one = film([box('a', { x: { formula: '3 * 7 + C.x' } }), box('c', { x: { value: 2 } })]);
    expect(ownTracks(asSampled(one, main(one), layerOf(one, 'a'))).find(({ address }) => address === 'x')!.channel).toMatchObject({ value: 23, formula: null });
  });
});

describe('time by formula', () => {
  const reel = { id: 'reel', name: 'Reel', duration: 60, rate: [30, 1], layers: [] };
  const at = (source: string, frames: readonly number[], more: object = {}) => { const one = film([{ id: 'n', name: 'N', kind: 'nest', source: 'reel', timing: [{ op: 'formula', source, ...more }] }], [reel]); return frames.map((frame) => sourceTimeAt(one, main(one), layerOf(one, 'n'), frame, true)); };
  test('to and fro on a wave, a random part every so often, backwards, quickening without a jump', () => {
    expect(at('1s + sine(2s) * 0.5s', [0, 15, 45])).toEqual([30, 45, 15]);
    expect(at('59f - t', [0, 10, 59])).toEqual([59, 49, 0]);
    const parts = at('floor(random(4, 1s) * 3) * 0.5s + wrap(t, 0s, 0.5s)', [0, 1, 14, 15, 29, 30, 31]) as number[];
    expect(parts[1]! - parts[0]!).toBeCloseTo(1, 6);
    expect(parts[3]).toBeCloseTo(parts[0]!, 6);
    expect(parts.every((one) => one >= 0 && one < 45)).toBe(true);
    const quick = at('total(mix(0.2, 1.5, progress(0s, 3s)))', Array.from({ length: 60 }, (_, i) => i)) as number[];
    quick.slice(1).forEach((one, i) => expect(one - quick[i]!).toBeGreaterThan(0));
  });
  test('reads the host’s clock after other steps, and goes through as it came while it is wrong', () => {
    const stacked = film([{ id: 'n', name: 'N', kind: 'nest', source: 'reel', start: 10, timing: [{ op: 'loop', from: 0, to: 10 }, { op: 'formula', source: 't + clock / 10' }] }], [reel]);
    expect([10, 22].map((frame) => sourceTimeAt(stacked, main(stacked), layerOf(stacked, 'n'), frame))).toEqual([1, expect.closeTo(4.2, 6)]);
    expect(at('nothing(t)', [4, 20])).toEqual([4, 20]);
    expect(at('1 / 0', [4])).toEqual([4]);
  });
  test('numbers of operators are formulas of dials, and pass the operator over while they are wrong', () => {
    const with_ = (every: string) => film([{ id: 'n', name: 'N', kind: 'nest', source: 'reel', timing: [{ op: 'step', every }] }, { id: 'desk', name: 'Desk', kind: 'dials', dials: [{ id: 'e', name: 'Every', channels: { value: { value: 3 } } }] }], [reel]);
    const time = (every: string) => { const one = with_(every); return sourceTimeAt(one, main(one), layerOf(one, 'n'), 8); };
    expect([time('Desk.Every'), time('Desk.Every + 1'), time('0.2s'), time('Desk.Never'), time('clock'), time('-1')]).toEqual([6, 8, 6, 8, 8, 8]);
    const one = with_('Desk.Every');
    expect(timingOf(one, main(one), layerOf(one, 'n')).stack.steps).toHaveLength(1);
  });
});

test('copies read which they are, and a nest knows nothing of them', () => {
  const one = film([box('a', { x: { formula: 'index * 10 + count' } }), { id: 'c', name: 'C', kind: 'copies', of: 'a', channels: { amount: { value: 3 }, stepX: { value: 0 } } }]);
  const { root, drawn } = evaluateFrame(one, 'main', 0, { faces: () => null, purpose: 'output' })!;
  const copies = (root.items[drawn.indexOf('c')] as unknown as { items: { items: { matrix: number[] }[] }[] }).items;
  expect(copies.map(({ items }) => items[0]!.matrix[4])).toEqual([23, 13, 3]);
});

test('of any film with formulas each frame is worked out, and every value that is shown is one', () => {
  const texts = ['keyed + sine(1s) * 9', 'L0.x @ (clock - 3f)', 'self.y', 'total(keyed) / 9', 'noise(3, index)', 'parent.x', '1 / (f - 4)', "'L1'.rotation", 'if(t > 0.3s, keyed, 4)'];
  let driven = 0;
  fc.assert(fc.property(randomFilm, fc.array(fc.tuple(fc.nat(9), fc.constantFrom('x', 'y', 'rotation', 'opacity'), fc.constantFrom(...texts)), { minLength: 1, maxLength: 5 }), (project, wishes) => {
    let next = project;
    for (const [i, track, formula] of wishes) {
      const host = main(next);
      const layers = inOrder(host.layers);
      const layer = layers[i % layers.length]!;
      const channel = member(layer.channels as Readonly<Record<string, object>>, track);
      if (!channel) continue;
      const changed = { ...layer, channels: { ...layer.channels, [track]: { ...channel, formula } } } as Layer;
      next = { ...next, compositions: { ...next.compositions, by: { ...next.compositions.by, main: { ...host, layers: { ...host.layers, by: { ...host.layers.by, [layer.id]: changed } } } } } };
      driven++;
    }
    for (const frame of [0, 4, 11.5]) {
      evaluateFrame(next, 'main', frame, { faces: () => null, purpose: 'bench' });
      for (const drive of drivesIn(next, main(next)).all()) expect(isGood(drive.at(frame))).toBe(true);
    }
  }), { numRuns: 120, seed: 5 });
  expect(driven).toBeGreaterThan(100);
});
