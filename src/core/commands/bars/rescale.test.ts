import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { copyLayers, pasteLayers, setDuration, setRate, stretchLayers } from '..';
import { keyTimeAt, sampleChannel, sourceOf, sourceTimeAt, tracksOf, trackAt, rescaledTimes, rescaleLayer } from '../../scene';
import { inOrder, inTime, type Layer, type OperatorEntry, type Project } from '../../model';
import { done } from '../../../../tests/support/edits';
import { projectOf, type LayerInput } from '../../../../tests/support/projects';
import { counting, missingFrom, randomFilm } from '../../../../tests/support/random-film';

let count = 0;
const newId = () => `r${++count}`;
const assets = [
  { id: 'dot', name: 'Dot', type: 'image' as const, hash: 'a'.repeat(64), mime: 'image/png', bytes: 1, width: 2, height: 2 },
  { id: 'song', name: 'Song', type: 'audio' as const, hash: 'b'.repeat(64), mime: 'audio/wav', bytes: 1, sampleRate: 48_000, samples: 480_000, tracks: 2 },
  { id: 'rain', name: 'Rain', type: 'footage' as const, hash: 'c'.repeat(64), mime: 'video/webm', bytes: 1, rate: [25, 1] as [number, number], frames: 50, width: 2, height: 2 },
];
const pause = (on?: 'keys' | 'both' | 'content') => ({ id: 'p', op: 'pause' as const, at: 12, for: 6, ...(on ? { on } : {}) });
const film = (layer: LayerInput) => projectOf([{ id: 'main', name: 'Main', duration: 100, layers: [layer] }, { id: 'reel', name: 'Reel', duration: 40 }], { assets });
const operator = (project: Project, id = 'p', comp = 'main') => inOrder(project.compositions.by[comp]!.layers)[0]!.timing.by[id] as OperatorEntry & { at: number; for: number };

