import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { applyPatches, copyKeys, copyLayers, easeAfter, validateTouched, work, type Event, type Given, type Made } from '..';
import { CURVES, endOf, type ScalarKey } from '../../keys';
import { inTime, type Channel, type Project } from '../../model';
import { channelSampler, trackAt, valueAt } from '../../scene';
import { framesPerSecond } from '../../time';
import { projectOf, type LayerInput } from '../../../../tests/support/projects';

// The same films each time: what fails fails again.
fc.configureGlobal({ seed: 1127 });

let count = 0;
const newId = () => `made${++count}`;
const main = (project: Project) => project.compositions.by['main']!;
const layerOf = (project: Project, id: string) => main(project).layers.by[id]!;
const channelOf = (project: Project, layer: string, track: string) => trackAt(project, layerOf(project, layer), track)!.channel!;
const keysOfTrack = (project: Project, layer = 'a', track = 'x') => inTime(channelOf(project, layer, track).keys);
const refs = (project: Project, layer = 'a', track = 'x') => keysOfTrack(project, layer, track).map(({ id }) => ({ layer, track, key: id }));
const shown = (project: Project, layer: string, track: string, frame: number) => valueAt(project, main(project), layerOf(project, layer), trackAt(project, layerOf(project, layer), track)!, frame);

/** Does a command as the Bench does it; what it makes must fit the document. */
function make<E extends Event>(project: Project, event: E, args: Partial<Given<E>>): { readonly after: Project; readonly made: Made | null; readonly refused: string | null } {
  const { draft } = work(project, event, { composition: 'main', ...args } as unknown as Given<E>, newId);
  if (!draft || 'refused' in draft) return { after: project, made: null, refused: draft ? draft.refused : null };
  const { project: after, clashes } = applyPatches(project, draft.patches);
  expect(clashes).toEqual([]);
  expect(validateTouched(after, draft.patches)).toEqual([]);
  return { after, made: draft, refused: null };
}
const done = <E extends Event>(project: Project, event: E, args: Partial<Given<E>>) => make(project, event, args).after;

type Fields = Readonly<Record<string, unknown>>;
const value = fc.integer({ min: -200, max: 200 });
const curve = fc.record({ kind: fc.constantFrom(...CURVES.map(({ kind }) => kind)), side: fc.constantFrom('in', 'out', 'both') });
const more: fc.Arbitrary<Fields> = fc.oneof(
  { weight: 3, arbitrary: fc.constant({}) }, { weight: 2, arbitrary: fc.constantFrom({ right: 'smooth', left: 'smooth' }, { right: 'hold' }, { left: 'smooth' }) },
  fc.record({ right: fc.tuple(fc.integer({ min: 0, max: 9 }), value), left: fc.tuple(fc.integer({ min: -9, max: 0 }), value) }), curve.map((one) => ({ curve: one })),
);
const run = (least: number, most: number, fields = more) => fc.array(fc.record({ gap: fc.integer({ min: 2, max: 12 }), value, fields }), { minLength: least, maxLength: most }).map((list) => {
  let at = 0;
  // Handles that meet in time stand upright there: a value as steep as it likes is compared with nothing.
  const within = (handle: unknown, room: number) => (Array.isArray(handle) ? [Math.sign(handle[0] as number) * Math.min(Math.max(0.5, Math.abs(handle[0] as number)), room * 0.4), handle[1]] : handle);
  return list.map(({ gap, value: one, fields: { right, left, ...rest } }, i) => ({ id: `k${i}`, at: (at += gap), value: one, ...rest, ...(right === undefined ? {} : { right: within(right, list[i + 1]?.gap ?? 9) }), ...(left === undefined ? {} : { left: within(left, gap) }) }));
});
const filmOf = (keys: readonly object[], fields: Fields = {}, more: readonly LayerInput[] = []) => projectOf([{ id: 'main', name: 'Main', duration: 160, layers: [{ id: 'a', name: 'A', kind: 'shape', ...fields, channels: { x: { keys } } } as never, ...more] }]);
const anyFilm = fc.tuple(run(3, 7), fc.integer({ min: 0, max: 9 }).map((n) => n / 2)).map(([keys, start]) => filmOf(keys, { start }));
const frames = Array.from({ length: 320 }, (_, n) => n / 2);
const same = (a: Project, b: Project, tolerance = 1e-6, layer = 'a', track = 'x') => frames.every((frame) => Math.abs((shown(a, layer, track, frame) as number) - (shown(b, layer, track, frame) as number)) <= tolerance);

