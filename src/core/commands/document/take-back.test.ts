import { describe, expect, test } from 'vitest';
import {
  addComposition, addKeys, addLayers, addMarkers, applyPatches, deleteComposition, deleteLayers, deleteMarkers, moveKeys, nestLayers, setLayerField, setOperator, setParent, setValues, takeBack, validateTouched, type Draft, type Refused,
} from '..';
import { newComposition, newNest, newNull, writeProject, type Project } from '../../model';
import { done, slideLayers } from '../../../../tests/support/edits';
import { projectOf, smallFilm } from '../../../../tests/support/projects';
import { netEffect } from './net-effect';

let count = 0;
const newId = () => `b${++count}`;
const film = smallFilm();
const main = (project: Project) => project.compositions.by['main']!;
const drafted = (draft: Draft | Refused | null): Draft => {
  if (!draft || 'refused' in draft) throw new Error(draft?.refused ?? 'nothing to do');
  return draft;
};
/** Does mine, then theirs, then takes mine back. */
function between(mine: Draft | Refused | null, theirs: (project: Project) => Draft | Refused | null, start = film) {
  const draft = drafted(mine);
  const before = done(done(start, draft), theirs(done(start, draft)));
  const back = takeBack(before, draft);
  const { project, clashes } = applyPatches(before, back.draft.patches);
  expect(clashes).toEqual([]);
  expect(validateTouched(project, back.draft.patches)).toEqual([]);
  return { project, skipped: back.skipped, patches: back.draft.patches };
}

describe('what a change came to', () => {
  test('a thing that is put in and changed was put in as changed; a leaf and then its thing was the thing as before', () => {
    expect(netEffect([{ path: ['a'], to: { x: 1, y: 2 } }, { path: ['a', 'x'], from: 1, to: 5 }, { path: ['a', 'y'], from: 2 }]).values).toEqual([{ path: ['a'], from: undefined, to: { x: 5 } }]);
    expect(netEffect([{ path: ['a', 'x'], from: 1, to: 5 }, { path: ['a'], from: { x: 5, y: 2 } }]).values).toEqual([{ path: ['a'], from: { x: 1, y: 2 }, to: undefined }]);
    expect(netEffect([{ path: ['a'], from: 1, to: 2 }, { path: ['a'], from: 2, to: 1 }])).toEqual({ values: [], orders: [] });
  });
});

