import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { hull } from '../../time';
import { inOrder, readProject, writeProject, type Channel, type Project } from '../../model';
import { projectOf } from '../../../../tests/support/projects';
import { applyPatches, work, type Event } from '..';
import { membersOf, readHow, staggerOf, storedHow, ORDERS, type StaggerHow } from './stagger';

let count = 0;
const newId = () => `s${++count}`;

function film(many = 5, more: object = {}): Project {
  return projectOf([{
    id: 'main', name: 'Main', duration: 200, tempo: { bpm: 120 }, ...more,
    layers: Array.from({ length: many }, (_, i) => ({ id: `l${i}`, name: `Lamp ${i}`, kind: 'shape', spans: [[10, 60]], markers: [{ id: 'm', at: 12 }], channels: { x: { value: [300, 100, 500, 200, 400][i % 5]! + i, keys: [{ id: 'a', at: 10, value: 0 }, { id: 'b', at: 20, value: 50 }] }, y: { value: 50 } } })),
  }] as never);
}

function done(project: Project, event: Event, args: object): { readonly project: Project; readonly told: string | undefined; readonly label: string } {
  const { draft } = work(project, event, { composition: 'main', ...args } as never, newId);
  if (!draft || 'refused' in draft) throw new Error(draft ? draft.refused : 'nothing');
  return { project: applyPatches(project, draft.patches).project, told: draft.told, label: draft.label };
}
const refusal = (project: Project, args: object) => { const { draft } = work(project, 'staggers.set', { composition: 'main', ...args } as never, newId); return draft && 'refused' in draft ? draft.refused : null; };

const layers = ['l0', 'l1', 'l2', 'l3', 'l4'];
const starts = (project: Project) => layers.map((id) => hull(project.compositions.by['main']!.layers.by[id]!.spans)![0]);
const known = (project: Project) => inOrder(project.compositions.by['main']!.staggers);

describe('how far', () => {
  test.each([
    [{ step: 3 }, [10, 13, 16, 19, 22]], [{ step: -2 }, [10, 8, 6, 4, 2]], [{ total: 20 }, [10, 15, 20, 25, 30]], [{ beats: 1 }, [10, 25, 40, 55, 70]], [{ overlap: 10 }, [10, 50, 90, 130, 170]],
    [{ step: 3, order: 'up' }, [22, 19, 16, 13, 10]], [{ step: 3, order: 'rows', reversed: true }, [22, 19, 16, 13, 10]], [{ step: 4, onBeat: true }, [15, 15, 15, 15, 30].map((_, i) => Math.round((10 + 4 * i) / 15) * 15)],
    [{ total: 40, curve: { kind: 'power', side: 'in', amount: 2 } }, [10, 13, 20, 33, 50]], [{ total: 40, exact: true, curve: { kind: 'power', side: 'in', amount: 2 } }, [10, 12.5, 20, 32.5, 50]],
  ] as const)('%o', (how, places) => {
    expect(starts(done(film(), 'staggers.set', { layers, ...how }).project)).toEqual(places);
  });
  test('by a formula of its turn: counted from the first, so that it may be done again; it reads dials and the layer itself', () => {
    const desk = film(5, {});
    const again = (project: Project, how: object) => starts(done(project, 'staggers.set', { layers, ...how }).project);
    expect(again(desk, { formula: 'index ^ 2' })).toEqual([10, 11, 14, 19, 26]);
    expect(again(desk, { formula: '5f + index * 0.1s' })).toEqual([10, 13, 16, 19, 22]);
    expect(again(desk, { formula: '(count - index) * 2', order: 'up' })).toEqual([2, 4, 6, 8, 10]);
    expect(again(desk, { formula: 'self.y / 50 * index', onBeat: true })).toEqual([15, 15, 15, 15, 15]);
    const once = done(desk, 'staggers.set', { layers, formula: 'random(index) * 20' }).project;
    expect(starts(done(once, 'staggers.set', { stagger: known(once)[0]!.id }).project)).toEqual(starts(once));
    expect(readHow(known(once)[0]!)).toMatchObject({ formula: 'random(index) * 20', step: null });
    const named = done(desk, 'staggers.set', { layers, formula: "index * 'Lamp 1'.y / 10" }).project;
    expect(readHow(known(done(named, 'layers.set', { layers: ['l1'], field: 'name', value: 'Lantern' }).project)[0]!).formula).toBe("index * Lantern.y / 10");
    const slower = done(done(desk, 'staggers.set', { layers, formula: 'index * 4f' }).project, 'composition.rate', { rate: [60, 1], keeps: 'seconds' }).project;
    expect(readHow(known(slower)[0]!).formula).toBe('index * 8f');
    expect([refusal(desk, { layers, formula: 'clock' }), refusal(desk, { layers, formula: 'inde' }), refusal(desk, { layers, formula: '1 / (index - 2)' }), refusal(desk, { layers, formula: 'index * 1e300' })]).toEqual([
      expect.stringMatching(/worked out once/), expect.stringMatching(/inde/), 'For Lamp 2 it comes to no number.', 'For Lamp 1 it comes to more frames than any film has.',
    ]);
  });
  test('by place on the picture: across, outward from a point, and the same chance for the same seed', () => {
    const across = done(film(), 'staggers.set', { layers, step: 2, order: 'across' }).project;
    // At frame 0 all stand at the value of their first key: they come at once. Resting places tell them apart.
    expect(starts(across)).toEqual([10, 10, 10, 10, 10]);
    const still = projectOf([{ id: 'main', name: 'Main', layers: [300, 100, 500].map((x, i) => ({ id: `l${i}`, name: `L${i}`, kind: 'shape', channels: { x: { value: x } } })) }] as never);
    const placed = (how: object) => { const { project } = done(still, 'staggers.set', { layers: ['l0', 'l1', 'l2'], step: 2, ...how }); return ['l0', 'l1', 'l2'].map((id) => project.compositions.by['main']!.layers.by[id]!.start); };
    expect(placed({ order: 'across' })).toEqual([2, 0, 4]);
    expect(placed({ order: 'across', reversed: true })).toEqual([2, 4, 0]);
    expect(placed({ order: 'outward', from: [500, 0] })).toEqual([2, 4, 0]);
    expect(placed({ order: 'chance', seed: 4 })).toEqual(placed({ order: 'chance', seed: 4 }));
  });
});

