import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  addKeys, addOperator, applyPatches, deleteKeys, deleteLayers, changeFrom, deleteOperator, EMPTY_HISTORY, forget, invertPatches, moveKeys, record, setLayerField, setOperator, setTempo, setValues, steppedBack, steppedForward, takeBack, validateTouched, type History,
  readPath, type Draft, type Patch, type Refused,
} from '.';
import { keyTimeAt, sampleChannel, sourceTimeAt, trackAt } from '../scene';
import { inTime, member, readProject, writeProject, type Composition, type Layer, type Project } from '../model';
import { done, slideLayers, trimLayers } from '../../../tests/support/edits';
import { projectOf, smallFilm } from '../../../tests/support/projects';

const film = smallFilm();
let count = 0;
const newId = () => `new${++count}`;
const layerOf = (project: Project, id: string) => project.compositions.by['main']!.layers.by[id]!;
const keys = (project: Project, channel = 'x', layer = 'lamp') => inTime(trackAt(project, layerOf(project, layer), channel)!.channel!.keys).map((key) => [key.at, key.value]);
const valueAt = (project: Project, layer: string, track: string, frame: number) => {
  const one = layerOf(project, layer);
  const found = trackAt(project, one, track)!;
  return sampleChannel(found.channel, found.spec, keyTimeAt(project, project.compositions.by['main']!, one, frame));
};
const at = (frame: number, keying = false) => ({ frame, keying, newId });

/** Every command at work on the small film; laws below hold for all of them. */
const DRAFTS: Readonly<Record<string, () => Draft | Refused | null>> = {
  'set a resting value': () => setValues(film, 'main', [{ layer: 'lamp', track: 'y', value: 44 }], at(0)),
  'set a channel that is not written yet': () => setValues(film, 'main', [{ layer: 'lamp', track: 'rotation', value: 9 }], at(0)),
  'shift all keys': () => setValues(film, 'main', [{ layer: 'lamp', track: 'x', value: 60 }], at(10)),
  'key a value': () => setValues(film, 'main', [{ layer: 'lamp', track: 'x', value: 70 }], at(10, true)),
  'key a colour': () => setValues(film, 'main', [{ layer: 'lamp', track: 'fill.colour', value: [1, 0, 0, 1] }], at(3, true)),
  'add a key': () => addKeys(film, 'main', [{ layer: 'lamp', track: 'x' }], at(10)),
  'move keys': () => moveKeys(film, 'main', [{ layer: 'lamp', track: 'x', key: 'a' }, { layer: 'lamp', track: 'x', key: 'b' }], 7),
  'delete keys': () => deleteKeys(film, 'main', [{ layer: 'lamp', track: 'x', key: 'b' }]),
  'slide layers': () => slideLayers(film, 'main', ['tram', 'lamp'], 12),
  'trim layers': () => trimLayers(film, 'main', ['tram'], 'end', -30),
  'delete layers': () => deleteLayers(film, 'main', ['lamp']),
  'hide layers': () => setLayerField(film, 'main', ['tram', 'lamp'], 'visible', false),
  'set an operator': () => setOperator(film, 'main', [{ layer: 'tram', operator: 'run' }], { to: 10 }),
  'add an operator': () => addOperator(film, 'main', ['tram'], 'reverse', 20, () => 'rev'),
  'delete an operator': () => deleteOperator(film, 'main', [{ layer: 'tram', operator: 'run' }]),
  'set the tempo': () => setTempo(film, 'main', { bpm: 96, offset: 4, meter: [3, 4], map: null, origin: 'typed' }),
};