describe('another rate', () => {
  test.each<[string, LayerInput, number]>([
    ['a picture', { id: 'l', name: 'L', kind: 'image', source: 'dot', timing: [pause()] }, 2],
    ['a picture, on both', { id: 'l', name: 'L', kind: 'image', source: 'dot', timing: [pause('both')] }, 2],
    ['a shape, on both', { id: 'l', name: 'L', kind: 'shape', timing: [pause('both')] }, 2],
    ['sound, which has no rate of its own', { id: 'l', name: 'L', kind: 'audio', source: 'song', timing: [pause()] }, 2],
    ['sound, on both', { id: 'l', name: 'L', kind: 'audio', source: 'song', timing: [pause('both')] }, 2],
    ['footage, which counts its own frames', { id: 'l', name: 'L', kind: 'footage', source: 'rain', timing: [pause()] }, 1],
    ['footage, on both', { id: 'l', name: 'L', kind: 'footage', source: 'rain', timing: [pause('both')] }, 1],
    ['the keys of footage', { id: 'l', name: 'L', kind: 'footage', source: 'rain', timing: [pause('keys')] }, 2],
    ['a nest', { id: 'l', name: 'L', kind: 'nest', source: 'reel', timing: [pause()] }, 1],
    ['the keys of a nest', { id: 'l', name: 'L', kind: 'nest', source: 'reel', timing: [pause('keys')] }, 2],
  ])('of the host: an operator on %s', (_, layer, factor) => {
    const faster = operator(done(film(layer), setRate(film(layer), 'main', [60, 1])));
    expect([faster.at, faster.for]).toEqual([12 * factor, 6 * factor]);
    const elsewhere = projectOf([{ id: 'main', name: 'Other', rate: [60, 1], layers: [] }, { id: 'reel', name: 'Reel', duration: 40 }], { assets });
    const pasted = operator(done(elsewhere, pasteLayers(elsewhere, 'main', copyLayers(film(layer), 'main', ['l'])!, { at: null, above: null, newId })));
    expect([pasted.at, pasted.for]).toEqual([12 * factor, 6 * factor]);
  });
  test('of the source: operators on content and both of every use, and the dials that a use sets, count its frames', () => {
    const uses = (on: 'content' | 'both' | 'keys') => film({ id: 'l', name: 'L', kind: 'nest', source: 'reel', timing: [pause(on), { id: 'm', op: 'freeze', at: { marker: 'x', plus: 3, was: 9 } }], dials: { 'desk/pace': { value: 1, keys: [{ id: 'k', at: 5, value: 2 }] } } });
    for (const [on, factor] of [['content', 2], ['both', 2], ['keys', 1]] as const) {
      const after = done(uses(on), setRate(uses(on), 'reel', [60, 1]));
      expect(operator(after).at).toBe(12 * factor);
      const nest = inOrder(after.compositions.by['main']!.layers)[0] as Extract<Layer, { kind: 'nest' }>;
      expect(operator(after, 'm').at).toEqual({ marker: 'x', end: false, plus: 6, was: 18 });
      expect(nest.dials['desk/pace']!.keys['k']!.at).toBe(10);
    }
  });
  test.each<readonly [string, readonly object[]]>([
    ['reversed to its end', [{ op: 'reverse' }]], ['a part reversed', [{ op: 'reverse', from: 5, to: 26 }]], ['to and fro', [{ op: 'loop', mode: 'swing' }]], ['to and fro over a part, counted', [{ op: 'loop', mode: 'swing', from: 4, to: 21, count: 3 }]],
    ['up to a marker', [{ op: 'reverse', from: 0, to: { marker: 'm', plus: 3, was: 27 } }]], ['a rest to and fro', [{ op: 'cue', moves: [{ from: 0, to: 10, rest: { kind: 'swing', from: 10, to: 18 } }] }]], ['ends twice', [{ op: 'loop', mode: 'swing', ends: 'twice', to: 20 }]],
  ])('of the source, %s: each frame of the host shows the same second', (name, timing) => {
    for (const rate of [[25, 1], [24, 1], [60, 1], [30000, 1001], [15, 1]] as const) {
      const before = projectOf([
        { id: 'main', name: 'Main', duration: 90, layers: [{ id: 'l', name: 'L', kind: 'nest', source: 'reel', markers: [{ id: 'go', at: 2 }], timing }] }, { id: 'reel', name: 'Reel', duration: 40, markers: [{ id: 'm', at: 24, name: 'arrive' }], layers: [] },
      ] as never, { assets });
      const after = done(before, setRate(before, 'reel', rate));
      const seconds = (project: Project, frame: number) => { const host = project.compositions.by['main']!; const [num, den] = project.compositions.by['reel']!.rate; return (sourceTimeAt(project, host, host.layers.by['l']!, frame)! * den) / num; };
      // With both ends shown twice the way back is k − 1 frames off, so that its period holds.
      const off = name === 'ends twice' ? Math.abs(1 / 30 - rate[1] / rate[0]) + 1e-9 : 1e-9;
      for (let frame = 0; frame < 90; frame++) expect(Math.abs(seconds(after, frame) - seconds(before, frame)), `frame ${frame} at ${rate.join('/')}`).toBeLessThanOrEqual(off);
    }
  });
  test('what is worth frames, fades and tries go along; what counts something else stays', () => {
    const project = projectOf([{
      id: 'main', name: 'Main', duration: 100, settled: [{ at: 20, values: {} }], contacts: [{ layer: 'c', point: [1, 2], from: 3, to: 9 }], staggers: [{ what: 'starts', by: 4, total: null }], rigid: [[2, 9], [{ marker: 'x', plus: 1, was: 4 }, 12]],
      tries: [{ name: 'Slow', layers: { c: { start: 3, spans: [[3, 9]], timing: [{ id: 'p', op: 'pause', at: 12, for: 6 }], markers: [{ id: 'm', at: 5 }] } } }],
      layers: [
        { id: 'c', name: 'C', kind: 'copies', of: 'c', channels: { stepTime: { value: 3, keys: [{ id: 'k', at: 2, value: 5, right: [1, 2] }] }, stepX: { value: 7 } } },
        { id: 's', name: 'S', kind: 'audio', source: 'song', fadeIn: 5, fadeOut: 8 },
      ],
    }], { assets });
    const main = done(project, setRate(project, 'main', [60, 1])).compositions.by['main']!;
    expect(main).toMatchObject({
      duration: 200, settled: { by: { v1: { at: 40 } } }, contacts: { by: { o1: { from: 6, to: 18, point: [1, 2] } } }, staggers: { by: { g1: { by: 8 } } }, rigid: [[4, 18], [{ plus: 2, was: 8 }, 24]],
      tries: { by: { 1: { layers: { c: { start: 6, spans: [[6, 18]], timing: { by: { p: { at: 24 } } }, markers: { m: { at: 10 } } } } } } },
    });
    expect(main.layers.by['c']!.channels).toMatchObject({ stepTime: { value: 6, keys: { k: { at: 4, value: 10, right: [2, 4] } } }, stepX: { value: 7 } });
    expect(main.layers.by['s']).toMatchObject({ fadeIn: 10, fadeOut: 16 });
  });
  test('times that rounding would make one stay two, in keys and when they are stretched', () => {
    expect(rescaledTimes([1, 1 + 8e-7, 5], 0.5)).toEqual([0.5, 0.5 + 4e-7, 2.5]);
    expect(rescaledTimes([1, 2], 1 / 3)).toEqual([1 / 3, 2 / 3]);
    const near = film({ id: 'l', name: 'L', kind: 'null', spans: [[0, 90]], channels: { x: { keys: [{ at: 1, value: 0 }, { at: 1.0000008, value: 9 }, { at: 30, value: 4 }] } } });
    const keys = (project: Project) => inTime(trackAt(project, inOrder(project.compositions.by['main']!.layers)[0]!, 'x')!.channel!.keys);
    for (const draft of [setRate(near, 'main', [24, 1]), stretchLayers(near, 'main', ['l'], 'end', -80, newId)]) expect(new Set(keys(done(near, draft)).map((key) => key.at)).size).toBe(3);
  });
  test('everything shows at the same second as before, on any film whose timings do not speak of single frames', () => {
    const seen = counting();
    let compared = 0;
    const calm = new Set(['loop', 'speed', 'pause', 'delay', 'freeze', 'step']);
    const speaksOfFrames = (node: OperatorEntry) => !calm.has(node.op) || (node.op === 'loop' && (node.mode === 'swing' || node.count !== null || node.until !== null)) || (node.op === 'freeze' && Number(node.at) >= 8) || (node.op === 'pause' && Number(node.at) >= 8);
    fc.assert(fc.property(randomFilm, fc.constantFrom('main', 'hall', 'reel'), (film, which) => {
      const slow = film.compositions.by[which]!;
      const fast = done(film, setRate(film, which, [slow.rate[0] * 2, slow.rate[1]]));
      seen.see(film);
      for (const before of inOrder(film.compositions)) for (const layer of inOrder(before.layers)) {
        if (inOrder(layer.timing).some((node) => speaksOfFrames(node as OperatorEntry)) || layer.sampling === 'whole') continue;
        const after = fast.compositions.by[before.id]!;
        const other = after.layers.by[layer.id]!;
        const factor = before.id === which ? 2 : 1;
        for (let frame = 0; frame < before.duration; frame += 3) {
          compared++;
          const rate = (project: Project, host: typeof before, one: Layer) => { const source = sourceOf(project, host, one)?.rate ?? host.rate; return source[0] / source[1]; };
          const [a, b] = [sourceTimeAt(film, before, layer, frame, true), sourceTimeAt(fast, after, other, frame * factor, true)];
          if ((a === null) !== (b === null) || (a !== null && Math.abs(a / rate(film, before, layer) - b! / rate(fast, after, other)) > 1e-4)) throw new Error(`${layer.id} of ${before.id} shows ${b} for ${a} at frame ${frame}`);
          for (const found of tracksOf(film, layer)) {
            if (found.operator !== null || found.spec.clock !== 'layer' || found.spec.type !== 'N' || found.spec.unit === 'frames' || !found.channel) continue;
            const [was, is] = [sampleChannel(found.channel, found.spec, keyTimeAt(film, before, layer, frame)), sampleChannel(trackAt(fast, other, found.address)!.channel, found.spec, keyTimeAt(fast, after, other, frame * factor))] as [number, number];
            if (Math.abs(was - is) > 1e-4 * (1 + Math.abs(was))) throw new Error(`${found.address} of ${layer.id} is ${is}, was ${was}, at frame ${frame}`);
          }
        }
      }
    }), { seed: 41, numRuns: 150 });
    expect(compared).toBeGreaterThan(1000);
    expect(missingFrom(seen.held)).toEqual([]);
  });
});

test('rigid spans beyond a shortened end come back with the length', () => {
  const project = projectOf([{ id: 'main', name: 'Main', duration: 100, rigid: [[10, 20], [60, 80], [90, 100]], layers: [] }]);
  const draft = setDuration(project, 'main', 70)!;
  const short = done(project, draft);
  expect(short.compositions.by['main']!.rigid).toEqual([[10, 20], [60, 70]]);
  expect(done(short, { ...draft, patches: draft.patches.map(({ path, from, to }) => ({ path, from: to, to: from })) }).compositions.by['main']!.rigid).toEqual([[10, 20], [60, 80], [90, 100]]);
});

test('a layer at the rate that it has is itself', () => {
  const [layer] = inOrder(film({ id: 'l', name: 'L', kind: 'null' }).compositions.by['main']!.layers);
  expect(rescaleLayer(layer!, 1)).toBe(layer);
});
