import fc from 'fast-check';
import { afterAll, describe, expect, test } from 'vitest';
import { fromMemory, inOrder, inTime, member, readProject, readProjectFile, writeProject, type Channel, type Layer, type Project } from '../model';
import { ownTracks, sourceTimeAt, timingOf, trackAt, withAt } from '../scene';
import { pieces } from '../timing';
import { counting, missingFrom, randomFilm } from '../../../tests/support/random-film';
import { projectOf } from '../../../tests/support/projects';
import { bakeReport, bakeSteps, proofSteps, type Baked, type BakeWish, type Proof } from '.';

function run<T>(steps: Generator<unknown, T>): T {
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}

/** A project with what a bake comes to put into it. */
function withBaked(project: Project, id: string, { layers, compositions }: Baked): Project {
  const host = member(project.compositions.by, id)!;
  const by = { ...host.layers.by, ...Object.fromEntries(layers.map((layer) => [layer.id, layer])) };
  return {
    ...project,
    compositions: { order: [...project.compositions.order, ...compositions.map((one) => one.id)], by: { ...project.compositions.by, ...Object.fromEntries(compositions.map((one) => [one.id, one])), [id]: { ...host, layers: { ...host.layers, by } } } },
  };
}

let count = 0;
function baked(project: Project, id: string, layers: readonly string[], wish: Partial<BakeWish> = {}): { readonly made: Baked; readonly after: Project; readonly proof: Proof } {
  const made = run(bakeSteps(project, id, layers, { on: 'both', deep: true, whole: false, tolerance: 0.01, ...wish }, () => `baked-${++count}`));
  const after = withBaked(project, id, made);
  return { made, after, proof: run(proofSteps(project, after, id, made.tracks)) };
}

const all = (film: Project) => member(film.compositions.by, 'main')!.layers.order;

/** The same film with straight and held motion and time alone. */
function straightened(film: Project, ends = true): Project {
  const plain = (value: unknown): unknown => {
    if (Array.isArray(value)) return value.map(plain);
    if (value === null || typeof value !== 'object') return value;
    const record = value as Readonly<Record<string, unknown>>;
    if (record['op'] === 'ramp') return { ...record, blend: 0 };
    const rest = Object.entries(record).filter(([field, one]) => !(field === 'curve' || field === 'pathRight' || field === 'pathLeft' || (['right', 'left', 'ease'].includes(field) && one !== 'hold') || (!ends && ['before', 'after', 'repeats'].includes(field))));
    return Object.fromEntries(rest.map(([field, one]) => [field, plain(one)]));
  };
  const read = readProjectFile(plain(fromMemory(film)));
  if (!read.ok) throw new Error(JSON.stringify(read.issues[0]));
  return read.value;
}