describe.each(Object.entries(DRAFTS))('%s', (_, make) => {
  test('can be taken back, exactly', () => {
    const draft = make() as Draft;
    const after = done(film, draft);
    expect(after).not.toBe(film);
    expect(applyPatches(after, invertPatches(draft.patches)).project).toEqual(film);
    expect(takeBack(after, draft)).toMatchObject({ skipped: [], draft: { label: expect.stringMatching(/^Undo /) as string } });
  });
  test('survives being sent and kept', () => {
    const draft = make() as Draft;
    const sent = JSON.parse(JSON.stringify(draft)) as Draft;
    const after = done(film, sent);
    expect(after).toEqual(done(film, draft));
    const read = readProject(writeProject(after));
    expect(read.ok && read.value).toEqual(after);
  });
  test('says what it did, and for how many', () => expect((make() as Draft).label).toMatch(/^[A-Z][a-z]+ .+/));
});

describe('values', () => {
  test('keying on: a key at the playhead, in layer time', () => {
    const slid = done(film, slideLayers(film, 'main', ['lamp'], 5));
    const keyed = done(slid, setValues(slid, 'main', [{ layer: 'lamp', track: 'x', value: 70 }], at(15, true)));
    expect(keys(keyed)).toEqual([[0, 0], [10, 70], [20, 100], [40, 50]]);
    expect(valueAt(keyed, 'lamp', 'x', 15)).toBe(70);
  });
  test('keying on where a key stands changes that key', () =>
    expect(keys(done(film, setValues(film, 'main', [{ layer: 'lamp', track: 'x', value: 1 }], at(20, true))))).toEqual([[0, 0], [20, 1], [40, 50]]));
  test('keying off moves all keys by the same amount and says so', () => {
    const draft = setValues(film, 'main', [{ layer: 'lamp', track: 'x', value: 60 }], at(10))!;
    expect(keys(done(film, draft))).toEqual([[0, 10], [20, 110], [40, 60]]);
    expect(draft.label).toBe('Change Across of Lamp, 3 keys moved');
  });
  test('setting what is there already is nothing', () => {
    expect(setValues(film, 'main', [{ layer: 'lamp', track: 'y', value: 10 }], at(0))).toBeNull();
    expect(setValues(film, 'main', [{ layer: 'gone', track: 'y', value: 1 }], at(0))).toBeNull();
  });
  test('a locked layer is passed over', () => {
    const locked = done(film, setLayerField(film, 'main', ['lamp'], 'locked', true));
    expect(setValues(locked, 'main', [{ layer: 'lamp', track: 'y', value: 1 }], at(0))).toBeNull();
    expect(slideLayers(locked, 'main', ['lamp'], 3)).toBeNull();
    expect(done(locked, setLayerField(locked, 'main', ['lamp'], 'locked', false))).toEqual(film);
  });
  test('a key added on a curve changes no frame', () => {
    const curved = projectOf([{ id: 'main', name: 'Main', duration: 50, layers: [{ id: 'lamp', name: 'Lamp', kind: 'null', channels: { x: { keys: [{ at: 0, value: 0, right: [12, 80] }, { at: 40, value: 100, left: [-20, 10] }] } } }] }]);
    const keyed = done(curved, addKeys(curved, 'main', [{ layer: 'lamp', track: 'x' }], at(17)));
    for (let frame = 0; frame < 50; frame++) expect(valueAt(keyed, 'lamp', 'x', frame) as number).toBeCloseTo(valueAt(curved, 'lamp', 'x', frame) as number, 6);
  });
});

describe('keys', () => {
  const ref = (key: string) => ({ layer: 'lamp', track: 'x', key });
  test('a key that one lands on gives way', () => expect(keys(done(film, moveKeys(film, 'main', [ref('a')], 20)))).toEqual([[20, 0], [40, 50]]));
  test('moved over others they change places, and nothing is lost', () => expect(keys(done(film, moveKeys(film, 'main', [ref('a')], 30)))).toEqual([[20, 100], [30, 0], [40, 50]]));
  test('all moved by any number keep their distances', () =>
    fc.assert(fc.property(fc.integer({ min: -50, max: 50 }).filter((by) => by !== 0), (by) => {
      const moved = keys(done(film, moveKeys(film, 'main', ['a', 'b', 'c'].map(ref), by)));
      return moved.every(([frame], i) => frame === [0, 20, 40][i]! + by);
    })));
  test('a channel that loses its last key rests where that was', () => {
    const bare = done(film, deleteKeys(film, 'main', ['a', 'b', 'c'].map(ref)));
    expect(trackAt(bare, layerOf(bare, 'lamp'), 'x')!.channel).toMatchObject({ value: 50, keys: {} });
  });
});

