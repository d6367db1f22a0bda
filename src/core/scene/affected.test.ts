import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { draftOf, randomCommand } from '../../../tests/support/random-commands';
import { counting, randomFilm } from '../../../tests/support/random-film';
import { projectOf } from '../../../tests/support/projects';
import { applyPatches, patchOf, work, type Event } from '../commands';
import { evaluateFrame } from '../evaluate';
import { inOrder, type Project } from '../model';
import { affectedBy, deepIdentity, everyFormula } from '.';

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

describe('what formulas say is known by what they name, whatever it is called', () => {
  const reel = { id: 'reel', name: 'Reel', duration: 40, layers: [{ id: 'door', name: 'Door', kind: 'shape', channels: { x: { formula: 'Desk.Sway * 2' } } }, { id: 'knobs', name: 'Desk', kind: 'dials', dials: [{ id: 'k', name: 'Sway', public: true, channels: { value: { value: 4 } } }] }] };
  const driven = projectOf([
    { id: 'main', name: 'Main', duration: 100, layers: [
      { id: 'a', name: 'A', kind: 'shape', spans: [[10, 30]], markers: [{ id: 'm', at: 12, name: 'hit' }, { id: 'n', at: 20, name: '' }], channels: { x: { formula: "Lamp.x + Desk.Gain * since('hit') + when(2)".replaceAll("'", '"') }, rotation: { formula: 'Lamp.Glow.radius' } } },
      { id: 'lamp', name: 'Lamp', kind: 'shape', spans: [[0, 5]], channels: { x: { keys: [{ id: 'k', at: 0, value: 0 }, { id: 'l', at: 50, value: 50 }] } }, effects: [{ id: 'e', name: 'Glow', kind: 'blur', channels: { radius: { value: 3 } } }] },
      { id: 'desk', name: 'Desk', kind: 'dials', dials: [{ id: 'g', name: 'Gain', channels: { value: { value: 2 } } }] },
      { id: 'tram', name: 'Tram', kind: 'nest', source: 'reel', spans: [[60, 70]], dials: { 'knobs/k': { value: 1, formula: 'Lamp.x' } } },
      { id: 'late', name: 'Late', kind: 'shape', spans: [[80, 90]], channels: { x: { formula: 'Tram/Door.x' } }, timing: [{ id: 't', op: 'formula', on: 'keys', source: 't + Desk.Gain * 1f' }] },
    ] }, reel,
  ] as never);
  const after = (event: Event, args: object): Project => applyPatches(driven, (work(driven, event, { composition: 'main', ...args } as never, () => 'new').draft as unknown as { patches: never }).patches).project;
  const formulas = (project: Project) => JSON.stringify(Object.values(project.compositions.by).map(({ layers }) => inOrder(layers).map((layer) => everyFormula(layer).map(({ text }) => text))));
  test.each([
    ['a layer', 'layers.set', { layers: ['lamp'], field: 'name', value: 'Lantern' }],
    ['dials', 'layers.set', { layers: ['desk'], field: 'name', value: 'Board' }],
    ['a nest', 'layers.set', { layers: ['tram'], field: 'name', value: 'Old tram' }],
    ['a dial', 'dials.set', { layer: 'desk', dial: 'g', fields: { name: 'How much' } }],
    ['a marker', 'markers.set', { markers: [{ layer: 'a', marker: 'm' }], fields: { name: 'blow' } }],
    ['a layer in a nest', 'layers.set', { composition: 'reel', layers: ['door'], field: 'name', value: 'Gate' }],
    ['dials in a nest', 'layers.set', { composition: 'reel', layers: ['knobs'], field: 'name', value: 'Board' }],
  ] as const)('%s that gets another name, and its readers with it', (_, event, args) => {
    const next = after(event, args);
    expect(formulas(next)).not.toBe(formulas(driven));
    expect(deepIdentity(next, 'main')).toBe(deepIdentity(driven, 'main'));
    expect(run(0, 100).filter(affectedBy(driven, next, 'main'))).toEqual([]);
  });
  test.each([
    ['a formula', 'formulas.set', { tracks: [{ layer: 'a', track: 'x' }], formula: 'Lamp.x' }, run(10, 30)],
    ['the time of a marker that it asks for', 'markers.set', { markers: [{ layer: 'a', marker: 'n' }], fields: { at: 24 } }, run(10, 30)],
    ['a dial', 'tracks.set', { values: [{ layer: 'desk', track: 'g.value', value: 5 }], frame: 0, keying: false }, [...run(10, 30), ...run(80, 90)]],
  ] as const)('%s is seen where it is read', (_, event, args, where) => {
    const next = after(event as Event, args);
    expect(deepIdentity(next, 'main')).not.toBe(deepIdentity(driven, 'main'));
    expect(run(0, 100).filter(affectedBy(driven, next, 'main'))).toEqual(where);
  });
  test('a name that two bear is seen wherever it was read', () => {
    const next = applyPatches(driven, [patchOf(['compositions', 'by', 'main', 'layers', 'by', 'tram', 'name'], 'Tram', 'Lamp')]).project;
    expect(run(0, 100).filter(affectedBy(driven, next, 'main'))).toEqual([...run(10, 30), ...run(60, 70), ...run(80, 90)]);
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