describe('taking back goes by whole things', () => {
  test('nesting pictures of a child and its parent, whichever is listed first, leaves no nest of nothing', () => {
    for (const order of [['child', 'lamp'], ['lamp', 'child']]) {
      const start = projectOf([{ id: 'main', name: 'Main', duration: 100, layers: order.map((id) => ({ id, name: id, kind: 'shape' as const, ...(id === 'child' ? { parent: 'lamp' } : {}), channels: { x: { value: 5 } } })) }]);
      const draft = drafted(nestLayers(start, 'main', ['lamp', 'child'], { name: 'N', inside: 'picture', length: 'whole', frame: 0, bounds: () => [-50, -50, 50, 50], newId }));
      const after = done(start, draft);
      const { draft: back, skipped } = takeBack(after, draft);
      expect(skipped).toEqual([]);
      expect(writeProject(done(after, back))).toBe(writeProject(start));
      const again = takeBack(start, back, 'Redo');
      expect(writeProject(done(start, again.draft))).toBe(writeProject(after));
      expect(again.draft.label).toMatch(/^Redo /);
    }
  });
  test('an added layer that another window renamed stays whole, with its place', () => {
    const { project, skipped, patches } = between(addLayers(film, 'main', [newNull('new', 'New', [[0, 9]], {})], null), (next) => setLayerField(next, 'main', ['new'], 'name', 'Theirs'));
    expect(main(project).layers.order).toEqual(['new', 'tram', 'lamp', 'child']);
    expect([skipped, patches]).toEqual([['“Theirs”'], []]);
  });
  test('a layer that another window lets something follow stays; so does a composition that it shows', () => {
    const how = { frame: 0, keying: false, newId };
    const followed = between(addLayers(film, 'main', [newNull('new', 'New', [[0, 9]], {})], null), (next) => setParent(next, 'main', ['tram'], 'new', how));
    expect(main(followed.project).layers.by['tram']!.parent).toBe('new');
    expect(followed.skipped).toEqual(['“New”']);
    const hall = newComposition('hall', 'Hall', { width: 9, height: 9, rate: [30, 1], duration: 9 });
    const shown = between(addComposition(film, hall), (next) => addLayers(next, 'main', [newNest('n', 'N', [[0, 9]], 'hall')], null));
    expect(Object.keys(shown.project.compositions.by)).toContain('hall');
    expect(shown.skipped).toEqual(['“Hall”']);
  });
  test('a deleted layer comes back to its place among what others added, with its followers', () => {
    const { project, skipped } = between(deleteLayers(film, 'main', ['lamp']), (next) => addLayers(next, 'main', [newNull('new', 'New', [[0, 9]], {})], 'child'));
    expect(main(project).layers.order.filter((id) => id !== 'new')).toEqual(['tram', 'lamp', 'child']);
    expect([main(project).layers.by['child']!.parent, skipped]).toEqual(['lamp', []]);
  });
  test('a follower that another window let go stays so', () => {
    const { project, skipped } = between(deleteLayers(film, 'main', ['lamp']), (next) => setParent(next, 'main', ['child'], 'tram', { frame: 0, keying: false, newId }));
    expect(main(project).layers.by['child']!.parent).toBe('tram');
    expect(skipped).toContain('parent of “Child”');
  });
  test('a key does not go back to a time that another key took', () => {
    const { project, skipped } = between(moveKeys(film, 'main', [{ layer: 'lamp', track: 'x', key: 'b' }], 5), (next) => addKeys(next, 'main', [{ layer: 'lamp', track: 'x' }], { frame: 20, newId }));
    expect(Object.values((main(project).layers.by['lamp']!.channels as { x: { keys: Record<string, { at: number }> } }).x.keys).map((key) => key.at).sort((a, b) => a - b)).toEqual([0, 20, 25, 40]);
    expect(skipped).toEqual(['Across of “Lamp”']);
  });
  test('a loop does not get back a beginning that lies after the end that another window gave it', () => {
    const start = done(film, setOperator(film, 'main', [{ layer: 'tram', operator: 'run' }], { from: 15 }));
    const { skipped, patches } = between(setOperator(start, 'main', [{ layer: 'tram', operator: 'run' }], { from: 2 }), (next) => setOperator(next, 'main', [{ layer: 'tram', operator: 'run' }], { to: 9 }), start);
    expect([skipped, patches]).toEqual([['timing of “Tram”'], []]);
  });
  test('following does not come back where it would close a ring', () => {
    const how = { frame: 0, keying: false, newId };
    const { project, skipped } = between(setParent(film, 'main', ['child'], null, how), (next) => setParent(next, 'main', ['lamp'], 'child', how));
    expect([main(project).layers.by['child']!.parent, main(project).layers.by['lamp']!.parent]).toEqual([null, 'child']);
    expect(skipped).toContain('parent of “Child”');
  });
  test('layers that followed each other in a ring come back as they were', () => {
    const followers = [['lamp', 'child'], ['child', 'lamp'], ['own', 'own']].map(([id, parent]) => ({ id: id!, name: id!, kind: 'null' as const, parent: parent! }));
    const ring = projectOf([{ id: 'main', name: 'Main', layers: [] }, { id: 'spare', name: 'Spare', layers: followers }]);
    for (const draft of [deleteLayers(ring, 'spare', ['lamp', 'child', 'own']), deleteComposition(ring, 'spare')].map(drafted)) {
      const after = done(ring, draft);
      expect(writeProject(done(after, takeBack(after, draft).draft))).toBe(writeProject(ring));
    }
  });
  test('two markers at one frame keep their order', () => {
    const both = done(film, addMarkers(film, 'main', ['tram'], [30], newId));
    const ids = Object.keys(main(both).layers.by['tram']!.markers);
    for (const marker of ids) {
      const draft = drafted(deleteMarkers(both, 'main', [{ layer: 'tram', marker }]));
      const after = done(both, draft);
      expect(writeProject(done(after, takeBack(after, draft).draft))).toBe(writeProject(both));
    }
  });
  test('what others changed elsewhere is not touched', () => {
    const { project, skipped } = between(setValues(film, 'main', [{ layer: 'lamp', track: 'y', value: 50 }], { frame: 0, keying: false, newId }), (next) => slideLayers(next, 'main', ['lamp', 'tram'], 7));
    expect([main(project).layers.by['lamp']!.start, main(project).layers.by['tram']!.start, skipped]).toEqual([7, 7, []]);
    expect((main(project).layers.by['lamp']!.channels as { y: { value: number } }).y.value).toBe(10);
  });
});