describe('layers', () => {
  test('sliding carries bar, keys and markers', () => {
    const slid = done(film, slideLayers(film, 'main', ['tram'], 8));
    const tram = layerOf(slid, 'tram');
    expect([tram.start, tram.spans, tram.markers['m']!.at]).toEqual([8, [[8, 108]], 38]);
    expect(sourceTimeAt(slid, slid.compositions.by['main']!, tram, 8)).toBe(0);
  });
  test('trimming changes the bar alone: a lengthened loop carries on', () => {
    const shorter = done(film, trimLayers(film, 'main', ['tram'], 'end', -70));
    const longer = done(shorter, trimLayers(shorter, 'main', ['tram'], 'end', 45));
    expect(layerOf(longer, 'tram').spans).toEqual([[0, 75]]);
    expect(Array.from({ length: 76 }, (_, frame) => sourceTimeAt(longer, longer.compositions.by['main']!, layerOf(longer, 'tram'), frame))).toEqual([...Array.from({ length: 75 }, (_, frame) => frame % 20), null]);
  });
  test('a leader that moves leaves a null with its motion; one that never moved leaves its numbers', () => {
    const draft = deleteLayers(film, 'main', ['lamp']);
    const less = done(film, draft);
    const { parent } = layerOf(less, 'child');
    expect(less.compositions.by['main']!.layers.order).toEqual(['tram', parent, 'child']);
    expect(less.compositions.by['main']!.layers.by[parent!]).toMatchObject({ kind: 'null', name: 'Lamp' });
    expect(draft).toMatchObject({ told: 'Child stays where it stands: a null keeps the place and the motion of Lamp.' });
    // Lamp and its own follower go at once: nobody is left to be kept.
    expect(done(film, deleteLayers(film, 'main', ['lamp', 'child'])).compositions.by['main']!.layers.order).toEqual(['tram']);
    const bare = projectOf([{ id: 'main', name: 'Main', duration: 50, layers: [
      { id: 'post', name: 'Post', kind: 'shape', channels: { x: { value: 40 }, y: { value: -7 }, rotation: { value: 90 }, scaleX: { value: 50 }, scaleY: { value: 50 } } },
      { id: 'bulb', name: 'Bulb', kind: 'shape', parent: 'post', channels: { x: { value: 10 }, rotation: { value: 15 } } },
      { id: 'fly', name: 'Fly', kind: 'shape', parent: 'post', channels: { x: { keys: [{ at: 0, value: 0 }, { at: 20, value: 50 }] } } },
    ] }]);
    const bulb = deleteLayers(projectOf([{ ...{ id: 'main', name: 'Main', duration: 50 }, layers: [{ id: 'post', name: 'Post', kind: 'shape', channels: { x: { value: 40 }, y: { value: -7 }, rotation: { value: 90 }, scaleX: { value: 50 }, scaleY: { value: 50 } } }, { id: 'bulb', name: 'Bulb', kind: 'shape', parent: 'post', channels: { x: { value: 10 }, rotation: { value: 15 } } }] }]), 'main', ['post']);
    expect(bulb).toMatchObject({ told: 'Bulb stays where it stands: the place of Post was worked in.' });
    expect(deleteLayers(bare, 'main', ['post'])).toMatchObject({ told: '2 followers stay where they stand: a null keeps the place and the motion of Post.' });
  });
  test('an operator that could not be kept is refused in words', () => expect(setOperator(film, 'main', [{ layer: 'tram', operator: 'run' }], { from: 50 })).toEqual({ refused: expect.stringMatching(/must end after frame 50/) as string }));
});