describe('on random films', () => {
  const { held, see } = counting();
  const ways = [{ deep: true, on: 'both' }, { deep: false, on: 'both' }, { deep: true, on: 'content' }, { deep: false, on: 'keys' }] as const;
  test.each(ways)('live equals baked at every frame, within the tolerance: %o', (wish) => {
    fc.assert(fc.property(randomFilm, (film) => {
      see(film);
      const { proof, after, made } = baked(film, 'main', all(film), wish);
      const miss = proof.worst.find(({ error, address }) => error > (address.endsWith('colour') ? 0.0002 : 0.02));
      expect(miss).toBeUndefined();
      // What was baked is gone, and what came of it is a file like any other.
      for (const layer of made.layers) {
        const { stack, source } = timingOf(after, after.compositions.by['main']!, layer);
        if (wish.on !== 'content') expect(stack.keySteps).toEqual([]);
        if (wish.on !== 'keys' && source && layer.kind === 'nest') expect(stack.steps).toEqual([]);
      }
      const read = readProject(writeProject(after));
      expect(read.ok && writeProject(read.value) === writeProject(after)).toBe(true);
    }), { numRuns: 120, seed: 11 });
    // A machine that does something beside it takes its time: no bar is meant.
  }, 120_000);
  test('where all is straight or held it is exact, and no track has more keys than its pieces need', () => {
    let compared = 0;
    fc.assert(fc.property(randomFilm, (drawn) => {
      const film = straightened(drawn, false);
      const host = member(film.compositions.by, 'main')!;
      const { proof, after } = baked(film, 'main', all(film), { on: 'keys', deep: false });
      expect(proof.worst.find(({ error }) => error > 1e-6)).toBeUndefined();
      for (const layer of inOrder(host.layers)) {
        const { stack } = timingOf(film, host, layer);
        const end = Math.max(host.duration, layer.spans.at(-1)?.[1] ?? 0) + 1;
        for (const track of ownTracks(layer)) {
          const keys = track.channel ? inTime(track.channel.keys) : [];
          const now = keys.length > 0 ? Object.values(trackAt(after, after.compositions.by['main']!.layers.by[layer.id]!, track.address)!.channel!.keys) : [];
          if (keys.length === 0 || stack.keySteps.length === 0) continue;
          const walk = [...pieces(stack.keysOf(track.address), 0, end)];
          // A hold, and a value on its way back, take a key on each side of an edge.
          const most = 1.2 * walk.length * (keys.length + 2);
          expect(now.length).toBeLessThanOrEqual(Math.ceil(most));
          compared++;
        }
      }
    }), { numRuns: 150, seed: 12 });
    expect(compared).toBeGreaterThan(80);
  });
  test('through nests too it is exact where all is straight or held', () => {
    fc.assert(fc.property(randomFilm, (drawn) => {
      const film = straightened(drawn);
      // Pins that are smooth, and remaps of times that a loop makes, stay straight here.
      expect(baked(film, 'main', all(film)).proof.worst.find(({ error }) => error > 1e-6)).toBeUndefined();
    }), { numRuns: 100, seed: 13 });
  });
  test('a proof sees one key that was nudged', () => {
    let nudged = 0;
    fc.assert(fc.property(randomFilm, fc.nat(), (film, pick) => {
      const { made, after } = baked(film, 'main', all(film));
      const host = after.compositions.by['main']!;
      const tracks = made.tracks.filter(({ path, address }) => path.length === 1 && address !== 'shown').flatMap(({ path, address }) => {
        const track = trackAt(after, host.layers.by[path[0]!]!, address)!;
        return track.channel && track.spec.type === 'N' && Object.values(track.channel.keys).some((key) => key.at + host.layers.by[path[0]!]!.start === Math.round(key.at + host.layers.by[path[0]!]!.start) && key.at + host.layers.by[path[0]!]!.start >= 0 && key.at + host.layers.by[path[0]!]!.start < host.duration) ? [{ path, track }] : [];
      });
      if (tracks.length === 0) return;
      const { path, track } = tracks[pick % tracks.length]!;
      const layer = host.layers.by[path[0]!]!;
      const key = Object.values(track.channel!.keys).find(({ at }) => { const frame = at + layer.start; return frame === Math.round(frame) && frame >= 0 && frame < host.duration; })!;
      const channel = { ...track.channel!, keys: { ...track.channel!.keys, [key.id]: { ...key, value: (key.value as number) + 1 } } } as Channel;
      const wrong = { ...after, compositions: { ...after.compositions, by: { ...after.compositions.by, main: { ...host, layers: { ...host.layers, by: { ...host.layers.by, [layer.id]: withAt(layer, track.path, channel) as Layer } } } } } };
      expect(run(proofSteps(film, wrong, 'main', made.tracks)).worst[0]!.error).toBeGreaterThan(0.9);
      nudged++;
    }), { numRuns: 100, seed: 14 });
    expect(nudged).toBeGreaterThan(20);
  });
  test('on whole frames every key stands on one', () => {
    fc.assert(fc.property(randomFilm, (film) => {
      const { made, after } = baked(film, 'main', all(film), { whole: true });
      for (const { path, address } of made.tracks) {
        if (path.length > 1 || address === 'shown') continue;
        const layer = after.compositions.by['main']!.layers.by[path[0]!]!;
        for (const key of Object.values(trackAt(after, layer, address)!.channel!.keys)) expect(Math.abs(key.at + layer.start - Math.round(key.at + layer.start))).toBeLessThan(1e-6);
      }
    }), { numRuns: 80, seed: 15 });
  });
  afterAll(() => expect(missingFrom(held)).toEqual([]));
});

