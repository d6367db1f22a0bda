import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { addMarkers, applyPatches, framesOf, invertPatches, NO_MOMENTS, shiftLimits, shiftMoments, validateTouched, withRipple, withTogether, type Draft, type Moments } from '..';
import { inTime, member, type Project } from '../../model';
import { projectOf } from '../../../../tests/support/projects';

/** Three bars end to end, one beside the second's end with a key and a marker there, and one that is locked. */
const film = projectOf([{
  id: 'main', name: 'Main', duration: 200, markers: [{ id: 'm1', at: 40 }, { id: 'm2', at: 120 }],
  layers: [
    { id: 'a', name: 'A', kind: 'null', spans: [[0, 40]], channels: { x: { keys: [{ id: 'k1', at: 0, value: 0 }, { id: 'k2', at: 40, value: 9 }, { id: 'k3', at: 70, value: 4 }] } } },
    { id: 'b', name: 'B', kind: 'null', start: 40, spans: [[40, 90]], markers: [{ id: 'q', at: 90, name: 'end' }] },
    { id: 'c', name: 'C', kind: 'null', start: 90, spans: [[90, 200]] },
    { id: 'd', name: 'D', kind: 'null', locked: true, spans: [[40, 90]] },
  ],
}]);
const main = film.compositions.by['main']!;
const moments = (more: Partial<Moments>): Moments => ({ ...NO_MOMENTS, ...more });
const done = (draft: Draft | null): Project => {
  const { project, clashes } = applyPatches(film, draft!.patches);
  expect(clashes).toEqual([]);
  expect(validateTouched(project, draft!.patches)).toEqual([]);
  return project;
};
const spans = (project: Project) => Object.values(project.compositions.by['main']!.layers.by).map((layer) => layer.spans[0]);

describe('moments moved together', () => {
  test('bars slide, ends trim, keys and markers move, and the label says all of it', () => {
    const draft = shiftMoments(film, 'main', moments({ slide: ['c'], trimEnd: ['b'], keys: [{ layer: 'a', track: 'x', key: 'k2' }], markers: [{ layer: null, marker: 'm1' }, { layer: 'b', marker: 'q' }] }), 5);
    expect(draft?.label).toBe('Slide C, trim B, move 1 key, move 2 markers');
    const after = done(draft);
    expect(spans(after)).toEqual([[0, 40], [40, 95], [95, 205], [40, 90]]);
    expect(inTime(after.compositions.by['main']!.markers).map((marker) => marker.at)).toEqual([45, 120]);
  });
  test('a layer that slides takes its own keys and markers along once', () => {
    const after = done(shiftMoments(film, 'main', moments({ slide: ['a', 'b'], keys: [{ layer: 'a', track: 'x', key: 'k1' }], markers: [{ layer: 'b', marker: 'q' }] }), 10));
    const a = after.compositions.by['main']!.layers.by['a']!;
    expect([a.start, inTime((a.channels as never as { x: { keys: Record<string, { at: number }> } }).x.keys)[0]!.at]).toEqual([10, 0]);
    expect(member(after.compositions.by['main']!.layers.by['b']!.markers, 'q')!.at).toBe(100);
  });
  test('what is locked stays, and nothing moved is nothing done', () => {
    expect(shiftMoments(film, 'main', moments({ slide: ['d'] }), 5)).toBeNull();
    expect(shiftMoments(film, 'main', moments({ slide: ['a'] }), 0)).toBeNull();
  });
  test('bars keep a frame, however far an end is dragged', () => {
    fc.assert(fc.property(fc.integer({ min: -400, max: 400 }).filter((by) => by !== 0), fc.boolean(), (by, end) => {
      const draft = shiftMoments(film, 'main', moments(end ? { trimEnd: ['a', 'b', 'c'] } : { trimStart: ['a', 'b', 'c'] }), by);
      if (!draft) return;
      for (const [from, to] of spans(done(draft)) as [number, number][]) expect(to - from).toBeGreaterThanOrEqual(1);
      expect(applyPatches(done(draft), invertPatches(draft.patches)).project).toEqual(film);
    }), { numRuns: 40 });
  });
  test('the limits are where the shortest of the bars has a frame left', () => {
    expect(shiftLimits(film, 'main', moments({ trimEnd: ['a', 'b'] }))).toEqual([-39, Infinity]);
    expect(shiftLimits(film, 'main', moments({ trimStart: ['a', 'b'] }))).toEqual([-Infinity, 39]);
    expect(shiftLimits(film, 'main', moments({ slide: ['a'] }))).toEqual([-Infinity, Infinity]);
  });
  test('they stand at these frames', () => {
    expect(framesOf(film, main, moments({ slide: ['b'], keys: [{ layer: 'a', track: 'x', key: 'k3' }], markers: [{ layer: null, marker: 'm2' }] }))).toEqual([40, 90, 70, 120]);
  });
});

describe('Ripple', () => {
  test('an end trimmed: bars from there on and later markers go along', () => {
    const all = withRipple(film, main, moments({ trimEnd: ['a'] }));
    expect(all.slide).toEqual(['b', 'c']);
    expect(all.markers.map((ref) => ref.marker)).toEqual(['m1', 'm2']);
    expect(spans(done(shiftMoments(film, 'main', all, 10)))).toEqual([[0, 50], [50, 100], [100, 210], [40, 90]]);
  });
  test('a bar slid: only bars that begin later', () => expect(withRipple(film, main, moments({ slide: ['b'] })).slide).toEqual(['b', 'c']));
  test('keys: the later ones of the same channel', () => {
    expect(withRipple(film, main, moments({ keys: [{ layer: 'a', track: 'x', key: 'k2' }] })).keys.map((ref) => ref.key)).toEqual(['k2', 'k3']);
  });
});

describe('Together', () => {
  test('an end trimmed: what stands at that moment elsewhere goes along, but not what is locked', () => {
    const all = withTogether(film, main, moments({ trimEnd: ['a'] }));
    expect(all.trimStart).toEqual(['b']);
    expect(all.keys.map((ref) => ref.key)).toEqual(['k2']);
    expect(all.markers.map((ref) => ref.marker)).toEqual(['m1']);
  });
  test('a slid bar has two moments', () => {
    const all = withTogether(film, main, moments({ slide: ['b'] }));
    expect([all.trimEnd, all.trimStart]).toEqual([['a'], ['c']]);
  });
  test('markers are added where they are asked for', () => {
    expect(addMarkers(film, 'main', ['d'], [3], () => 'x')).toBeNull();
    expect(addMarkers(film, 'main', ['a', 'b'], [3], () => 'x')?.label).toBe('Add a marker to 2 layers');
  });
});