describe('patches', () => {
  test('a leaf that changed meanwhile is a clash, and nothing else is held up', () => {
    const draft = slideLayers(film, 'main', ['tram', 'lamp'], 5)!;
    const other = done(film, slideLayers(film, 'main', ['tram'], 3));
    const { project, clashes } = applyPatches(other, draft.patches);
    expect(clashes.map(({ patch, gone }) => [patch.path.slice(-1)[0], gone])).toEqual([['start', false], ['spans', false], ['at', false]]);
    expect(layerOf(project, 'lamp').start).toBe(5);
  });
  test('a child of something deleted is a clash', () => {
    const draft = setValues(film, 'main', [{ layer: 'lamp', track: 'y', value: 1 }], at(0))!;
    const { clashes } = applyPatches(done(film, deleteLayers(film, 'main', ['lamp'])), draft.patches);
    expect(clashes[0]!.gone).toBe(true);
  });
  test('taking back skips what others changed since, and names it', () => {
    const draft = slideLayers(film, 'main', ['lamp'], 5)!;
    const after = done(done(film, draft), slideLayers(done(film, draft), 'main', ['lamp'], 1));
    expect(takeBack(after, draft)).toMatchObject({ skipped: ['start of “Lamp”', 'spans of “Lamp”'], draft: { patches: [] } });
  });
  test('two orders are put together: what others added stays where it was put', () => {
    const path = ['compositions', 'by', 'main', 'layers', 'order'];
    const { project } = applyPatches(film, [{ path, from: ['tram', 'child'], to: ['child', 'tram'] }]);
    expect(project.compositions.by['main']!.layers.order).toEqual(['child', 'tram', 'lamp']);
  });
  test('no path reaches behind an object', () => {
    const { clashes } = applyPatches(film, [{ path: ['__proto__', 'polluted'], to: 1 }, { path: ['compositions', 'constructor', 'x'], to: 1 }]);
    expect(clashes.length).toBe(2);
    expect(({} as Record<string, unknown>)['polluted']).toBeUndefined();
  });
  test('nothing changed is the same project', () => expect(applyPatches(film, []).project).toBe(film));
  test('what a change broke is told', () => {
    const break_ = (path: readonly string[], to: unknown, from?: unknown) => {
      const patch = { path: ['compositions', 'by', 'main', ...path], to, ...(from === undefined ? {} : { from }) };
      return validateTouched(applyPatches(film, [patch]).project, [patch]).join(' ');
    };
    expect(break_(['layers', 'by', 'lamp', 'start'], 'soon', 0)).toMatch(/Layer “Lamp”.*a number/);
    expect(break_(['rate'], [0, 1], [30, 1])).toMatch(/rate/);
    expect(break_(['layers', 'order'], ['tram'], ['tram', 'lamp', 'child'])).toMatch(/order/);
    expect(break_(['layers', 'by', 'lamp', 'colour'], 99, null)).toMatch(/Lamp/);
  });
  test('what lies beneath a coarse path is looked at too', () => {
    const spoiled = structuredClone(film) as unknown as { compositions: { order: string[]; by: Record<string, { layers: { order: string[]; by: Record<string, Record<string, unknown>> } }> } };
    spoiled.compositions.by['main']!.layers.by['lamp']!['start'] = 'soon';
    const paths: readonly (readonly string[])[] = [['compositions'], ['compositions', 'by'], ['compositions', 'by', 'main'], ['compositions', 'by', 'main', 'layers'], ['compositions', 'by', 'main', 'layers', 'by'], ['compositions', 'by', 'main', 'layers', 'by', 'lamp']];
    for (const path of paths) {
      const patch = { path, from: readPath(film, path).value, to: readPath(spoiled, path).value };
      expect(validateTouched(applyPatches(film, [patch]).project, [patch]).join(' '), path.join('.')).toMatch(/Layer “Lamp”.*a number/);
      expect(validateTouched(film, [{ path, from: patch.from, to: patch.from }])).toEqual([]);
    }
  });
  test('a marker is looked at wherever it is put from, and another that was left alone is not', () => {
    const marker = { id: 'm', at: 5, name: 'm', length: 0, note: '', colour: null, fires: true };
    const at = (...path: readonly string[]) => ['compositions', 'by', 'main', ...path];
    const told = (path: readonly string[], to: unknown) => validateTouched(applyPatches(film, [{ path, from: readPath(film, path).value, to }]).project, [{ path, to }]).join(' ');
    const bad = { ...marker, at: 'soon' };
    const { main } = film.compositions.by as Record<'main', Composition>;
    for (const [path, to] of [[at('markers', 'm'), bad], [at('markers'), { m: bad }], [at(), { ...main, markers: { m: bad } }], [['compositions', 'by'], { ...film.compositions.by, main: { ...main, markers: { m: bad } } }], [['compositions'], { ...film.compositions, by: { ...film.compositions.by, main: { ...main, markers: { m: bad } } } }], [at('markers', 'm'), { ...marker, id: 'other' }], [at('markers'), 7]] as const) expect(told(path, to), path.join('.')).toMatch(/main|Main/i);
    expect(told(at('markers', 'm'), marker)).toBe('');
    const spoiled = applyPatches(film, [{ path: at('markers', 'bad'), to: bad }]).project;
    const renamed = [{ path: at('markers', 'm'), to: marker }];
    expect(validateTouched(applyPatches(spoiled, renamed).project, renamed)).toEqual([]);
  });
  test('nobody is left following what goes, led to what is not there, or round to itself', () => {
    const at = (layer: string, ...field: readonly string[]) => ['compositions', 'by', 'main', 'layers', 'by', layer, ...field];
    const told = (...patches: readonly Patch[]) => validateTouched(applyPatches(film, patches).project, patches).join(' ');
    const { lamp, child } = film.compositions.by['main']!.layers.by as Record<'lamp' | 'child', Layer>;
    const order = { path: ['compositions', 'by', 'main', 'layers', 'order'], from: ['tram', 'lamp', 'child'], to: ['tram', 'child'] };
    expect(told({ path: at('lamp'), from: lamp }, order)).toBe('Child follows a layer that this takes away.');
    expect(told({ path: at('lamp'), from: lamp }, order, { path: at('child', 'parent'), from: 'lamp', to: null })).toBe('');
    expect(told({ path: at('child', 'parent'), from: 'lamp', to: 'gone' })).toBe('Child would follow a layer that is not there.');
    expect(told({ path: at('lamp', 'parent'), from: null, to: 'child' })).toBe('Lamp would follow itself.');
    expect(told({ path: at('child'), from: child, to: { ...child, parent: 'gone' } })).toBe('Child would follow a layer that is not there.');
    // What was so before is not its fault.
    const stray = applyPatches(film, [{ path: at('child', 'parent'), from: 'lamp', to: 'gone' }]).project;
    const moved = [{ path: at('child', 'start'), from: 0, to: 3 }];
    expect(validateTouched(applyPatches(stray, moved).project, moved)).toEqual([]);
  });
});

test('history goes back and forth, and a new edit ends redo', () => {
  const change = (id: string) => changeFrom(slideLayers(film, 'main', ['lamp'], 5)!, id);
  const ids = ({ done, undone }: History) => [done.map((one) => one.id), undone.map((one) => one.change.id)];
  const history = record(record(EMPTY_HISTORY, change('one')), change('two'));
  const back = steppedBack(history, change('two-back'));
  expect(ids(back)).toEqual([['one'], ['two']]);
  expect(ids(steppedForward(back, change('two-again')))).toEqual([['one', 'two-again'], []]);
  expect(ids(record(back, change('three')))).toEqual([['one', 'three'], []]);
  expect(ids(forget(back, 'two-back'))).toEqual([['one'], []]);
  expect(ids(forget(history, 'one'))).toEqual([['two'], []]);
  expect(steppedBack(EMPTY_HISTORY, null)).toBe(EMPTY_HISTORY);
  expect(member({}, 'x')).toBeUndefined();
});