describe('there and back is nothing', () => {
  test('keys moved, and moved back', () => fc.assert(fc.property(anyFilm, fc.integer({ min: 1, max: 40 }), (film, by) => {
    const keys = refs(film);
    expect(done(done(film, 'keys.move', { keys, by }), 'keys.move', { keys, by: -by })).toEqual(film);
  }), { numRuns: 60 }));
  test('keys spread by a factor, and by its inverse', () => fc.assert(fc.property(anyFilm, fc.constantFrom(2, 4, 0.5), fc.integer({ min: 0, max: 60 }), (film, factor, around) => {
    const keys = refs(film);
    expect(done(done(film, 'keys.spread', { keys, factor, around, ripple: false }), 'keys.spread', { keys, factor: 1 / factor, around, ripple: false })).toEqual(film);
  }), { numRuns: 60 }));
  test('motion reversed, and reversed again, is as it was seen; once it runs backwards', () => fc.assert(fc.property(anyFilm, (film) => {
    const keys = refs(film);
    const once = done(film, 'keys.reverse', { keys });
    // Where time nearly stands still a value is as steep as it likes.
    expect(same(done(once, 'keys.reverse', { keys }), film, 1e-3)).toBe(true);
    const list = keysOfTrack(film);
    if (list.some((key) => key.right === 'hold')) return;
    const [from, to] = [list[0]!.at, list[list.length - 1]!.at].map((at) => at + layerOf(film, 'a').start) as [number, number];
    for (let frame = from + 0.5; frame < to; frame += 0.5) expect(shown(once, 'a', 'x', from + to - frame)).toBeCloseTo(shown(film, 'a', 'x', frame) as number, 3);
  }), { numRuns: 60 }));
  test('time opened and taken out again', () => fc.assert(fc.property(anyFilm, fc.integer({ min: 0, max: 100 }), fc.integer({ min: 1, max: 30 }), fc.constantFrom('stretch', 'stand'), (film, at, by, cut) => {
    const open = make(film, 'time.open', { at, by, cut, layers: null, deep: false });
    const back = done(open.after, 'time.open', { at, by: -by, cut, layers: null, deep: false });
    expect([main(back).duration, layerOf(back, 'a').spans, layerOf(back, 'a').start]).toEqual([main(film).duration, layerOf(film, 'a').spans, layerOf(film, 'a').start]);
    expect(same(back, film, 1e-3)).toBe(true);
  }), { numRuns: 120 }));
  test('poses flipped and mirrored twice', () => fc.assert(fc.property(anyFilm, fc.integer({ min: 0, max: 60 }), fc.boolean(), (film, frame, keying) => {
    const flip = (project: Project) => done(project, 'poses.flip', { layers: ['a'], axis: 'across', frame, keying });
    const mirror = (project: Project) => done(project, 'poses.mirror', { layers: ['a'], swap: true, frame, keying: false });
    for (const track of ['scaleX', 'x']) expect(shown(flip(flip(film)), 'a', track, frame)).toBeCloseTo(shown(film, 'a', track, frame) as number, 6);
    expect(shown(mirror(film), 'a', 'x', frame)).toBeCloseTo(main(film).width - (shown(film, 'a', 'x', frame) as number), 6);
    expect(same(mirror(mirror(film)), film)).toBe(true);
  }), { numRuns: 60 }));
});

