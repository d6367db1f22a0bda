import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { projectOf, type LayerInput } from '../../../tests/support/projects';
import { applyPatches, work, type Draft, type Event } from '../commands';
import type { Project } from '../model';
import { sourceTimeAt } from '../scene';
import { leftBehind, retimedLayers, sameMoment, tellLeft } from '.';

let n = 0;
const film = (more: Partial<LayerInput> = {}, others: readonly object[] = [], markers: readonly object[] = []) => projectOf([
  { id: 'main', name: 'Main', duration: 300, markers, layers: [{ id: 'tram', name: 'Tram', kind: 'nest', source: 'reel', spans: [[0, 120]], ...more }, ...others] },
  { id: 'reel', name: 'Reel', duration: 120, layers: [] },
] as never);
const done = (project: Project, event: Event, args: object) => applyPatches(project, (work(project, event, { composition: 'main', ...args } as never, () => `r${++n}`).draft as Draft).patches).project;
const shown = (project: Project, frame: number) => { const host = project.compositions.by['main']!; return sourceTimeAt(project, host, host.layers.by['tram']!, frame); };

describe('the same moment after a retiming', () => {
  test('is found where it is shown now, the nearest first; none where it is cut away, null where nothing changed there', () => {
    const before = film();
    const slow = done(before, 'timing.pace', { layers: ['tram'], from: 20, to: 60, rate: 0.5, gives: 'bar' });
    expect([10, 40, 90].map((frame) => sameMoment(before, slow, 'main', 'tram', frame))).toEqual([null, [60], [110]]);
    const looped = done(before, 'timing.add', { layer: 'tram', op: 'loop', born: { to: 30 }, follow: true });
    expect(sameMoment(before, looped, 'main', 'tram', 40)).toEqual([]);
    const back = done(looped, 'timing.backwards', { layers: ['tram'], from: 60, to: 90 });
    expect(sameMoment(looped, back, 'main', 'tram', 65)![0]).toBe(55 + 30 - 1);
    const stands = done(before, 'timing.stand', { layers: ['tram'], frame: 40, for: 30 });
    expect(sameMoment(before, stands, 'main', 'tram', 40)).toBeNull();
    expect(sameMoment(stands, before, 'main', 'tram', 60)).toEqual([40]);
  });
  test('shows what was shown, within half a frame of the source at the rate there, in films by chance', () => {
    let met = 0;
    const edit = fc.constantFrom<readonly [Event, object]>(['timing.pace', { layers: ['tram'], from: 20, to: 60, rate: 2, gives: 'bar' }], ['timing.pace', { layers: ['tram'], from: 10, to: 50, rate: 0.5, gives: 'bar' }], ['timing.stand', { layers: ['tram'], frame: 33, for: 12 }], ['timing.backwards', { layers: ['tram'], from: 20, to: 70 }]);
    fc.assert(fc.property(fc.array(edit, { minLength: 1, maxLength: 3 }), edit, fc.integer({ min: 0, max: 60 }), (edits, last, frame) => {
      const before = edits.reduce((project, [event, args]) => done(project, event, args), film());
      const after = done(before, ...last);
      const [found] = sameMoment(before, after, 'main', 'tram', frame) ?? [];
      const [was, is] = [shown(before, frame), found === undefined ? null : shown(after, found)];
      if (was === null || is === null) return;
      met++;
      expect(Math.abs(is - was)).toBeLessThanOrEqual(2.5);
    }));
    expect(met).toBeGreaterThan(20);
  });
});

describe('what no longer stands together', () => {
  const lamp = { id: 'lamp', name: 'Lamp', kind: 'shape', spans: [[0, 200]], channels: { x: { keys: [{ id: 'k', at: 40, value: 0 }, { id: 'l', at: 80, value: 9 }] } } };
  const bell = { id: 'bell', name: 'Bell', kind: 'shape', spans: [[80, 120]], markers: [{ id: 'b', at: 80 }], channels: { y: { keys: [{ id: 'k', at: 80, value: 0 }] } } };
  test('markers, keys and ends that stood at a peg which went on without them', () => {
    const before = film({}, [lamp, bell], [{ id: 'm', at: 80 }]);
    const after = done(before, 'timing.pace', { layers: ['lamp'], from: 10, to: 50, rate: 2, gives: 'rest' });
    expect(retimedLayers(before, after, 'main')).toEqual(['lamp']);
    const left = leftBehind(before, after, 'main', ['lamp'])!;
    expect(left).toMatchObject({ layer: 'lamp', what: 'peg', frame: 45, markers: 2, keys: 1, ends: 1 });
    expect(tellLeft(after.compositions.by['main']!, left)).toBe('2 markers, 1 key, 1 end left Lamp’s peg.');
  });
  test('nothing is said of what stays, nor of what goes along', () => {
    const before = film({}, [lamp, { ...bell, spans: [[60, 120]], markers: [], channels: {} }]);
    const after = done(before, 'timing.pace', { layers: ['lamp'], from: 10, to: 50, rate: 2, gives: 'rest' });
    expect(leftBehind(before, after, 'main', ['lamp'])).toBeNull();
    const apart = film({}, [lamp, bell], [{ id: 'm', at: 80 }]);
    const along = done(apart, 'timing.pace', { layers: ['lamp'], from: 10, to: 50, rate: 2, gives: 'bar', ripple: true });
    expect(leftBehind(apart, along, 'main', ['lamp'])?.ends ?? 0).toBeLessThanOrEqual(1);
    expect(retimedLayers(before, done(before, 'layers.set', { layers: ['lamp'], field: 'visible', value: false }), 'main')).toEqual([]);
  });
});