describe('by name', () => {
  const cycle = (more: object, timing: readonly object[]) => projectOf([
    { id: 'main', name: 'Main', duration: 100, layers: [{ id: 'tram', name: 'Tram', kind: 'nest', source: 'cycle', start: 0, spans: [[0, 100]], timing }] },
    { id: 'cycle', name: 'Cycle', duration: 20, layers: [{ id: 'wheel', name: 'Wheel', kind: 'shape', spans: [[0, 20]], channels: { rotation: { keys: [{ at: 0, value: 0 }, { at: 20, value: 90 }] }, ...more } }] },
  ] as never);
  const keysOf = (after: Project, track: string) => {
    const nest = after.compositions.by['main']!.layers.by['tram']! as Layer & { source: string };
    return inTime(trackAt(after, after.compositions.by[nest.source]!.layers.by['wheel']!, track)!.channel!.keys);
  };
  test('a loop has one key at each seam, which arrives on the one value and shows the other', () => {
    const { after, made } = baked(cycle({}, [{ op: 'loop' }]), 'main', ['tram']);
    expect(keysOf(after, 'rotation').map(({ at, value, arrives }) => [at, value, arrives])).toEqual([[0, 0, undefined], [20, 0, 90], [40, 0, 90], [60, 0, 90], [80, 0, 90], [100, 90, undefined]]);
    expect([made.keysBefore, made.keysAfter]).toEqual([2, 6]);
  });
  test('backwards, handles are mirrored', () => {
    const { after, proof } = baked(cycle({ x: { keys: [{ at: 2, value: 0, right: [6, 0] }, { at: 12, value: 50, left: [-3, -20] }] } }, [{ op: 'reverse' }]), 'main', ['tram']);
    expect(keysOf(after, 'x').map(({ at, value, right, left }) => [at, value, right, left])).toEqual([[7, 50, [3, -20], undefined], [17, 0, undefined, [-6, 0]]]);
    expect(proof.worst[0]!.error).toBeLessThan(1e-9);
  });
  test('markers inside are carried to each play', () => {
    const film = cycle({}, [{ op: 'loop', count: 3 }]);
    const source = film.compositions.by['cycle']!;
    const marked = { ...film, compositions: { ...film.compositions, by: { ...film.compositions.by, cycle: { ...source, markers: { beat: { id: 'beat', at: 4, name: 'beat', length: 2, note: '', colour: null, fires: true } } } } } };
    const { made } = baked(marked, 'main', ['tram']);
    expect(inTime(made.compositions[0]!.markers).map(({ at, length }) => [at, length])).toEqual([[4, 2], [24, 2], [44, 2]]);
  });
  test('what stands falls to one value, and what nothing bends is left and told', () => {
    const frozen = baked(cycle({}, [{ op: 'freeze', at: 10 }]), 'main', ['tram']);
    expect(keysOf(frozen.after, 'rotation')).toEqual([]);
    const plain = baked(cycle({}, []), 'main', ['tram'], { deep: false });
    expect(plain.made.layers).toEqual([]);
    expect(plain.made.left).toEqual([{ where: 'Main / Tram', why: 'It has no timing.' }]);
  });
  const slow = [{ op: 'speed', rate: 0.1 }];
  test.each<readonly [string, readonly object[]]>([
    ['a step', [{ op: 'step', every: 6 }]], ['a pause', [{ op: 'pause', at: 40, for: 20 }]], ['a narrowed speed', [{ op: 'speed', rate: 0.5, on: 'both', tracks: ['x'] }, { op: 'freeze', at: 60 }]], ['a freeze', [{ op: 'freeze', at: 80 }]],
  ])('under %s an inner nest whose slower time runs over a short source goes on as it did', (_, timing) => {
    for (const deep of [false, true]) {
      const film = projectOf([
        { id: 'main', name: 'Main', duration: 100, layers: [{ id: 'tram', name: 'Tram', kind: 'nest', source: 'mid', start: 0, spans: [[0, 100]], timing }] },
        { id: 'mid', name: 'Mid', duration: 100, layers: [{ id: 'in', name: 'In', kind: 'nest', source: 'short', spans: [[0, 100]], timing: slow }, { id: 'rain', name: 'Rain', kind: 'footage', source: 'rain', spans: [[0, 100]], timing: slow }] },
        { id: 'short', name: 'Short', duration: 10, layers: [{ id: 'wheel', name: 'Wheel', kind: 'shape', spans: [[0, 10]], channels: { x: { keys: [{ at: 0, value: 0 }, { at: 10, value: 90 }] } } }] },
      ] as never, { assets: [{ id: 'rain', name: 'rain', hash: 'a'.repeat(64), bytes: 9, type: 'footage', mime: 'video/webm', width: 20, height: 10, rate: [30, 1], frames: 10 }] } as never);
      const { proof, after, made } = baked(film, 'main', ['tram'], { on: 'content', deep });
      expect(proof.worst.filter(({ error }) => error > 1e-6)).toEqual([]);
      const [mid, copy] = [film.compositions.by['mid']!, made.compositions.find(({ name }) => name === 'Mid baked')!];
      const outer = film.compositions.by['main']!;
      for (let frame = 0; frame < 100; frame++) {
        const shown = sourceTimeAt(film, outer, outer.layers.by['tram']!, frame);
        const was = shown === null ? null : sourceTimeAt(film, mid, mid.layers.by['rain']!, shown);
        const is = sourceTimeAt(after, copy, copy.layers.by['rain']!, frame);
        expect([frame, is === null ? null : Math.round(is * 1e6) / 1e6]).toEqual([frame, was === null ? null : Math.round(was * 1e6) / 1e6]);
      }
    }
  });
  test('a proof sees a nest that stands still, and pictures that differ are told', () => {
    const film = cycle({}, [{ op: 'loop' }]);
    const still = cycle({}, [{ op: 'freeze', at: 3 }]);
    const proof = run(proofSteps(film, still, 'main', [{ path: ['tram'], address: 'shown' }]));
    expect(proof.worst).toMatchObject([{ path: ['tram'], address: 'sourcetime', error: 16 }]);
    const report = bakeReport({ layers: [], compositions: [], tracks: [], left: [], keysBefore: 0, keysAfter: 0, formulas: 0 }, proof, { compared: 100, worst: { frame: 7, difference: 223 } });
    expect(report.left.map(({ where, why }) => `${where}: ${why}`)).toEqual(['Tram, source time: At frame 19 it shows its source 16 frames away from where it was.', 'Pictures: They are not the same: at frame 7 they differ by 223 of 255. Look at that frame before you go on.']);
    expect(bakeReport({ layers: [], compositions: [], tracks: [], left: [], keysBefore: 0, keysAfter: 0, formulas: 0 }, { worst: [], between: null }, { compared: 100, worst: { frame: 7, difference: 2 } }).left).toEqual([]);
  });
  test('the source and its other uses stay as they are', () => {
    const film = cycle({}, [{ op: 'loop' }]);
    const { after, made } = baked(film, 'main', ['tram']);
    expect(after.compositions.by['cycle']).toBe(film.compositions.by['cycle']);
    expect(made.compositions.map(({ name, duration }) => [name, duration])).toEqual([['Cycle baked', 100]]);
  });
});

