import fc from 'fast-check';
import { afterAll, describe, expect, test } from 'vitest';
import { addKeys, applyPatches, validateTouched } from '..';
import { keyAdded, keyTimeAt, sampleChannel, tracksOf, trackAt, type Track } from '../../scene';
import { inOrder, inTime, type Channel } from '../../model';
import { counting, missingFrom, randomFilm } from '../../../../tests/support/random-film';
import { projectOf, type LayerInput } from '../../../../tests/support/projects';

let count = 0;
const newId = () => `n${++count}`;

/** Numbers of a value, whatever its type; what has none is compared as text. */
function numbers(value: unknown): readonly number[] {
  if (typeof value === 'number') return [value];
  if (Array.isArray(value)) return value.flatMap(numbers);
  return value !== null && typeof value === 'object' && 'points' in value ? numbers(value.points) : [];
}

/** The greatest difference between two channels at frames and between them. */
function apart(found: Track, before: Channel, after: Channel, from = -30, to = 70, step = 0.5): { readonly most: number; readonly at: number } {
  let worst = { most: 0, at: 0 };
  for (let x = from; x <= to; x += step) {
    const [a, b] = [before, after].map((channel) => sampleChannel(channel, found.spec, x));
    const [p, q] = [numbers(a), numbers(b)];
    if (p.length === 0 && JSON.stringify(a) !== JSON.stringify(b)) return { most: Infinity, at: x };
    if (p.length !== q.length) return { most: Infinity, at: x };
    // Where time stands still for a moment a value is as steep as it likes: what a millionth of a frame makes is no miss.
    const steep = numbers(sampleChannel(before, found.spec, x + 1e-7)).map((one, i) => Math.abs(one - p[i]!));
    for (let i = 0; i < p.length; i++) {
      const miss = Math.abs(p[i]! - q[i]!) / Math.max(1, Math.abs(p[i]!) * 1e-3) - (steep[i]! > 1e-3 ? steep[i]! * 100 : 0);
      if (miss > worst.most) worst = { most: miss, at: x };
    }
  }
  return worst;
}

const channelOf = (channel: object, name = 'x', kind: LayerInput['kind'] = 'null') => {
  const project = projectOf([{ id: 'main', name: 'Main', duration: 100, layers: [{ id: 'a', name: 'A', kind, channels: { [name]: channel } } as LayerInput] }]);
  return trackAt(project, project.compositions.by['main']!.layers.by['a']!, name)!;
};
const added = (found: Track, at: number) => {
  const result = keyAdded(found.channel!, found.spec, at, newId);
  if (result.kind !== 'added') throw new Error(result.kind === 'cannot' ? result.why : 'there');
  return result;
};
const same = (found: Track, at: number, more = 0) => {
  const result = added(found, at);
  expect(apart(found, found.channel!, result.channel).most).toBeLessThan(1e-6);
  expect(result.more).toBe(more);
  return inTime(result.channel.keys).map((key) => key.at);
};

