import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { deleteLayers, losses, validateTouched, type Draft } from '..';
import { worldMatrix } from '../../scene';
import { inOrder, isDrawn, readProject, writeProject, type Project } from '../../model';
import { done } from '../../../../tests/support/edits';
import { projectOf, smallFilm } from '../../../../tests/support/projects';
import { randomFilm } from '../../../../tests/support/random-film';

const main = (project: Project) => project.compositions.by['main']!;
const worldAt = (project: Project, id: string, frame: number) => worldMatrix(project, main(project), main(project).layers.by[id]!, frame, new Map());

describe('who follows what is deleted', () => {
  test('stays where it stands, at every frame, whatever led it', () => {
    const told = { followers: 0, nulls: 0, worked: 0, refused: 0 };
    fc.assert(fc.property(randomFilm, fc.array(fc.integer({ min: 0, max: 5 }), { minLength: 1, maxLength: 3 }), (project, picks) => {
      const { order, by } = main(project).layers;
      const gone = new Set(picks.map((i) => order[i % order.length]!));
      const draft = deleteLayers(project, 'main', [...gone]);
      const followers = order.filter((id) => !gone.has(id) && by[id]!.parent !== null && gone.has(by[id]!.parent!));
      if (!draft || followers.length === 0) return;
      if ('refused' in draft) return void told.refused++;
      const after = done(project, draft);
      const nulls = main(after).layers.order.length - (order.length - gone.size);
      told.followers++;
      if (nulls > 0) told.nulls++;
      else told.worked++;
      expect(draft.told).toMatch(nulls > 0 ? /nulls? keeps?/ : /worked in/);
      const read = readProject(writeProject(after));
      expect(read.ok && read.value).toEqual(after);
      for (const id of order.filter((one) => !gone.has(one) && isDrawn(by[one]!.kind))) for (const frame of [0, 3.5, 7, 12, 19, 26]) {
        const [before, now] = [worldAt(project, id, frame), worldAt(after, id, frame)];
        before.forEach((part, i) => { if (Math.abs(part - now[i]!) > 1e-3 * Math.max(1, Math.abs(part) / 1000)) throw new Error(`${id} at ${frame}: ${before.join(' ')} became ${now.join(' ')}; leaders ${JSON.stringify([...gone].map((one) => ({ ...by[one], masks: 0, effects: 0, fill: 0, stroke: 0 })))}`); });
      }
    }), { seed: 61, numRuns: 320, endOnFailure: true });
    expect(told.followers).toBeGreaterThan(20);
    expect(told.nulls).toBeGreaterThan(8);
    expect(told.worked).toBeGreaterThan(1);
    expect(told.refused).toBeGreaterThan(0);
  }, 120_000);
  test('numbers are worked into a follower that does not move, sideways into one that does', () => {
    const project = projectOf([{ id: 'main', name: 'Main', duration: 50, layers: [
      { id: 'post', name: 'Post', kind: 'shape', channels: { x: { value: 40 }, y: { value: -7 } } },
      { id: 'fly', name: 'Fly', kind: 'shape', parent: 'post', channels: { x: { keys: [{ at: 0, value: 0 }, { at: 20, value: 50 }] } } },
    ] }]);
    const after = done(project, deleteLayers(project, 'main', ['post']));
    expect(inOrder(main(after).layers)).toHaveLength(1);
    expect(main(after).layers.by['fly']).toMatchObject({ parent: null, channels: { y: { value: -7 } } });
    expect([0, 10, 20].map((frame) => worldAt(after, 'fly', frame)[4])).toEqual([40, 65, 90]);
  });
  test('what else names it is told: clips, copies, washes', () => {
    const project = projectOf([{ id: 'main', name: 'Main', duration: 50, layers: [
      { id: 'a', name: 'Door', kind: 'shape' }, { id: 'b', name: 'Window', kind: 'shape', clipTo: 'a' }, { id: 'c', name: 'Row', kind: 'copies', of: 'a' }, { id: 'd', name: 'Fog', kind: 'wash', appliesTo: 'a' },
    ] }]);
    expect(losses(project, 'main', ['a'])).toEqual(['Window is clipped by Door', 'Row repeats Door', 'Fog washes Door']);
    expect(losses(project, 'main', ['a', 'b', 'c', 'd'])).toEqual([]);
    expect(losses(smallFilm(), 'main', ['lamp'])).toEqual([]);
    const draft = deleteLayers(project, 'main', ['a']) as Draft;
    expect(validateTouched(done(project, draft), draft.patches)).toEqual([]);
  });
});