describe('what counts frames from copy to copy', () => {
  const film = (timing: readonly object[], host: readonly object[] = []) => projectOf([
    { id: 'main', name: 'Main', duration: 100, layers: [{ id: 'n', name: 'N', kind: 'nest', source: 'outer', timing: host } as never] },
    { id: 'outer', name: 'Outer', duration: 100, layers: [{ id: 'in', name: 'In', kind: 'nest', source: 'row', timing } as never] },
    { id: 'row', name: 'Row', duration: 100, layers: [
      { id: 'dot', name: 'Dot', kind: 'shape', channels: { x: { keys: [{ at: 0, value: 0 }, { at: 60, value: 300 }] } } } as never,
      { id: 'copies', name: 'Copies', kind: 'copies', of: 'dot', channels: { amount: { value: 3 }, stepTime: { value: 6 } } } as never,
    ] },
  ]);
  const ramp = [{ op: 'ramp', cuts: [20, 50], rates: [1, 0.5, 2] }];
  test('goes along where time runs evenly, so many more or fewer', () => {
    const { made } = baked(film([{ op: 'speed', rate: 0.5 }]), 'main', ['n']);
    expect(made.left).toEqual([]);
    const row = made.compositions.find(({ name }) => name === 'Row baked')!;
    expect(inOrder(row.layers)[1]).toMatchObject({ channels: { stepTime: { value: 12 } } });
  });
  test('elsewhere its nest keeps its keys behind one remap, or its timing, and nothing moves', () => {
    const { made, after } = baked(film(ramp), 'main', ['n']);
    expect(made.left).toEqual([{ where: 'Main / N / In', why: 'Copies or letters in it count frames, and time does not run evenly here: it keeps its keys, behind one remap.' }]);
    const shown = (project: Project, id: string, inner: string, frame: number) => { const host = project.compositions.by[id]!; return sourceTimeAt(project, host, host.layers.by[inner]!, frame); };
    const [outer] = made.compositions;
    const own = inOrder(outer!.layers)[0]!;
    expect((own as { readonly source: string }).source).toBe('row');
    for (let frame = 0; frame < 70; frame++) expect(shown(after, outer!.id, own.id, frame)).toBeCloseTo(shown(film(ramp), 'outer', 'in', frame)!, 2);
    const bent = film([], ramp);
    const flat = { ...bent, compositions: { ...bent.compositions, by: { ...bent.compositions.by, main: { ...bent.compositions.by['main']!, layers: { order: ['n'], by: { n: { ...bent.compositions.by['main']!.layers.by['n']!, source: 'row' } as Layer } } } } } } as Project;
    const kept = baked(flat, 'main', ['n']).made;
    expect([kept.layers, kept.left]).toEqual([[], [{ where: 'Main / N', why: 'Copies or letters in it count frames, and time does not run evenly here: it keeps its timing.' }]]);
  });
});
