import fc from 'fast-check';
import { expect, test } from 'vitest';
import { applyPatches, idsFromDocument, validateTouched, work } from '..';
import { inOrder, type Project } from '../../model';
import { keyedTracks, sourceTimeAt, valueAt } from '../../scene';
import { counting, missingFrom, randomFilm } from '../../../../tests/support/random-film';
import { projectOf } from '../../../../tests/support/projects';
import '../../../../tests/support/turns';

const main = (project: Project) => project.compositions.by['main']!;

function open(project: Project, args: object): { readonly after: Project; readonly told: string } {
  const { draft } = work(project, 'time.open', { composition: 'main', layers: null, deep: false, cut: 'stand', ...args } as never, idsFromDocument(project));
  if (!draft || 'refused' in draft) throw new Error(draft ? draft.refused : 'nothing');
  const { project: after, clashes } = applyPatches(project, draft.patches);
  expect(clashes).toEqual([]);
  expect(validateTouched(after, draft.patches)).toEqual([]);
  return { after, told: draft.told ?? '' };
}

const near = (a: unknown, b: unknown): boolean => (typeof a === 'number' && typeof b === 'number' ? Math.abs(a - b) < 1e-4 * (1 + Math.abs(a)) : JSON.stringify(a) === JSON.stringify(b) || (Array.isArray(a) && Array.isArray(b) && a.length === b.length && a.every((one, i) => near(one, b[i]))));

test('opened time that stands: what was before it stays, all stands in it, and then goes on from there', () => {
  const { held, see } = counting();
  const met = { tails: 0, content: 0, left: 0 };
  fc.assert(fc.property(randomFilm, fc.integer({ min: 3, max: 19 }), fc.integer({ min: 1, max: 9 }), (film, at, by) => {
    see(film);
    const { after, told } = open(film, { at, by });
    for (const layer of inOrder(main(film).layers)) {
      const now = main(after).layers.by[layer.id]!;
      // What begins at the cut or behind it goes along whole, and what was told is told.
      if (layer.start >= at || told.includes(layer.name)) { met.left++; continue; }
      for (const track of keyedTracks(film, layer).filter(({ operator }) => operator === null)) {
        const value = (project: Project, frame: number) => valueAt(project, main(project), main(project).layers.by[layer.id]!, track, frame);
        const same = track.spec.clock === 'layer' ? track : null;
        if (!same) continue;
        const address = keyedTracks(after, now).find((one) => one.address === track.address)!;
        const then = (frame: number) => valueAt(after, main(after), now, address, frame);
        if (address.channel!.after !== 'hold' || address.channel!.before !== 'hold') met.tails++;
        for (let frame = 0; frame < at; frame++) expect([track.address, frame, near(then(frame), value(film, frame))]).toEqual([track.address, frame, true]);
        for (let frame = at + by; frame < at + by + 20; frame++) expect([track.address, frame, near(then(frame), value(film, frame - by))]).toEqual([track.address, frame, true]);
        for (let frame = at + 1; frame < at + by; frame++) expect([track.address, frame, near(then(frame), then(at))]).toEqual([track.address, frame, true]);
      }
      const [from, to] = layer.spans[0]!;
      if (!(from < at && to > at) || !('source' in layer) || layer.kind === 'image') continue;
      met.content++;
      for (let frame = 0; frame < to + by; frame++) {
        const was = sourceTimeAt(film, main(film), layer, frame < at ? frame : frame < at + by ? at : frame - by, true);
        const is = sourceTimeAt(after, main(after), now, frame, true);
        expect([layer.name, frame, is === null ? null : Math.round(is * 1e5) / 1e5]).toEqual([layer.name, frame, was === null ? null : Math.round(was * 1e5) / 1e5]);
      }
    }
  }), { seed: 71, numRuns: 160 });
  expect(missingFrom(held)).toEqual([]);
  expect(met.content).toBeGreaterThanOrEqual(20);
  expect(met.tails).toBeGreaterThanOrEqual(20);
});

test('time taken out of where all stands leaves no step behind', () => {
  fc.assert(fc.property(randomFilm, fc.integer({ min: 3, max: 19 }), fc.integer({ min: 2, max: 9 }), (film, at, by) => {
    const opened = open(film, { at, by }).after;
    const shorter = open(opened, { at, by: -1 }).after;
    const back = open(shorter, { at, by: 1 - by }).after;
    for (const layer of inOrder(main(film).layers)) {
      const steps = (project: Project) => inOrder(main(project).layers.by[layer.id]!.timing).filter(({ op }) => op === 'pause').length;
      if (steps(opened) > steps(film) && !inOrder(layer.timing).some(({ op, on, off }) => !off && (op === 'pause' || on === 'both' || op === 'cue'))) expect([layer.name, steps(back)]).toEqual([layer.name, steps(film)]);
    }
  }), { seed: 72, numRuns: 60 });
});

test('a nest that loops stands on the frame that is seen, in every play', () => {
  const film = projectOf([
    { id: 'main', name: 'Main', duration: 120, layers: [{ id: 'tram', name: 'Tram', kind: 'nest', source: 'reel', spans: [[0, 120]], timing: [{ op: 'loop' }] }, { id: 'bell', name: 'Bell', kind: 'nest', source: 'reel', spans: [[0, 120]], markers: [{ at: 60 }], timing: [{ op: 'cue', moves: [[0, 9]] }] }] },
    { id: 'reel', name: 'Reel', duration: 20, layers: [] },
  ] as never);
  const { after, told } = open(film, { at: 70, by: 8, layers: ['tram', 'bell'] });
  const shown = (project: Project, frame: number) => sourceTimeAt(project, main(project), main(project).layers.by['tram']!, frame);
  expect([69, 70, 77, 78, 79, 127].map((frame) => shown(after, frame))).toEqual([9, 10, 10, 10, 11, 19]);
  expect(told).toBe('Left as they are: what Bell shows, which its markers fire.');
  const { draft } = work(film, 'timing.stand', { composition: 'main', layers: ['tram'], frame: 70, for: 8 } as never, idsFromDocument(film));
  const stood = applyPatches(film, (draft as unknown as { patches: never }).patches).project;
  expect([69, 70, 77, 78, 79].map((frame) => shown(stood, frame))).toEqual([9, 10, 10, 10, 11]);
});