describe('what', () => {
  test('ends, keys of chosen tracks and markers move alone', () => {
    const ends = done(film(), 'staggers.set', { layers, what: 'ends', step: 5 }).project.compositions.by['main']!;
    expect(layers.map((id) => ends.layers.by[id]!.spans)).toEqual([60, 65, 70, 75, 80].map((to) => [[10, to]]));
    const keys = done(film(), 'staggers.set', { layers, what: 'keys', tracks: ['x'], step: 2 }).project.compositions.by['main']!;
    expect(layers.map((id) => Object.values((keys.layers.by[id]!.channels as unknown as Record<string, Channel>)['x']!.keys).map(({ at }) => at))).toEqual([0, 2, 4, 6, 8].map((by) => [10 + by, 20 + by]));
    const markers = done(film(), 'staggers.set', { layers, what: 'markers', step: 7 }).project.compositions.by['main']!;
    expect(layers.map((id) => markers.layers.by[id]!.markers['m']!.at)).toEqual([12, 19, 26, 33, 40]);
  });
  test('what cannot be is told', () => {
    expect(refusal(film(), { layers: ['l0'], step: 3 })).toBe('Two layers at least come one after another.');
    expect(refusal(film(5, { tempo: null }), { layers, beats: 1 })).toBe('Main has no tempo; type one first.');
    expect(refusal(film(), { stagger: 'gone', step: 3 })).toBe('That stagger is gone; make a new one.');
  });
});