describe('fewer keys and other keys', () => {
  const told = { thinned: 0, handles: 0, more: 0 };
  test('thinning stays within its tolerance at every frame and between', () => {
    fc.assert(fc.property(fc.oneof(anyFilm, run(12, 30, fc.constant({})).map((keys) => filmOf(keys.map((key, i) => ({ ...key, at: i * 2, value: Math.round(90 * Math.sin(i / 4)) }))))), fc.integer({ min: 0, max: 60 }), (film, tolerance) => {
      const after = done(film, 'keys.thin', { keys: refs(film), tolerance });
      if (after !== film) told.thinned++;
      expect(same(after, film, tolerance + 1e-6)).toBe(true);
    }), { numRuns: 120 });
    expect(told.thinned).toBeGreaterThan(20);
  });
  test('curves into handles keep within a two-hundredth of their range', () => {
    fc.assert(fc.property(curve, value, value.filter((n) => n !== 0), fc.integer({ min: 4, max: 60 }), (one, start, rise, length) => {
      const film = filmOf([{ id: 'p', at: 3, value: start, curve: one }, { id: 'q', at: 3 + length, value: start + rise }]);
      const after = done(film, 'keys.handles', { keys: [{ layer: 'a', track: 'x', key: 'p' }] });
      const [a, b] = [film, after].map((project) => channelSampler(channelOf(project, 'a', 'x'), 'N') as (x: number) => number);
      const dense = Array.from({ length: 2000 }, (_, n) => a!(3 + (length * n) / 2000));
      const range = Math.max(...dense) - Math.min(...dense);
      expect(keysOfTrack(after).some((key) => key.curve)).toBe(false);
      told.handles++;
      if (keysOfTrack(after).length > 2) told.more++;
      dense.forEach((was, n) => expect(Math.abs(b!(3 + (length * n) / 2000) - was)).toBeLessThanOrEqual(range * 0.005));
    }), { numRuns: 60 });
    expect(told.handles).toBeGreaterThan(50);
    expect(told.more).toBeGreaterThan(5);
  });
  test('so do those of points and colours', () => fc.assert(fc.property(curve, fc.tuple(value, value), fc.tuple(value, value), fc.integer({ min: 4, max: 60 }), (one, from, to, length) => {
    const film = projectOf([{ id: 'main', name: 'Main', duration: 160, layers: [{ id: 'a', name: 'A', kind: 'shape', channels: { position: { keys: [{ id: 'p', at: 3, value: from, curve: one }, { id: 'q', at: 3 + length, value: to }] } } } as never] }]);
    const after = done(film, 'keys.handles', { keys: [{ layer: 'a', track: 'position', key: 'p' }] });
    const [a, b] = [film, after].map((project) => channelSampler(channelOf(project, 'a', 'position'), 'P') as (x: number) => readonly number[]);
    const dense = Array.from({ length: 1000 }, (_, n) => a!(3 + (length * n) / 1000));
    const range = [0, 1].map((c) => Math.max(...dense.map((row) => row[c]!)) - Math.min(...dense.map((row) => row[c]!)));
    dense.forEach((was, n) => was.forEach((part, c) => expect(Math.abs(b!(3 + (length * n) / 1000)[c]! - part)).toBeLessThanOrEqual(range[c]! * 0.005 + 1e-9)));
  }), { numRuns: 60 }));
  test('motion into keys keeps within the tolerance asked for at every frame', () => fc.assert(fc.property(anyFilm, fc.integer({ min: 1, max: 40 }).map((n) => n / 4), (film, tolerance) => {
    const keys = refs(film);
    const after = done(film, 'keys.frames', { keys, tolerance });
    for (let frame = 0; frame < 160; frame++) expect(Math.abs((shown(after, 'a', 'x', frame) as number) - (shown(film, 'a', 'x', frame) as number))).toBeLessThanOrEqual(tolerance + 1e-6);
    expect(keysOfTrack(after).slice(0, -1).some((key) => key.curve)).toBe(false);
  }), { numRuns: 60 }));
  test('what is drawn by hand is kept to within the tolerance, and what was keyed there gives way', () => fc.assert(fc.property(anyFilm, fc.array(value, { minLength: 4, maxLength: 40 }), fc.integer({ min: 0, max: 20 }), (film, drawn, tolerance) => {
    const points = drawn.map((one, i): [number, number] => [20 + i, one]);
    const after = done(film, 'keys.draw', { layer: 'a', track: 'x', points, tolerance });
    for (const [frame, one] of points) expect(Math.abs((shown(after, 'a', 'x', frame) as number) - one)).toBeLessThanOrEqual(tolerance + 2e-3);
    for (const { id, at } of keysOfTrack(film)) { const host = at + layerOf(film, 'a').start; if (host < 19 || host > 20 + drawn.length) expect(keysOfTrack(after).some((key) => key.id === id)).toBe(true); }
  }), { numRuns: 60 }));
  test('a run that is smoothed out comes nearer to a straight line, and keeps its ends', () => fc.assert(fc.property(anyFilm, (film) => {
    const bend = (project: Project) => { const keys = keysOfTrack(project); return keys.slice(1, -1).reduce((sum, key, i) => { const [a, b] = [keys[i]!, keys[i + 2]!]; const u = (key.at - a.at) / (b.at - a.at); return sum + ((key.value as number) - ((a.value as number) + ((b.value as number) - (a.value as number)) * u)) ** 2; }, 0); };
    const after = done(film, 'keys.calm', { keys: refs(film), share: 1 });
    const ends = (project: Project) => { const keys = keysOfTrack(project); return [keys[0]!.value, keys[keys.length - 1]!.value]; };
    expect(ends(after)).toEqual(ends(film));
    if (keysOfTrack(film).length === 3) expect(bend(after)).toBeLessThan(1e-6);
  }), { numRuns: 60 }));
  test('kept within its two keys a motion never leaves them', () => fc.assert(fc.property(anyFilm, (film) => {
    const after = done(film, 'keys.within', { keys: refs(film) });
    const keys = keysOfTrack(after) as readonly { readonly at: number; readonly value: unknown }[];
    const sample = channelSampler(channelOf(after, 'a', 'x'), 'N') as (x: number) => number;
    keys.slice(1).forEach((to, i) => {
      const [low, high] = [keys[i]!.value as number, to.value as number].sort((a, b) => a - b) as [number, number];
      for (let n = 1; n < 20; n++) expect(sample(keys[i]!.at + ((to.at - keys[i]!.at) * n) / 20)).toSatisfy((now: number) => now >= low - 1e-6 && now <= high + 1e-6);
    });
  }), { numRuns: 60 }));
});

