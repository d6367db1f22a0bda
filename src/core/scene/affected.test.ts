import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { draftOf, randomCommand } from '../../../tests/support/random-commands';
import { counting, randomFilm } from '../../../tests/support/random-film';
import { projectOf } from '../../../tests/support/projects';
import { applyPatches, patchOf, work, type Event } from '../commands';
import { evaluateFrame } from '../evaluate';
import { inOrder, type Project } from '../model';
import { affectedBy, deepIdentity } from '.';

const film = projectOf([
  { id: 'main', name: 'Main', duration: 100, layers: [
    { id: 'short', name: 'Short', kind: 'shape', spans: [[20, 50]] },
    { id: 'child', name: 'Child', kind: 'shape', spans: [[70, 80]], parent: 'short' },
    { id: 'loop', name: 'Loop', kind: 'nest', source: 'reel', spans: [[0, 40]], timing: [{ op: 'loop' }] },
    { id: 'ground', name: 'Ground', kind: 'shape' },
  ] },
  { id: 'reel', name: 'Reel', duration: 10, layers: [{ id: 'blink', name: 'Blink', kind: 'shape', spans: [[4, 6]] }, { id: 'wall', name: 'Wall', kind: 'shape' }] },
] as never);
const after = (event: Event, args: object): Project => applyPatches(film, (work(film, event, { composition: 'main', ids: [], ...args } as never, () => 'new').draft as unknown as { patches: never }).patches).project;
const frames = (project: Project, id = 'main') => { const affected = affectedBy(film, project, id); return Array.from({ length: 100 }, (_, i) => i).filter(affected); };
const run = (from: number, to: number) => Array.from({ length: to - from }, (_, i) => from + i);

describe('an edit is seen', () => {
  test('nowhere when it is a name, a note, a lock, an ink, a range or a marker', () => {
    for (const [field, value] of [['name', 'Other'], ['note', 'Look'], ['locked', true], ['colour', 3]] as const) {
      const project = after('layers.set', { layers: ['short'], field, value });
      expect(deepIdentity(project, 'main')).toBe(deepIdentity(film, 'main'));
      expect(frames(project)).toEqual([]);
    }
    expect(frames(after('composition.set', { fields: { range: [10, 20], name: 'Film', note: 'n' } }))).toEqual([]);
    expect(frames(after('markers.add', { layers: [], at: 3 }))).toEqual([]);
  });
  test('where a layer shows, and where who follows it does', () => expect(frames(after('layers.move', { layers: ['short'], by: [5, 0], frame: 0, keying: false }))).toEqual([...run(20, 50), ...run(70, 80)]));
  test('where a bar was and where it is', () => expect(frames(after('time.shift', { slide: ['child'], trimStart: [], trimEnd: [], keys: [], markers: [], by: 5 }))).toEqual(run(70, 85)));
  test('through a nest at the times that show it', () => {
    const moved = applyPatches(film, [patchOf(['compositions', 'by', 'reel', 'layers', 'by', 'blink', 'blend'], 'normal', 'screen')]).project;
    expect(frames(moved)).toEqual([4, 5, 14, 15, 24, 25, 34, 35]);
  });
  test('of layers that change places, where those between them show', () => expect(frames(after('layers.order', { layers: ['child'], before: 'short' }))).toEqual([...run(20, 50), ...run(70, 80)]));
  test('everywhere when the ground changes', () => expect(frames(after('composition.set', { fields: { background: '#ff0000' } })).length).toBe(100));
  test('nowhere while a layer is hidden before and after', () => {
    const hidden = after('layers.set', { layers: ['short'], field: 'visible', value: false });
    const moved = applyPatches(hidden, [patchOf(['compositions', 'by', 'main', 'layers', 'by', 'short', 'blend'], 'normal', 'screen')]).project;
    expect(run(0, 100).filter(affectedBy(hidden, moved, 'main'))).toEqual(run(70, 80));
  });
});

test('a frame that is not named as affected is the same in random films after random edits', () => {
  const seen = counting();
  let [same, other] = [0, 0];
  const shown = (project: Project, id: string, frame: number) => {
    const { root, background, width, height } = evaluateFrame(project, id, frame, { faces: () => null, purpose: 'bench' })!;
    return JSON.stringify([root.items, background, width, height], (key, value: unknown) => (key === 'picture' ? undefined : value));
  };
  fc.assert(fc.property(randomFilm, randomCommand, (project, command) => {
    seen.see(project);
    let count = 0;
    const draft = draftOf(project, command, () => `w${++count}`);
    if (!draft) return;
    const next = applyPatches(project, draft.patches).project;
    for (const { id, duration } of inOrder(project.compositions)) {
      const affected = affectedBy(project, next, id);
      for (let frame = 0; frame < Math.min(duration, next.compositions.by[id]?.duration ?? 0); frame++) {
        if (affected(frame)) other++;
        else if (shown(project, id, frame) !== shown(next, id, frame)) throw new Error(`${draft.label} is seen in ${id} at ${frame} and was not named`);
        else same++;
      }
    }
  }), { seed: 5, numRuns: 250, endOnFailure: true });
  expect(same).toBeGreaterThan(5000);
  expect(other).toBeGreaterThan(1000);
}, 120_000);