describe('memory', () => {
  test('the step is changed by its name alone, from where the first stands', () => {
    const first = done(film(), 'staggers.set', { layers, step: 3 }).project;
    const [one] = known(first);
    expect(readHow(one!)).toMatchObject({ step: 3, order: 'rows' });
    const again = done(first, 'staggers.set', { stagger: one!.id, step: 6 });
    expect([starts(again.project), again.label]).toEqual([[10, 16, 22, 28, 34], 'Stagger 5 layers, 6 frames apart, from the top row']);
    expect(known(again.project)).toHaveLength(1);
    expect(staggerOf(again.project.compositions.by['main']!, ['l2'])!.id).toBe(one!.id);
  });
  test('who is moved alone leaves and that is told; who moves with all the others stays', () => {
    const first = done(film(), 'staggers.set', { layers, step: 3 }).project;
    const together = done(first, 'time.shift', { slide: layers, trimStart: [], trimEnd: [], keys: [], markers: [], by: 20 });
    expect([known(together.project)[0]!.members.length, together.told]).toEqual([5, undefined]);
    const alone = done(together.project, 'time.shift', { slide: ['l3'], trimStart: [], trimEnd: [], keys: [], markers: [], by: 1 });
    expect(alone.told).toBe('Lamp 3 left its stagger.');
    expect(membersOf(known(alone.project)[0]!).map(({ layer }) => layer)).toEqual(['l0', 'l1', 'l2', 'l4']);
    expect(starts(done(alone.project, 'staggers.set', { stagger: known(alone.project)[0]!.id, step: 10 }).project)).toEqual([30, 40, 50, 40, 60]);
    const fewer = done(alone.project, 'layers.delete', { layers: ['l0', 'l1', 'l2'] });
    expect(known(fewer.project)).toEqual([]);
  });
  test('at another rate it keeps its seconds, and nobody leaves', () => {
    const first = done(film(), 'staggers.set', { layers, step: 4 }).project;
    const slow = done(first, 'composition.rate', { rate: [15, 1] });
    expect(slow.told).toBeUndefined();
    expect(readHow(known(slow.project)[0]!).step).toBe(2);
    expect(membersOf(known(slow.project)[0]!).map(({ at }) => at)).toEqual(starts(slow.project));
  });
  test('copies of staggered layers are staggered too, at another rate in its frames', () => {
    const first = done(film(), 'staggers.set', { layers, step: 4 }).project;
    const { project: twice } = done(first, 'layers.duplicate', { layers: ['l0', 'l1', 'l4'] });
    expect(known(twice).map((one) => membersOf(one).map(({ at }) => at))).toEqual([[10, 14, 18, 22, 26], [10, 14, 26]]);
    expect(new Set(membersOf(known(twice)[1]!).map(({ layer }) => layer)).size).toBe(3);
  });
  test('it goes into a nest with its layers, and out again: where they stand, and by the names that are read there', () => {
    const first = done(film(6), 'staggers.set', { layers, formula: "index * 'Lamp 1'.y / 10" }).project;
    const nested = done(first, 'layers.nest', { layers, name: 'Row', length: 'bars', frame: 10, boxes: Object.fromEntries(layers.map((id) => [id, [0, 0, 10, 10]])), outside: [] }).project;
    const nest = inOrder(nested.compositions.by['main']!.layers)[0] as { readonly id: string; readonly source: string };
    const row = nested.compositions.by[nest.source]!;
    expect([known(nested), inOrder(row.staggers).map((one) => [membersOf(one).map(({ at }) => at), readHow(one).formula])]).toEqual([[], [[[0, 5, 10, 15, 20], "index * 'Lamp 1'.y / 10"]]]);
    const free = done(nested, 'layers.set', { layers: ['l5'], field: 'name', value: 'Lamp 1' }).project;
    const open = done(done(free, 'layers.set', { layers: [nest.id], field: 'clipFrame', value: false }).project, 'layers.unnest', { layer: nest.id }).project;
    const [out] = known(open);
    expect([membersOf(out!).map(({ at }) => at), readHow(out!).formula, known(open).length]).toEqual([[10, 15, 20, 25, 30], "index * 'Lamp 2'.y / 10", 1]);
    expect(membersOf(out!).map(({ layer }) => hull(open.compositions.by['main']!.layers.by[layer]!.spans)![0])).toEqual([10, 15, 20, 25, 30]);
    const stays = done(first, 'layers.nest', { layers: ['l0', 'l1'], name: 'Two', length: 'bars', frame: 10, boxes: { l0: [0, 0, 10, 10], l1: [0, 0, 10, 10] }, outside: [] });
    expect([known(stays.project).map((one) => membersOf(one).length), stays.told]).toEqual([[3], undefined]);
  });
  test('another order begins where they stood before the first one, again and again; moved as one they take that along', () => {
    const again = (project: Project, how: object) => done(project, 'staggers.set', { stagger: known(project)[0]!.id, ...how }).project;
    let project = done(film(), 'staggers.set', { layers, total: 60, order: 'up' }).project;
    for (const seed of [3, 8, 21, 5]) {
      project = again(project, { order: 'chance', seed });
      expect([Math.min(...starts(project)), Math.max(...starts(project))]).toEqual([10, 70]);
    }
    expect(starts(again(project, { order: 'rows' }))).toEqual([10, 25, 40, 55, 70]);
    const later = done(project, 'time.shift', { slide: layers, trimStart: [], trimEnd: [], keys: [], markers: [], by: 7 }).project;
    expect(starts(again(later, { order: 'rows' }))).toEqual([17, 32, 47, 62, 77]);
    const anew = done(project, 'staggers.set', { layers: layers.slice(0, 3), step: 5 }).project;
    expect(starts(anew).slice(0, 3)).toEqual([10, 15, 20]);
  });
  test('its own layers in another order are its order by hand', () => {
    const first = done(film(), 'staggers.set', { layers, step: 3 }).project;
    const turned = done(first, 'staggers.set', { stagger: known(first)[0]!.id, order: 'hand', layers: ['l2', 'l0', 'l1', 'l4', 'l3'] }).project;
    expect([starts(turned), known(turned).length]).toEqual([[13, 16, 10, 22, 19], 1]);
  });
  test('it is written and read as any list, and forgotten when asked', () => {
    const first = done(film(), 'staggers.set', { layers, step: 3 }).project;
    const read = readProject(writeProject(first));
    expect(read.ok && known(read.value)).toEqual(known(first));
    expect(known(done(first, 'staggers.forget', { stagger: known(first)[0]!.id }).project)).toEqual([]);
  });
  test('what is kept reads as what was said', () => {
    const number = fc.integer({ min: -50, max: 50 });
    const measure = fc.oneof(number.map((step) => ({ step })), number.map((total) => ({ total })), number.map((beats) => ({ beats })), number.map((overlap) => ({ overlap })), number.map((n) => ({ formula: `index * ${n}f` })));
    fc.assert(fc.property(measure, fc.constantFrom(...ORDERS), fc.boolean(), fc.boolean(), fc.nat(), (one, order, reversed, exact, seed) => {
      const how: StaggerHow = { step: null, total: null, beats: null, overlap: null, formula: null, curve: null, from: null, onBeat: false, exact, order, reversed, seed, ...one };
      const back = readHow({ id: 'x', what: 'starts', members: [], ...storedHow(how) } as never);
      expect({ ...back, overlap: back.overlap === null ? null : back.overlap + 0 }).toEqual(how);
    }));
  });
});