describe('keys in other places', () => {
  test('pasted as change they differ from what was there by what they differed among themselves', () => fc.assert(fc.property(run(3, 7), value, fc.integer({ min: 80, max: 100 }), (keys, rest, frame) => {
    const film = filmOf(keys);
    const two = filmOf(keys, {}, [{ id: 'b', name: 'B', kind: 'shape', channels: { x: { value: rest } } } as never]);
    const clip = { format: 'oak-tumble/keys' as const, rate: [30, 1] as const, tracks: [{ layer: 0, channel: 'x', type: 'N', keys: keysOfTrack(film).map(({ id: _id, ...key }) => ({ ...key, at: key.at - keysOfTrack(film)[0]!.at })) }] };
    const after = done(two, 'keys.paste', { layers: ['b'], clip: clip as never, frame, as: 'change' });
    expect(keysOfTrack(after, 'b').map((key) => (key.value as number) - rest)).toEqual(keysOfTrack(film).map((key) => (key.value as number) - (keysOfTrack(film)[0]!.value as number)));
  }), { numRuns: 60 }));
  test('the shape of a motion given to itself is nothing, to another is that shape', () => fc.assert(fc.property(run(3, 5), run(3, 5), (keys, others) => {
    const film = filmOf(keys, {}, [{ id: 'b', name: 'B', kind: 'shape', channels: { x: { keys: others } } } as never]);
    const shape = easeAfter(channelOf(film, 'a', 'x'), 'N', keysOfTrack(film) as never, 0);
    fc.pre(shape !== null && keysOfTrack(film, 'b')[0]!.value !== keysOfTrack(film, 'b')[1]!.value);
    const pull = (to: string) => done(film, 'keys.pull', { keys: [refs(film, to)[0]!], ease: [...shape!] as never });
    const [from, until] = keysOfTrack(film).map(({ at }) => at) as [number, number];
    for (let at = from; at < until; at += 0.5) expect(shown(pull('a'), 'a', 'x', at)).toBeCloseTo(shown(film, 'a', 'x', at) as number, 6);
    const given = easeAfter(channelOf(pull('b'), 'b', 'x'), 'N', keysOfTrack(pull('b'), 'b') as never, 0)!;
    shape!.forEach((part, n) => expect(given[n]).toBeCloseTo(part, 6));
  }), { numRuns: 60 }));
  test('curves kept with a project go along with the keys and layers that run by them, once, and no others', () => {
    const presets = [{ id: 'p', name: 'Sprung', of: 'curve', data: { kind: 'back', amount: 2 } }, { id: 'q', name: 'Landing', of: 'curve', data: { ease: [0.5, 0, 0.25, 1] } }, { id: 'r', name: 'Unused', of: 'curve', data: { kind: 'sine' } }];
    const film = { ...filmOf([{ id: 'k', at: 0, value: 0, curve: { kind: 'back', amount: 2 } }, { id: 'l', at: 20, value: 40, right: [10, 0] }, { id: 'm', at: 40, value: 80, left: [-15, 0] }]), presets: { order: presets.map(({ id }) => id), by: Object.fromEntries(presets.map((one) => [one.id, one])) } } as Project;
    const other = filmOf([{ id: 'z', at: 0, value: 3 }]);
    const names = (project: Project) => project.presets.order.map((id) => project.presets.by[id]!.name);
    const keys = copyKeys(film, 'main', refs(film))!;
    const { after, made } = make(other, 'keys.paste', { layers: ['a'], clip: keys as never, frame: 60 });
    expect(names(after)).toEqual(['Sprung', 'Landing']);
    expect(made!.told).toBe('Curves of its project came along: “Sprung”, “Landing”.');
    expect(make(after, 'keys.paste', { layers: ['a'], clip: keys as never, frame: 90 }).made!.told).toBeUndefined();
    expect(copyKeys(film, 'main', refs(film).slice(2))!.presets).toBeUndefined();
    // Another curve of that name stays, and the one that comes gets a number; junk stays out.
    const taken = done(other, 'presets.add', { name: 'Sprung', of: 'curve', data: { kind: 'sine' } } as never);
    const junk = { ...keys, presets: [...keys.presets!, { name: 'Junk', of: 'curve', data: { kind: 'none of ours' } }] };
    expect(names(done(taken, 'keys.paste', { layers: ['a'], clip: junk as never, frame: 60 }))).toEqual(['Sprung', 'Sprung 2', 'Landing']);
    expect(names(done(other, 'layers.paste', { clip: copyLayers(film, 'main', ['a']) as never, at: 0, above: null }))).toEqual(['Sprung', 'Landing']);
    expect(names(done(film, 'layers.paste', { clip: copyLayers(film, 'main', ['a']) as never, at: 0, above: null }))).toEqual(['Sprung', 'Landing', 'Unused']);
  });
  test('links of pasted layers that lead nowhere here are named', () => {
    const film = filmOf([{ at: 0, value: 0 }], { parent: 'b' }, [{ id: 'b', name: 'B', kind: 'null' } as never]);
    const other = projectOf([{ id: 'main', name: 'Main', duration: 160, layers: [] }]);
    expect(make(other, 'layers.paste', { clip: copyLayers(film, 'main', ['a']) as never, at: 0, above: null }).made!.told).toBe('Not here, so left out: what A follows.');
    expect(make(other, 'layers.paste', { clip: copyLayers(film, 'main', ['a', 'b']) as never, at: 0, above: null }).made!.told).toBeUndefined();
  });
  test('a name that is given to what is kept is free', () => {
    const film = done(done(filmOf([{ at: 0, value: 0 }]), 'presets.add', { name: 'One', of: 'curve', data: { kind: 'sine' } } as never), 'presets.add', { name: 'Two', of: 'curve', data: { kind: 'back' } } as never);
    const [, two] = film.presets.order as [string, string];
    expect(done(film, 'presets.rename', { preset: two, name: 'One' } as never).presets.by[two]!.name).toBe('One 2');
    expect(make(film, 'presets.rename', { preset: two, name: 'Two' } as never).made).toBeNull();
  });
  test('moved with a soft edge they keep their order, and what is farther away stands', () => fc.assert(fc.property(anyFilm, fc.integer({ min: 1, max: 11 }), fc.integer({ min: 0, max: 2 }), (film, by, which) => {
    const before = keysOfTrack(film);
    const key = before[which]!;
    const after = done(film, 'keys.move', { keys: [{ layer: 'a', track: 'x', key: key.id }], by, soft: 12 });
    expect(keysOfTrack(after).map(({ id }) => id)).toEqual(before.map(({ id }) => id));
    for (const one of before) {
      const far = Math.abs(one.at - key.at);
      expect(keysOfTrack(after).find(({ id }) => id === one.id)!.at - one.at).toBeCloseTo(far >= 12 ? 0 : by * (1 - far / 12), 6);
    }
  }), { numRuns: 60 }));
  test('a soft edge refuses to be passed', () => expect(make(filmOf([{ id: 'k', at: 4, value: 0 }, { id: 'l', at: 9, value: 3 }]), 'keys.move', { keys: [{ layer: 'a', track: 'x', key: 'k' }], by: 8, soft: 6 }).refused).toMatch(/less than 6 frames/));
  test('spread evenly they are equally far; on whole frames they are whole', () => fc.assert(fc.property(anyFilm, (film) => {
    const even = keysOfTrack(done(film, 'keys.even', { keys: refs(film) })).map(({ at }) => at);
    const gap = (even[even.length - 1]! - even[0]!) / (even.length - 1);
    even.forEach((at, i) => expect(at).toBeCloseTo(even[0]! + i * gap, 6));
    const whole = done(film, 'keys.snap', { keys: refs(film), to: 'frames' });
    for (const { at } of keysOfTrack(whole)) expect(Number.isInteger(at + layerOf(film, 'a').start)).toBe(true);
  }), { numRuns: 60 }));
  test('three layers come so many frames apart, by row, by distance and by chance', () => {
    const layer = (id: string, x: number): LayerInput => ({ id, name: id, kind: 'shape', channels: { y: { keys: [{ id: 'k', at: 0, value: 0 }, { id: 'l', at: 20, value: 9 }] }, x: { value: x } } } as never);
    const film = projectOf([{ id: 'main', name: 'Main', duration: 160, layers: [layer('p', 900), layer('q', 640), layer('r', 100)] }]);
    const keys = ['p', 'q', 'r'].flatMap((id) => refs(film, id, 'y'));
    const starts = (project: Project) => ['p', 'q', 'r'].map((id) => keysOfTrack(project, id, 'y')[0]!.at);
    expect(starts(done(film, 'keys.apart', { keys, step: 5, order: 'rows', measure: 'rank', from: null, seed: 1, frame: 0 }))).toEqual([0, 5, 10]);
    expect(starts(done(film, 'keys.apart', { keys, step: 5, order: 'outward', measure: 'rank', from: null, seed: 1, frame: 0 }))).toEqual([5, 0, 10]);
    expect(starts(done(film, 'keys.apart', { keys, step: 5, order: 'across', measure: 'distance', from: null, seed: 1, frame: 0 }))).toEqual([10, 6.75, 0]);
    const chance = (seed: number) => starts(done(film, 'keys.apart', { keys, step: 5, order: 'chance', measure: 'rank', from: null, seed, frame: 0 }));
    expect(chance(4)).toEqual(chance(4));
    expect([...chance(4)].sort((a, b) => a - b)).toEqual([0, 5, 10]);
    expect(new Set([1, 2, 3, 4, 5, 6].map((seed) => chance(seed).join())).size).toBeGreaterThan(1);
  });
});