describe('a key that is added changes nothing', () => {
  const told = { smooth: 0, curve: 0, eased: 0, path: 0, outside: 0, more: 0, arrives: 0, closed: 0, outline: 0, cannot: 0, added: 0 };
  test('on any channel of any film, at any time', () => {
    const seen = counting();
    fc.assert(fc.property(randomFilm, fc.integer({ min: -6, max: 80 }).map((n) => n / 2), (project, at) => {
      seen.see(project);
      for (const composition of inOrder(project.compositions)) for (const layer of inOrder(composition.layers)) for (const found of tracksOf(project, layer)) {
        if (!found.channel || inTime(found.channel.keys).length === 0) continue;
        const result = keyAdded(found.channel, found.spec, at, newId);
        if (result.kind === 'cannot') told.cannot++;
        if (result.kind !== 'added') continue;
        const keys = inTime(found.channel.keys);
        told.added++;
        if (result.more > 0) told.more++;
        if (keys.some((key) => key.left === 'smooth' || key.right === 'smooth')) told.smooth++;
        if (keys.some((key) => key.curve)) told.curve++;
        if (keys.some((key) => Array.isArray(key.ease))) told.eased++;
        if (keys.some((key) => key.pathRight)) told.path++;
        if (keys.some((key) => typeof key.arrives === 'number')) told.arrives++;
        if (found.channel.closed) told.closed++;
        if (found.spec.type === 'S') told.outline++;
        if (at < keys[0]!.at || at > keys.at(-1)!.at) told.outside++;
        const { most, at: where } = apart(found, found.channel, result.channel);
        if (!(most < 1e-6)) throw new Error(`${found.address} is ${most} off at ${where} after a key at ${at}: ${JSON.stringify(keys)} ${JSON.stringify({ ...found.channel, keys: 0 })} became ${JSON.stringify(inTime(result.channel.keys))}`);
      }
    }), { seed: 61, numRuns: 220 });
    expect(missingFrom(seen.held)).toEqual([]);
  }, 120_000);
  afterAll(() => Object.entries(told).forEach(([what, many]) => expect(many, what).toBeGreaterThan(what === 'more' ? 0 : 4)));

  test('between smooth neighbours, which keep the handles they had', () => {
    const smooth = { left: 'smooth', right: 'smooth' };
    const keys = [0, 10, 20, 30].map((at, i) => ({ at, value: [0, 30, 40, -20][i]!, ...smooth }));
    expect(same(channelOf({ keys }), 13)).toEqual([0, 10, 13, 20, 30]);
    const round = channelOf({ keys: keys.map((key) => (key.at === 30 ? { ...key, value: 0 } : key)), before: 'repeat', after: 'repeat', closed: true });
    same(round, 4);
    same(round, 27);
  });
  test('held, straight, and before a key that jumps', () => {
    same(channelOf({ keys: [{ at: 0, value: 3, right: 'hold' }, { at: 10, value: 9, left: 'smooth', right: 'smooth' }, { at: 20, value: 30, left: 'smooth' }] }), 4);
    const straight = added(channelOf({ keys: [{ at: 0, value: 0 }, { at: 10, value: 9 }] }), 4);
    expect(inTime(straight.channel.keys)[1]).toMatchObject({ at: 4, value: 3.6 });
    same(channelOf({ keys: [{ at: 0, value: 0, right: [4, 9] }, { at: 10, value: 90, arrives: 20, left: [-3, 1] }, { at: 20, value: 0 }] }), 7);
  });
  test('outside the keys: at its own time where they hold or glide, at its place in the keyed play where they repeat', () => {
    const keys = [{ at: 10, value: 0, left: [-4, -9] }, { at: 20, value: 40, left: [-4, 0], right: [9, 30] }];
    for (const [rules, at, times] of [
      [{}, 3, [3, 10, 20]], [{}, 33, [10, 20, 33]], [{ before: 'glide', after: 'glide' }, 33, [10, 20, 33]], [{ before: 'glide' }, 3, [3, 10, 20]],
      [{ after: 'repeat' }, 33, [10, 13, 20]], [{ after: 'swing' }, 27, [10, 13, 20]], [{ after: 'climb', before: 'climb' }, 2, [2 + 10, 10, 20].sort((a, b) => a - b)],
    ] as const) expect(same(channelOf({ keys, ...rules }), at)).toEqual(times);
    expect(keyAdded(channelOf({ keys, after: 'repeat' }).channel!, channelOf({ keys }).spec, 30, newId)).toEqual({ kind: 'there' });
    expect(keyAdded(channelOf({ keys, before: 'repeat' }).channel!, channelOf({ keys }).spec, 33, newId)).toMatchObject({ kind: 'cannot', why: expect.stringContaining('repeats before its first key') as string });
    expect(keyAdded(channelOf({ keys, after: 'climb', repeats: 2 }).channel!, channelOf({ keys }).spec, 60, newId)).toMatchObject({ kind: 'cannot', why: expect.stringContaining('plays are over') as string });
  });
  test('where handles pass each other in time, with a key more', () => {
    const passing = channelOf({ keys: [{ at: 0, value: 0, right: [19, 0] }, { at: 20, value: 90, left: [-18, 0] }] });
    const more = Array.from({ length: 19 }, (_, i) => added(passing, i + 1).more);
    for (const [i, many] of more.entries()) same(passing, i + 1, many);
    expect(Math.max(...more)).toBe(1);
  });
  test('on curves: those that are polynomials or exponential come apart, the others say so', () => {
    for (const curve of [{ kind: 'power' }, { kind: 'power', amount: 2, side: 'out' }, { kind: 'back' }, { kind: 'exponential' }, { kind: 'exponential', side: 'out', amount: 4 }]) same(channelOf({ keys: [{ at: 0, value: 5, curve }, { at: 20, value: 90 }] }), 7);
    for (const kind of ['power', 'back', 'exponential']) {
      same(channelOf({ keys: [{ at: 0, value: 5, curve: { kind, side: 'both' } }, { at: 20, value: 90 }] }), 7, 1);
      same(channelOf({ keys: [{ at: 0, value: 5, curve: { kind, side: 'both' } }, { at: 20, value: 90 }] }), 10, 0);
    }
    for (const kind of ['sine', 'elastic', 'bounce']) expect(keyAdded(channelOf({ keys: [{ at: 0, value: 5, curve: { kind } }, { at: 20, value: 90 }] }).channel!, channelOf({}).spec, 7, newId)).toMatchObject({ kind: 'cannot', why: expect.stringContaining('straighten it') as string });
  });
  test('not where it would change the pace of a glide beside it', () => {
    const eased = { keys: [{ at: 0, value: [0, 0], ease: [0.42, 0, 0.58, 1] }, { at: 20, value: [90, 10] }] };
    const glides = channelOf({ ...eased, after: 'glide' }, 'position');
    expect(keyAdded(glides.channel!, glides.spec, 7, newId)).toMatchObject({ kind: 'cannot', why: expect.stringContaining('glides on') as string });
    same(channelOf({ keys: eased.keys.map(({ at, value }) => ({ at, value })), after: 'glide', before: 'glide' }, 'position'), 7);
    same(channelOf({ keys: [{ ...eased.keys[0], curve: { kind: 'exponential', amount: 3 } }, eased.keys[1]], after: 'glide', before: 'glide' }, 'position'), 7);
  });
  test('on eased colours and points, and on curved paths, whose ease may go beyond the ends', () => {
    const colour = channelOf({ keys: [{ at: 0, value: [0, 0], ease: [0.42, 0, 0.58, 1] }, { at: 20, value: [90, 10] }] }, 'position');
    same(colour, 7);
    const over = { ease: [0.3, -0.6, 0.4, 1.7], pathRight: [30, 0] };
    const path = channelOf({ keys: [{ at: 0, value: [0, 0], ...over }, { at: 20, value: [90, 60], pathLeft: [0, -30] }] }, 'position');
    for (const [at, more] of [[2, 1], [10, 0], [18, 1]] as const) same(path, at, more);
    const straight = channelOf({ keys: [{ at: 0, value: [0, 0], ease: over.ease }, { at: 20, value: [90, 60] }] }, 'position');
    for (const at of [2, 10, 18]) same(straight, at);
  });
});