describe('what is promised', () => {
  const paces = (project: Project) => {
    const keys = keysOfTrack(project) as readonly Channel['keys'][string][];
    return keys.slice(0, -1).flatMap((key, i) => {
      const to = keys[i + 1]!;
      const far = Math.abs(endOf(to as unknown as ScalarKey) - (key.value as number));
      return typeof key.pace === 'number' && far > 0 ? [[key.pace, far / ((to.at - key.at) / framesPerSecond(main(project).rate))] as const] : [];
    });
  };
  test('a steady pace keeps its rate after any edit', () => {
    let met = 0;
    const edit = fc.record({ kind: fc.constantFrom('value', 'pace', 'move', 'spread', 'delete', 'add'), key: fc.integer({ min: 0, max: 4 }), n: fc.integer({ min: 1, max: 60 }) });
    fc.assert(fc.property(run(4, 6, fc.constant({})), fc.array(edit, { minLength: 1, maxLength: 5 }), (keys, edits) => {
      let film = done(filmOf(keys), 'keys.set', { keys: refs(filmOf(keys)).slice(0, 3), fields: { pace: 120 } });
      for (const { kind, key, n } of edits) {
        const list = refs(film);
        const one = [list[key % list.length]!];
        if (kind === 'value') film = done(film, 'keys.set', { keys: one, fields: { value: n * 5 } });
        if (kind === 'pace') film = done(film, 'keys.set', { keys: one, fields: { pace: n * 4 } });
        if (kind === 'move') film = done(film, 'keys.move', { keys: one, by: n });
        if (kind === 'spread') film = done(film, 'keys.spread', { keys: list, factor: 1 + n / 30, around: 0, ripple: false });
        if (kind === 'delete' && list.length > 2) film = done(film, 'keys.delete', { keys: one });
        if (kind === 'add') film = done(film, 'tracks.set', { values: [{ layer: 'a', track: 'x', value: n }], frame: n, keying: true });
        for (const [asked, is] of paces(film)) {
          met++;
          expect(is / asked).toBeCloseTo(1, 6);
        }
      }
    }), { numRuns: 80 });
    expect(met).toBeGreaterThan(200);
  });
  describe('across and down at one pace', () => {
    type Place = { readonly at: number; readonly x: number; readonly y: number };
    const placed = (list: readonly Place[], more: object = {}) => projectOf([{ id: 'main', name: 'Main', duration: 4000, layers: [{ id: 'a', name: 'A', kind: 'null', channels: Object.fromEntries((['x', 'y'] as const).map((track) => [track, { keys: list.map((one, i) => ({ id: `k${i}`, at: one.at, value: one[track], ...(track === 'y' ? more : {}) })) }])) }] }] as never);
    const channels = (project: Project) => (main(project).layers.by['a']!.channels as unknown as Readonly<Record<string, Channel>>);
    const times = (project: Project, track: string) => Object.values(channels(project)[track]!.keys).map(({ at }) => at).sort((p, q) => p - q);
    const all = (many: number) => (['x', 'y'] as const).flatMap((track) => Array.from({ length: many }, (_, i) => ({ layer: 'a', track, key: `k${i}` })));
    test('it is one motion along its way: 300 across and 400 down at 250 a second take two seconds', () => {
      const film = done(placed([{ at: 0, x: 0, y: 0 }, { at: 10, x: 300, y: 400 }]), 'keys.set', { keys: all(2), fields: { pace: 250 } });
      expect([times(film, 'x'), times(film, 'y')]).toEqual([[0, 60], [0, 60]]);
    });
    test('on whole frames the pace gives, and the same for both', () => {
      const film = done(placed([{ at: 0, x: 0, y: 0 }, { at: 10, x: 30, y: 40 }, { at: 20, x: 33, y: 44 }]), 'keys.set', { keys: all(3), fields: { pace: 77 }, whole: true });
      expect([times(film, 'x'), times(film, 'y')]).toEqual([[0, 19, 21], [0, 19, 21]]);
      expect(channels(film)['x']!.keys['k0']!.pace).toBeCloseTo(50 / (19 / 30), 9);
    });
    test('through any edit both go on sharing times', () => {
      let met = 0;
      const place = fc.record({ x: fc.integer({ min: -400, max: 400 }), y: fc.integer({ min: -400, max: 400 }) });
      fc.assert(fc.property(fc.array(place, { minLength: 3, maxLength: 5 }), fc.array(fc.record({ key: fc.nat(4), track: fc.constantFrom('x', 'y'), n: fc.integer({ min: 5, max: 400 }), kind: fc.constantFrom('value', 'pace', 'bend') }), { minLength: 1, maxLength: 5 }), (list, edits) => {
        let film = done(placed(list.map((one, i) => ({ ...one, at: i * 20 }))), 'keys.set', { keys: all(list.length), fields: { pace: 120 } });
        for (const { key, track, n, kind } of edits) {
          const id = `k${key % list.length}`;
          if (kind === 'value') film = done(film, 'keys.set', { keys: [{ layer: 'a', track, key: id }], fields: { value: n } });
          if (kind === 'pace') film = done(film, 'keys.set', { keys: [{ layer: 'a', track: 'x', key: id }, { layer: 'a', track: 'y', key: id }], fields: { pace: n } });
          if (kind === 'bend') film = done(film, 'keys.set', { keys: [{ layer: 'a', track, key: id }], fields: { right: [4, n / 4] } });
          met++;
          const [x, y] = [times(film, 'x'), times(film, 'y')];
          x.forEach((at, i) => expect(Math.abs(at - y[i]!)).toBeLessThan(1e-6));
        }
      }), { numRuns: 120 });
      expect(met).toBeGreaterThan(150);
    });
  });
  test('a key whose time follows a pace is not moved by hand: it says why', () => {
    const film = done(filmOf([{ id: 'k', at: 0, value: 0 }, { id: 'l', at: 9, value: 100 }]), 'keys.set', { keys: [{ layer: 'a', track: 'x', key: 'k' }], fields: { pace: 100 } });
    expect(keysOfTrack(film).map(({ at }) => at)).toEqual([0, 30]);
    expect(make(film, 'keys.move', { keys: [{ layer: 'a', track: 'x', key: 'l' }], by: 5 }).refused).toMatch(/Across of A keeps its pace/);
  });
  test('a closed loop has its first and last key in one, whichever is changed or moved; what is pushed past the end comes back', () => {
    const film = done(filmOf([{ id: 'k', at: 0, value: 5 }, { id: 'l', at: 10, value: 40 }, { id: 'm', at: 30, value: 9 }]), 'tracks.closed', { tracks: [{ layer: 'a', track: 'x' }], closed: true });
    const list = (project: Project) => keysOfTrack(project).map(({ id, at, value: now }) => `${id} ${at} ${String(now)}`);
    expect(list(film)).toEqual(['k 0 5', 'l 10 40', 'm 30 5']);
    const key = (id: string) => [{ layer: 'a', track: 'x', key: id }];
    expect(list(done(film, 'keys.set', { keys: key('m'), fields: { value: 12 } }))).toEqual(['k 0 12', 'l 10 40', 'm 30 12']);
    expect(list(done(film, 'keys.set', { keys: key('k'), fields: { value: 12 } }))).toEqual(['k 0 12', 'l 10 40', 'm 30 12']);
    expect(list(done(film, 'keys.move', { keys: key('m'), by: 3 }))).toEqual(['k 3 5', 'l 10 40', 'm 33 5']);
    expect(list(done(film, 'keys.move', { keys: key('l'), by: 24 }))).toEqual(['k 0 5', 'l 4 40', 'm 30 5']);
    expect(list(done(film, 'tracks.closed', { tracks: [{ layer: 'a', track: 'x' }], closed: false }))).toEqual(list(film));
  });
});