test('the command sets it at the frame that is looked at, says what it took, and names what it left out', () => {
  const project = projectOf([{ id: 'main', name: 'Main', duration: 100, layers: [{ id: 'a', name: 'A', kind: 'null', start: 5, channels: { x: { keys: [{ at: 0, value: 0, curve: { kind: 'bounce' } }, { at: 20, value: 90 }] }, y: { keys: [{ at: 0, value: 5, curve: { kind: 'power', side: 'both' } }, { at: 20, value: 90 }] } } }] }]);
  const at = (...channels: readonly string[]) => addKeys(project, 'main', channels.map((track) => ({ layer: 'a', track })), { frame: 12, newId });
  expect(at('x')).toEqual({ refused: expect.stringMatching(/^Across of A takes no key there without changing: it runs by a curve/) as string });
  const draft = at('x', 'y', 'rotation')!;
  if ('refused' in draft) throw new Error(draft.refused);
  expect(draft.label).toBe('Add 2 keys, and 1 more so that nothing changes; 1 channel left out');
  const after = applyPatches(project, draft.patches).project;
  expect(validateTouched(after, draft.patches)).toEqual([]);
  const layer = after.compositions.by['main']!.layers.by['a']!;
  expect(inTime(trackAt(project, layer, 'y')!.channel!.keys).map((key) => key.at)).toContain(keyTimeAt(after, after.compositions.by['main']!, layer, 12));
});