describe('poses', () => {
  test('a first key keeps what was, where the motion was before or the bar begins, and says so', () => {
    const film = projectOf([{ id: 'main', name: 'Main', duration: 160, layers: [{ id: 'a', name: 'A', kind: 'shape', start: 10, spans: [[10, 160]], channels: { x: { value: 7, keys: [] }, y: { keys: [{ id: 'k', at: 20, value: 0 }, { id: 'l', at: 80, value: 3 }] } } } as never, { id: 'b', name: 'B', kind: 'shape', spans: [[12, 90]] }] }]);
    const keyed = make(film, 'tracks.set', { values: [{ layer: 'a', track: 'x', value: 50 }], frame: 60, keying: true, keepWas: true });
    expect(keysOfTrack(keyed.after).map(({ at, value: now }) => [at + 10, now])).toEqual([[30, 7], [60, 50]]);
    expect(keyed.made!.told).toBe('Across kept at 30, keyed at 60.');
    const plain = done(film, 'tracks.set', { values: [{ layer: 'b', track: 'y', value: 50 }], frame: 60, keying: true, keepWas: true });
    expect(keysOfTrack(plain, 'b', 'y').map(({ at, value: now }) => [at, now])).toEqual([[12, 0], [60, 50]]);
    const off = done(film, 'tracks.set', { values: [{ layer: 'b', track: 'y', value: 50 }], frame: 60, keying: true, keepWas: false });
    expect(keysOfTrack(off, 'b', 'y').map(({ at }) => at)).toEqual([60]);
    expect(make(film, 'tracks.set', { values: [{ layer: 'b', track: 'y', value: 50 }], frame: 12, keying: true, keepWas: true }).made!.told).toBeUndefined();
  });
  test('new keys are as the project says', () => {
    const film = filmOf([{ id: 'k', at: 0, value: 0, right: [4, 0] }, { id: 'l', at: 30, value: 90 }]);
    const shapes = (['straight', 'smooth', 'hold', 'drawn'] as const).map((newKeys) => {
      const after = done(done(film, 'project.keys', { newKeys } as never), 'tracks.set', { values: [{ layer: 'a', track: 'x', value: 50 }], frame: 10, keying: true });
      const { left, right } = keysOfTrack(after)[1]!;
      return [left, right];
    });
    expect(shapes).toEqual([[undefined, undefined], ['smooth', 'smooth'], [undefined, 'hold'], ['smooth', 'smooth']]);
  });
  test('neighbours that are held stay as they are, whatever is done between', () => fc.assert(fc.property(anyFilm, fc.integer({ min: 2, max: 30 }), fc.integer({ min: 2, max: 30 }), value, (film, from, length, to) => {
    const held = make(film, 'poses.hold', { layers: ['a'], from, to: from + length });
    if (!held.made) return;
    expect(same(held.after, film, 1e-4)).toBe(true);
    if (held.made.told !== undefined) return;
    const changed = done(held.after, 'tracks.set', { values: [{ layer: 'a', track: 'x', value: to }], frame: from + Math.floor(length / 2), keying: true });
    for (const frame of frames) if (frame <= from - 1 || frame >= from + length) expect(Math.abs((shown(changed, 'a', 'x', frame) as number) - (shown(film, 'a', 'x', frame) as number))).toBeLessThan(1e-4);
  }), { numRuns: 80 }));
  test('half a cycle later a motion is the same motion, so many frames later', () => {
    let met = 0;
    fc.assert(fc.property(run(3, 6), fc.integer({ min: 1, max: 20 }), fc.boolean(), (keys, by, closed) => {
      const round = keys.map((key, i) => (i === keys.length - 1 ? { ...key, value: keys[0]!.value } : key));
      const film = projectOf([{ id: 'main', name: 'Main', duration: 160, layers: [{ id: 'a', name: 'A', kind: 'shape', channels: { x: { keys: round, before: 'repeat', after: 'repeat', closed } } } as never, { id: 'b', name: 'B', kind: 'shape' }] }]);
      const { after, made } = make(film, 'poses.later', { layer: 'a', onto: ['b'], by, mirror: false });
      if (!made) return;
      met++;
      for (let frame = 40.25; frame < 120; frame += 0.5) expect(shown(after, 'b', 'x', frame)).toBeCloseTo(shown(film, 'a', 'x', frame - by) as number, 4);
    }), { numRuns: 80 });
    expect(met).toBeGreaterThan(40);
  });
  test('what landed drifts on in the direction that it came, at a share of its pace', () => {
    const film = filmOf([{ id: 'k', at: 0, value: 0 }, { id: 'l', at: 20, value: 100 }]);
    const after = done(film, 'poses.drift', { keys: [{ layer: 'a', track: 'x', key: 'l' }], frames: 30, percent: 10 });
    expect(keysOfTrack(after).map(({ at, value: now }) => [at, now])).toEqual([[0, 0], [20, 100], [50, 115]]);
    const far = done(film, 'poses.drift', { keys: [{ layer: 'a', track: 'x', key: 'l' }], frames: null, far: 20, place: true });
    const [before, end] = [keysOfTrack(film), keysOfTrack(far).at(-1)!];
    expect([Math.abs((end.value as number) - (before.at(-1)!.value as number)), end.at + layerOf(far, 'a').start]).toEqual([expect.closeTo(20, 6) as number, layerOf(far, 'a').spans.at(-1)![1]]);
    expect(make(film, 'poses.drift', { keys: refs(film), frames: before[1]!.at - before[0]!.at }).refused ?? '').not.toMatch(/there is another key/);
    expect(make(film, 'poses.drift', { keys: [{ layer: 'a', track: 'x', key: 'k' }], frames: 30, percent: 10 }).refused).toMatch(/came from somewhere/);
  });
  test('motion is taken out at what is seen, bounds are said, ends are made equal', () => {
    const film = filmOf([{ id: 'k', at: 0, value: 0 }, { id: 'l', at: 20, value: 100 }]);
    const tracks = [{ layer: 'a', track: 'x' }];
    const still = done(film, 'tracks.still', { tracks, frame: 5 });
    expect([keysOfTrack(still).length, channelOf(still, 'a', 'x').value]).toEqual([0, 25]);
    expect(keysOfTrack(done(film, 'tracks.ends', { tracks, like: 'first' })).map(({ value: now }) => now)).toEqual([0, 0]);
    expect(channelOf(done(film, 'tracks.limits', { tracks, limits: [0, 80] }), 'a', 'x').limits).toEqual([0, 80]);
    expect(make(film, 'tracks.limits', { tracks, limits: [9, 2] }).refused).toMatch(/above the upper/);
  });
});
