import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  addAssets, addComposition, addLayers, addMarkers, addStop, applyPatches, coloursOf, copyKeys, copyLayers, clipText, deleteAsset, deleteComposition, deleteMarkers, deleteStop, duplicateComposition,
  duplicateLayers, invertPatches, isHeldKey, movePlaces, naturalRiders, nestLayers, ridersOf, pasteKeys, pasteLayers, placeLayers, poseAt, poseFor, renameProject, reorderLayers, sequenceLayers, setAsset, setComposition, setDuration, setFillKind,
  nextName, setInk, setLayerField, setMain, setMarkers, setOperator, setOutside, setParent, setRate, setSize, setValues, shapeKeys, splitLayers, stepLayers, stretchLayers, unnestLayer, usesOf, validateTouched, type Draft, type Refused,
} from '.';
import { IDENTITY, multiply, transform, type Matrix } from '../display';
import { evaluateFrame } from '../evaluate';
import { keyTimeAt, sampleChannel, sourceTimeAt, worldMatrix, trackAt } from '../scene';
import { inOrder, inTime, newComposition, newImage, newNest, newNull, newShape, newText, readLayer, readProject, toLayerFile, writeProject, type Project } from '../model';
import { done, trimLayers } from '../../../tests/support/edits';
import { projectOf, smallFilm, type LayerInput } from '../../../tests/support/projects';

const film = smallFilm();
let count = 0;
const newId = () => `new${++count}`;
const refusal = (draft: Draft | Refused | null) => (draft && 'refused' in draft ? draft.refused : null);
const main = (project: Project) => project.compositions.by['main']!;
const layerOf = (project: Project, id: string, composition = 'main') => project.compositions.by[composition]!.layers.by[id]!;
const valueAt = (project: Project, layer: string, track: string, frame: number) => {
  const one = layerOf(project, layer);
  const found = trackAt(project, one, track)!;
  return sampleChannel(found.channel, found.spec, keyTimeAt(project, main(project), one, frame));
};
const worldOf = (project: Project, layer: string, frame: number, composition = 'main') => worldMatrix(project, project.compositions.by[composition]!, layerOf(project, layer, composition), frame, new Map());
const close = (a: Matrix, b: Matrix, digits = 1) => a.forEach((part, i) => expect(part).toBeCloseTo(b[i]!, digits));
const how = (frame: number, keying = false) => ({ frame, keying, newId });
const box = () => [-50, -50, 50, 50] as const;
const nesting = (more: object = {}) => ({ name: 'Group', inside: 'all', length: 'whole', frame: 10, bounds: box, newId, ...more }) as const;

const LAMP_KEYS = ['a', 'b', 'c'].map((key) => ({ layer: 'lamp', track: 'x', key }));
const asset = { id: 'pic', name: 'Paper', type: 'image', hash: 'a'.repeat(64), mime: 'image/png', bytes: 10, width: 20, height: 10, original: null } as const;
const withPicture = done(film, addAssets(film, [asset as never]));

/** Every command of this page at work; the laws below hold for all of them. */
const DRAFTS: Readonly<Record<string, () => readonly [Project, Draft | Refused | null]>> = {
  'add a shape': () => [film, addLayers(film, 'main', [newShape(newId(), 'Dot', [[0, 100]], 'ellipse', { x: 4, width: 12 })], 'lamp')],
  'add text': () => [film, addLayers(film, 'main', [newText(newId(), 'Words', [[0, 100]], { text: 'Hello' })], null)],
  'reorder layers': () => [film, reorderLayers(film, 'main', ['child', 'tram'], null)],
  'bring to the top': () => [film, stepLayers(film, 'main', ['child'], 'top')],
  'follow another': () => [film, setParent(film, 'main', ['child'], 'tram', how(10))],
  'follow nothing': () => [film, setParent(film, 'main', ['child'], null, how(10))],
  'place on the picture': () => [film, placeLayers(film, 'main', [{ layer: 'child', world: [2, 1, -1, 2, 30, 40] }], how(10))],
  'move on the picture': () => [film, movePlaces(film, 'main', ['lamp', 'child'], [3, 4], how(10, true))],
  'stretch': () => [film, stretchLayers(film, 'main', ['lamp', 'tram'], 'end', 50, newId)],
  'split': () => [film, splitLayers(film, 'main', ['lamp', 'tram'], 30, newId)],
  'mark a layer': () => [film, addMarkers(film, 'main', ['lamp'], [12], newId)],
  'mark the composition': () => [film, addMarkers(film, 'main', [], [12], newId)],
  'name a marker': () => [film, setMarkers(film, 'main', [{ layer: 'tram', marker: 'm' }], { name: 'stop', fires: false, note: 'doors' })],
  'delete a marker': () => [film, deleteMarkers(film, 'main', [{ layer: 'tram', marker: 'm' }])],
  'nest layers': () => [film, nestLayers(film, 'main', ['lamp', 'child'], nesting())],
  'nest for their bars': () => [film, nestLayers(film, 'main', ['lamp'], nesting({ length: 'bars' }))],
  'nest pictures': () => [film, nestLayers(film, 'main', ['lamp', 'tram'], nesting({ inside: 'picture', bounds: () => [-5, -10, 5, 10] }))],
  'duplicate layers': () => [film, duplicateLayers(film, 'main', ['lamp', 'child'], newId)],
  'copy into another composition': () => [film, pasteLayers(film, 'reel', copyLayers(film, 'main', ['lamp', 'child'])!, { at: 4, above: 'bar', newId })],
  'paste keys': () => [film, pasteKeys(film, 'main', ['child', 'tram'], copyKeys(film, 'main', [{ layer: 'lamp', track: 'x', key: 'a' }, { layer: 'lamp', track: 'x', key: 'b' }])!, { frame: 50, newId })],
  'smooth keys': () => [film, shapeKeys(film, 'main', LAMP_KEYS, 'smooth')],
  'hold keys': () => [film, shapeKeys(film, 'main', LAMP_KEYS.slice(0, 2), 'held')],
  'swing on after the last key': () => [film, setOutside(film, 'main', [{ layer: 'lamp', track: 'x' }], 'after', 'swing')],
  'fill with a run': () => [film, setFillKind(film, 'main', ['lamp'], 'linear', box, newId)],
  'set a dash': () => [film, setInk(film, 'main', ['lamp'], 'stroke', { dash: [4, 2], cap: 'round' })],
  'blend': () => [film, setLayerField(film, 'main', ['lamp', 'tram'], 'blend', 'screen')],
  'solo': () => [film, setLayerField(film, 'main', ['lamp'], 'solo', true)],
  'name a composition': () => [film, setComposition(film, 'reel', { name: 'Wheel', background: '#102030' })],
  'range': () => [film, setComposition(film, 'main', { range: [-4, 60] })],
  'lengthen': () => [film, setDuration(film, 'main', 150)],
  'shorten': () => [film, setDuration(film, 'main', 50)],
  'another rate': () => [film, setRate(film, 'reel', [60, 1])],
  'another rate of the film': () => [film, setRate(film, 'main', [24000, 1001])],
  'new composition': () => [film, addComposition(film, newComposition(newId(), 'Blank', { width: 100, height: 100, rate: [25, 1], duration: 50 }))],
  'duplicate a composition': () => [film, duplicateComposition(film, 'reel', newId())],
  'delete a composition': () => { const more = done(film, duplicateComposition(film, 'reel', 'spare')); return [more, deleteComposition(more, 'spare')]; },
  'another film': () => [film, setMain(film, 'reel')],
  'rename the project': () => [film, renameProject(film, 'Day tram')],
  'bring in media': () => [film, addAssets(film, [asset as never])],
  'replace media': () => [withPicture, setAsset(withPicture, 'pic', { hash: 'b'.repeat(64), width: 30 })],
  'take media out': () => [withPicture, deleteAsset(withPicture, 'pic')],
};

describe('every one of these edits', () => {
  for (const [name, make] of Object.entries(DRAFTS)) {
    test(`${name}: fits the document, is written and read, and is taken back whole`, () => {
      const [before, draft] = make();
      const after = done(before, draft);
      expect(after).not.toBe(before);
      const read = readProject(writeProject(after));
      expect(read.ok && read.value).toEqual(after);
      expect(applyPatches(after, invertPatches((draft as Draft).patches)).project).toEqual(before);
    });
  }
});

describe('new layers', () => {
  test('are what reading a file of the same would give', () => {
    for (const layer of [newShape('a', 'A', [[0, 9]], 'star', { sides: 7 }), newText('b', 'B', [[0, 9]], {}), newNull('c', 'C', [[0, 9]], {}), newNest('d', 'D', [[0, 9]], 'reel'), newImage('e', 'E', [[0, 9]], 'pic')]) {
      const read = readLayer(toLayerFile(layer), 9);
      expect(read.ok && read.value).toEqual(layer);
    }
  });
  test('go above the layer that is named', () => {
    const after = done(film, addLayers(film, 'main', [newNull('n', 'N', [[0, 9]], {})], 'lamp'));
    expect(main(after).layers.order).toEqual(['tram', 'n', 'lamp', 'child']);
  });
});

describe('order', () => {
  const order = (draft: Draft | null) => (draft ? main(done(film, draft)).layers.order : null);
  test('layers move before another, together and in their own order', () => {
    expect(order(reorderLayers(film, 'main', ['child', 'lamp'], 'tram'))).toEqual(['lamp', 'child', 'tram']);
    expect(order(reorderLayers(film, 'main', ['tram'], null))).toEqual(['lamp', 'child', 'tram']);
    expect(reorderLayers(film, 'main', ['tram'], 'lamp')).toBeNull();
  });
  test('a step up and down, and all the way', () => {
    expect(order(stepLayers(film, 'main', ['lamp'], 'up'))).toEqual(['lamp', 'tram', 'child']);
    expect(order(stepLayers(film, 'main', ['lamp'], 'down'))).toEqual(['tram', 'child', 'lamp']);
    expect(order(stepLayers(film, 'main', ['tram'], 'bottom'))).toEqual(['lamp', 'child', 'tram']);
    expect(stepLayers(film, 'main', ['tram'], 'top')).toBeNull();
  });
});

describe('poses', () => {
  const pose = fc.record({ x: fc.integer({ min: -500, max: 500 }), y: fc.integer({ min: -500, max: 500 }), scaleX: fc.integer({ min: 5, max: 400 }), scaleY: fc.oneof(fc.integer({ min: 5, max: 400 }), fc.integer({ min: -400, max: -5 })), rotation: fc.integer({ min: -900, max: 900 }), skew: fc.integer({ min: -70, max: 70 }), pivotX: fc.integer({ min: -50, max: 50 }), pivotY: fc.integer({ min: -50, max: 50 }) });
  test('a pose read off its matrix is the pose that made it, many turns and all', () => {
    fc.assert(fc.property(pose, (values) => {
      const project = projectOf([{ id: 'main', name: 'Main', layers: [{ id: 'a', name: 'A', kind: 'null', channels: Object.fromEntries(Object.entries(values).map(([name, value]) => [name, { value }])) as never }] }]);
      const read = poseFor(worldOf(project, 'a', 0), [values.pivotX, values.pivotY], values);
      for (const [name, value] of Object.entries(values)) expect(read[name as keyof typeof read]).toBeCloseTo(value, 6);
      expect(poseAt(project, main(project), layerOf(project, 'a'), 0)).toEqual(values);
    }));
  });
  test('layers land where they are placed, whatever they follow', () => {
    fc.assert(fc.property(pose, pose, (parent, child) => {
      const layer = (id: string, values: object, more: object = {}) => ({ id, name: id, kind: 'null', channels: Object.fromEntries(Object.entries(values).map(([name, value]) => [name, { value }])), ...more }) as never;
      const project = projectOf([{ id: 'main', name: 'Main', layers: [layer('p', { ...parent, scaleY: 100, scaleX: 100 }), layer('c', child, { parent: 'p' })] }]);
      const world: Matrix = multiply([1, 0.25, -0.5, 1.5, 20, 30], IDENTITY);
      const draft = placeLayers(project, 'main', [{ layer: 'c', world }], how(0));
      close(worldOf(done(project, draft), 'c', 0), world, 0);
    }), { numRuns: 60 });
  });
  test('a new parent does not make a layer jump, and rings are refused', () => {
    const after = done(film, setParent(film, 'main', ['child'], null, how(10)));
    close(worldOf(after, 'child', 10), worldOf(film, 'child', 10));
    expect(layerOf(after, 'child').parent).toBeNull();
    expect(refusal(setParent(film, 'main', ['lamp'], 'child', how(0)))).toMatch(/ring/);
    expect(refusal(setParent(film, 'main', ['lamp'], 'lamp', how(0)))).toMatch(/its own parent/);
  });
  test('what lands on nought lands on plain nought, and the document stays whole', () => {
    const after = done(film, placeLayers(film, 'main', [{ layer: 'tram', world: [1, 0, 0, 1, -0.001, -4] }], how(0)));
    const moved = done(after, placeLayers(after, 'main', [{ layer: 'tram', world: [-1, -0, 0, -1, -0.004, -0.001] }], how(0)));
    for (const channel of ['x', 'y', 'rotation']) expect(Object.is(valueAt(moved, 'tram', channel, 0), -0)).toBe(false);
    const zero = applyPatches(after, [{ path: ['compositions', 'by', 'main', 'layers', 'by', 'tram', 'start'], from: 0, to: -0 }]);
    expect(validateTouched(zero.project, [{ path: ['compositions', 'by', 'main', 'layers', 'by', 'tram', 'start'] }])).toEqual([]);
  });
  test('a gesture is told by its own word, with the keys that it set or moved', () => {
    const labels = [how(10), how(10, true)].map((keying) => movePlaces(film, 'main', ['lamp'], [3, 4], keying)!.label);
    expect(labels).toEqual(['Move Lamp, 3 keys moved', 'Move Lamp, 2 keys set']);
    expect(movePlaces(film, 'main', ['tram', 'lamp'], [3, 0], how(10))!.label).toBe('Move 2 layers, 3 keys moved');
    expect(placeLayers(film, 'main', [{ layer: 'tram', world: [2, 0, 0, 2, 0, 0] }], how(0), 'Size')!.label).toBe('Size Tram');
    expect(placeLayers(film, 'main', [{ layer: 'tram', world: IDENTITY }], how(0), 'Size')).toBeNull();
  });
  test('a chosen child of a chosen parent moves once', () => {
    const after = done(film, movePlaces(film, 'main', ['lamp', 'child'], [8, 0], how(10)));
    expect(worldOf(after, 'child', 10)[4]).toBeCloseTo(worldOf(film, 'child', 10)[4] + 8, 2);
  });
});

describe('stretching and splitting', () => {
  test('keys, markers and what a nest shows stretch with the bar', () => {
    const after = done(film, stretchLayers(film, 'main', ['lamp', 'tram'], 'end', 100, newId));
    expect(inTime(trackAt(after, layerOf(after, 'lamp'), 'x')!.channel!.keys).map((key) => key.at)).toEqual([0, 40, 80]);
    expect(Object.values(layerOf(after, 'tram').markers)[0]!.at).toBe(60);
    for (let frame = 0; frame < 100; frame += 7) expect(sourceTimeAt(after, main(after), layerOf(after, 'tram'), frame * 2)).toBeCloseTo(sourceTimeAt(film, main(film), layerOf(film, 'tram'), frame)!, 6);
    const back = done(after, stretchLayers(after, 'main', ['tram'], 'end', -100, newId));
    expect(inOrder(layerOf(back, 'tram').timing).map((node) => node.op)).toEqual(['speed', 'loop']);
    expect(sourceTimeAt(back, main(back), layerOf(back, 'tram'), 41)).toBeCloseTo(1, 6);
  });
  test('stretched by its start, the end stays; values at stretched moments are the same', () => {
    fc.assert(fc.property(fc.integer({ min: -80, max: 90 }), (by) => {
      if (by === 0) return;
      const after = done(film, stretchLayers(film, 'main', ['lamp'], 'start', by, newId));
      const factor = (100 - by) / 100;
      expect(layerOf(after, 'lamp').spans[0]![1]).toBeCloseTo(100, 5);
      for (const frame of [0, 5, 20, 33, 40]) expect(valueAt(after, 'lamp', 'x', 100 + (frame - 100) * factor)).toBeCloseTo(valueAt(film, 'lamp', 'x', frame) as number, 3);
    }), { numRuns: 30 });
  });
  test('a split changes no picture', () => {
    const after = done(film, splitLayers(film, 'main', ['lamp'], 30, newId));
    const items = (project: Project, frame: number) => evaluateFrame(project, 'main', frame, { faces: () => null, purpose: 'output' })!.root.items.length;
    for (const frame of [0, 29, 30, 31, 99]) expect(items(after, frame)).toBe(items(film, frame));
    expect(main(after).layers.order.length).toBe(4);
    expect(splitLayers(film, 'main', ['lamp'], 0, newId)).toBeNull();
  });
});

describe('nests', () => {
  const worldIn = (project: Project, frame: number) => {
    const nest = inOrder(main(project).layers).find((layer) => layer.kind === 'nest' && layer.source !== 'reel')!;
    const inner = 'source' in nest ? nest.source : '';
    return multiply(worldOf(project, nest.id, frame), worldMatrix(project, project.compositions.by[inner]!, project.compositions.by[inner]!.layers.by['child']!, sourceTimeAt(project, main(project), nest, frame, true)!, new Map()));
  };
  test('layers nested whole stay where they were, at every frame', () => {
    for (const length of ['whole', 'bars'] as const) {
      const after = done(film, nestLayers(film, 'main', ['lamp', 'child'], nesting({ length })));
      for (const frame of [0, 10, 33, 60]) close(worldIn(after, frame), worldOf(film, 'child', frame), 6);
    }
  });
  test('a nest made by hand has its pivot in the middle of what is inside, and stands where that stood', () => {
    const after = done(film, nestLayers(film, 'main', ['lamp', 'child'], nesting()));
    const nest = inOrder(main(after).layers).find((layer) => layer.name === 'Group')!;
    // At frame 10 the lamp is at 50, 10 and its follower 5 further; each box reaches 50 to all sides.
    expect(['x', 'y', 'pivotX', 'pivotY'].map((name) => valueAt(after, nest.id, name, 10))).toEqual([52.5, 10, 52.5, 10]);
    close(worldOf(after, nest.id, 10), IDENTITY, 9);
  });
  test('an opacity or a blend that layers share rides outside only where they never overlap', () => {
    const dot = (id: string, x: number, opacity: number): LayerInput => ({ id, name: id, kind: 'shape', blend: 'multiply', channels: { x: { value: x }, width: { value: 40 }, height: { value: 40 }, opacity: { value: opacity } } }) as LayerInput;
    const film2 = (layers: LayerInput[]) => projectOf([{ id: 'main', name: 'Main', duration: 20, layers }]);
    const asked = (project: Project) => Object.fromEntries(ridersOf(project, 'main', ['a', 'b'], [], () => [-20, -20, 20, 20]).map(({ rider, why }) => [rider, why]));
    expect(asked(film2([dot('a', 0, 50), dot('b', 100, 50)]))).toMatchObject({ opacity: null, place: 'Each layer has a place of its own.' });
    expect(asked(film2([dot('a', 0, 50), dot('b', 30, 50)]))['opacity']).toBe('a and b overlap at frame 0: as one they would look different.');
    expect(asked(film2([dot('a', 0, 50), dot('b', 100, 60)]))['opacity']).toBe('Each layer has an opacity of its own.');
    expect(naturalRiders(film2([dot('a', 0, 50), dot('b', 100, 50)]), main(film2([dot('a', 0, 50), dot('b', 100, 50)])), inOrder(main(film2([dot('a', 0, 50), dot('b', 100, 50)])).layers))).toEqual(['blend']);
    const apart = film2([dot('a', 0, 50), dot('b', 100, 50)]);
    const after = done(apart, nestLayers(apart, 'main', ['a', 'b'], nesting({ outside: ['blend', 'opacity'], bounds: () => [-20, -20, 20, 20] })));
    const nest = inOrder(main(after).layers)[0]!;
    expect([nest.blend, valueAt(after, nest.id, 'opacity', 0)]).toEqual(['multiply', 50]);
    expect(refusal(nestLayers(apart, 'main', ['a', 'b'], nesting({ outside: ['blend', 'place'] })))).toMatch(/place of its own/);
  });
  test('a follower nested without its leader takes the parent to the nest, so it still follows', () => {
    const after = done(film, nestLayers(film, 'main', ['child'], nesting()));
    for (const frame of [0, 10, 33]) close(worldIn(after, frame), worldOf(film, 'child', frame), 6);
  });
  test('a leader nested without its follower leaves it where it is', () => {
    const after = done(film, nestLayers(film, 'main', ['lamp'], nesting()));
    for (const frame of [0, 10, 33, 90]) close(worldOf(after, 'child', frame), worldOf(film, 'child', frame));
    expect(layerOf(after, layerOf(after, 'child').parent!)).toMatchObject({ kind: 'null', name: 'Lamp' });
  });
  test('a picture alone goes inside; pose and keys stay on the nest', () => {
    const after = done(film, nestLayers(film, 'main', ['lamp'], nesting({ inside: 'picture', bounds: () => [-50, -50, 50, 50] })));
    const lamp = layerOf(after, 'lamp');
    expect(lamp.kind).toBe('nest');
    for (const frame of [0, 10, 33]) {
      expect(valueAt(after, 'lamp', 'x', frame)).toBe(valueAt(film, 'lamp', 'x', frame));
      const inner = 'source' in lamp ? lamp.source : '';
      close(multiply(worldOf(after, 'lamp', frame), worldOf(after, 'lamp', frame, inner)), worldOf(film, 'lamp', frame), 6);
      close(worldOf(after, 'child', frame), worldOf(film, 'child', frame), 6);
    }
  });
  test('taken apart again, everything is where it was', () => {
    const nested = done(film, nestLayers(film, 'main', ['lamp', 'child'], nesting({ length: 'bars' })));
    const nest = inOrder(main(nested).layers).find((layer) => layer.name === 'Group')!;
    const draft = unnestLayer(nested, 'main', nest.id, newId) as Draft & { made: string[] };
    const after = done(nested, draft);
    for (const frame of [0, 10, 33]) close(worldOf(after, draft.made[1]!, frame), worldOf(film, 'child', frame), 6);
    const moved = done(nested, placeLayers(nested, 'main', [{ layer: nest.id, world: [0, 2, -2, 0, 11, 12] }], how(0)));
    // Turned, its frame cuts what was at the edge of the picture: that has to be decided first.
    expect(refusal(unnestLayer(moved, 'main', nest.id, newId))).toMatch(/clipped to its frame/);
    const free = done(moved, setLayerField(moved, 'main', [nest.id], 'clipFrame', false));
    const apart = unnestLayer(free, 'main', nest.id, newId) as Draft & { made: string[] };
    close(worldOf(done(free, apart), apart.made[1]!, 10), multiply([0, 2, -2, 0, 11, 12], worldOf(film, 'child', 10)), 4);
  });
  test('what cannot come out as it is is refused in words', () => {
    expect(refusal(unnestLayer(film, 'main', 'tram', newId))).toMatch(/take its timing off/);
    expect(unnestLayer(film, 'main', 'lamp', newId)).toBeNull();
  });
});

describe('the clipboard', () => {
  test('layers go to another project with their nests and media, read back from text', () => {
    const other = projectOf([{ id: 'main', name: 'Other', rate: [60, 1], duration: 200, layers: [] }, { id: 'reel', name: 'Another reel' }]);
    const text = clipText(copyLayers(film, 'main', ['tram', 'lamp', 'child'])!);
    const read = readProject(text);
    if (!read.ok) throw new Error('not read');
    const draft = pasteLayers(other, 'main', read.value, { at: 30, above: null, newId })!;
    const after = done(other, draft);
    const [tram, lamp, child] = draft.made.map((id) => layerOf(after, id)) as [never, never, never];
    expect((lamp as { start: number }).start).toBe(30);
    expect(valueAt(after, (lamp as { id: string }).id, 'x', 70)).toBe(100);
    expect((child as { parent: string }).parent).toBe((lamp as { id: string }).id);
    const { source } = tram as { source: string };
    expect(source).not.toBe('reel');
    expect(after.compositions.by[source]!.name).toBe('Reel');
  });
  test('pasted where they came from, compositions are used again', () => {
    const after = done(film, pasteLayers(film, 'main', copyLayers(film, 'main', ['tram'])!, { at: null, above: 'tram', newId }));
    expect(after.compositions.order).toEqual(['main', 'reel']);
  });
  test('keys land at the frame, give way to none and keep their curve', () => {
    const clip = copyKeys(film, 'main', [{ layer: 'lamp', track: 'x', key: 'b' }, { layer: 'lamp', track: 'x', key: 'c' }])!;
    const after = done(film, pasteKeys(film, 'main', ['lamp'], clip, { frame: 40, newId }));
    expect(inTime(trackAt(after, layerOf(after, 'lamp'), 'x')!.channel!.keys).map((key) => [key.at, key.value])).toEqual([[0, 0], [20, 100], [40, 100], [60, 50]]);
  });
});

describe('compositions', () => {
  test('another rate keeps every moment in seconds, in every use', () => {
    const after = done(film, setRate(film, 'reel', [60, 1]));
    expect(after.compositions.by['reel']!.duration).toBe(40);
    for (const frame of [0, 3, 20, 27]) expect(sourceTimeAt(after, main(after), layerOf(after, 'tram'), frame)).toBeCloseTo(sourceTimeAt(film, main(film), layerOf(film, 'tram'), frame)! * 2, 6);
    const slower = done(film, setRate(film, 'main', [15, 1]));
    expect(valueAt(slower, 'lamp', 'x', 5)).toBeCloseTo(valueAt(film, 'lamp', 'x', 10) as number, 6);
  });
  test('bars that ran to the end run to the new one', () => {
    expect(layerOf(done(film, setDuration(film, 'main', 150)), 'lamp').spans).toEqual([[0, 150]]);
    expect(layerOf(done(film, setDuration(film, 'main', 50)), 'lamp').spans).toEqual([[0, 50]]);
    expect(layerOf(done(film, setDuration(film, 'main', 50, 'stay')), 'lamp').spans).toEqual([[0, 100]]);
    expect(layerOf(done(film, setDuration(film, 'main', 150, 'stay')), 'lamp').spans).toEqual([[0, 100]]);
    expect(main(done(film, setComposition(film, 'main', { range: [-4, 900] }) ?? setComposition(film, 'main', { range: [5, 4] }))).range).toEqual([5, 6]);
  });
  test('a loop that ended where its source did ends where it does now; one that ended before stays', () => {
    const after = done(film, setDuration(film, 'reel', 30));
    expect(layerOf(after, 'tram').timing.by['run']).toMatchObject({ to: 30 });
    expect(setDuration(film, 'reel', 30)).toMatchObject({ told: '1 loop or reverse ended where Reel did and ends at 30 now.' });
    const short = done(film, setOperator(film, 'main', [{ layer: 'tram', operator: 'run' }], { to: 12 }));
    expect(layerOf(done(short, setDuration(short, 'reel', 30)), 'tram').timing.by['run']).toMatchObject({ to: 12 });
  });
  test('another rate may keep the frames instead', () => {
    const after = done(film, setRate(film, 'main', [15, 1], 'frames'));
    expect([main(after).rate, main(after).duration, layerOf(after, 'lamp').spans]).toEqual([[15, 1], 100, [[0, 100]]]);
    expect(valueAt(after, 'lamp', 'x', 20)).toBe(100);
  });
  test('another size leaves what is inside, or scales it about the middle, keys and all', () => {
    const { width, height } = main(film);
    const stays = done(film, setSize(film, 'main', [width / 2, height / 2], 'stays'));
    expect([main(stays).width, layerOf(stays, 'lamp')]).toEqual([width / 2, layerOf(film, 'lamp')]);
    const half = done(film, setSize(film, 'main', [width / 2, height], 'scales'));
    for (const frame of [0, 13, 33]) for (const id of ['lamp', 'child', 'tram']) close(worldOf(half, id, frame), multiply([0.5, 0, 0, 0.5, 0, height / 4], worldOf(film, id, frame)), 4);
  });
  test('what is shown somewhere is not deleted', () => {
    expect(refusal(deleteComposition(film, 'reel'))).toMatch(/Tram in Main/);
    expect(usesOf(film, 'reel').map(({ layer }) => layer.id)).toEqual(['tram']);
    const used = done(withPicture, addLayers(withPicture, 'main', [newImage('i', 'Photo', [[0, 9]], 'pic')], null));
    expect(refusal(deleteAsset(used, 'pic'))).toMatch(/Photo in Main/);
    const many = done(withPicture, addLayers(withPicture, 'main', Array.from({ length: 6 }, (_, i) => newImage(`i${i}`, 'Photo', [[0, 9]], 'pic')), null));
    expect(refusal(deleteAsset(many, 'pic'))).toMatch(/Photo in Main, Photo 2 in Main, Photo 3 in Main and 3 more/);
  });
});

describe('another picture in place of one', () => {
  const other = { ...asset, id: 'wide', name: 'Wide', hash: 'b'.repeat(64), width: 400, height: 100 };
  const start = done(done(withPicture, addAssets(withPicture, [other as never])), addLayers(withPicture, 'main', [newImage('i', 'Photo', [[0, 50]], 'pic', { x: 30, y: 40, pivotX: 3, pivotY: 4, scaleX: 200, scaleY: 300, rotation: 20 })], null));
  const corner = (project: Project, u: number, v: number) => {
    const source = project.assets.by[(layerOf(project, 'i') as { source: string }).source] as { width: number; height: number };
    return transform(worldOf(project, 'i', 5), source.width * u, source.height * v);
  };
  test.each([
    ['shown by a layer', () => setLayerField(start, 'main', ['i'], 'source', 'wide')],
    ['given to the asset', () => setAsset(start, 'pic', { hash: 'c'.repeat(64), width: 400, height: 100 })],
  ])('%s keeps its middle and its shown height', (_, make) => {
    const after = done(start, make());
    const tall = (project: Project) => Math.hypot(corner(project, 0, 1)[0] - corner(project, 0, 0)[0], corner(project, 0, 1)[1] - corner(project, 0, 0)[1]);
    expect(tall(after)).toBeCloseTo(tall(start), 3);
    corner(after, 0.5, 0.5).forEach((part, i) => expect(part).toBeCloseTo(corner(start, 0.5, 0.5)[i]!, 3));
  });
});

describe('one after another', () => {
  const bar = (project: Project, id: string) => [layerOf(project, id).start, ...layerOf(project, id).spans.flat()];
  test('so many frames each, in the order given, with what overlaps', () => {
    const after = done(film, sequenceLayers(film, 'main', ['child', 'lamp', 'tram'], { each: 30, overlap: 5 }));
    expect([bar(after, 'child'), bar(after, 'lamp'), bar(after, 'tram')]).toEqual([[0, 0, 30], [25, 25, 55], [50, 50, 80]]);
    expect(layerOf(after, 'tram').markers['m']!.at).toBe(80);
  });
  test('as long as each is, when no length is given; one alone is no sequence', () => {
    const short = done(film, trimLayers(film, 'main', ['child'], 'end', -60));
    expect(bar(done(short, sequenceLayers(short, 'main', ['child', 'lamp'], { each: null, overlap: 0 })), 'lamp')).toEqual([40, 40, 140]);
    expect(sequenceLayers(film, 'main', ['lamp'], { each: 3, overlap: 0 })).toBeNull();
  });
});

describe('names', () => {
  test('a second one of a name gets a number, also the later part of a split', () => {
    expect([nextName('Lamp', new Set()), nextName('Lamp', new Set(['Lamp'])), nextName('Lamp 2', new Set(['Lamp', 'Lamp 2']))]).toEqual(['Lamp', 'Lamp 2', 'Lamp 3']);
    const split = splitLayers(film, 'main', ['lamp'], 30, newId)!;
    expect(main(done(film, split)).layers.by[split.made[0]!]!.name).toBe('Lamp 2');
    const twice = done(film, duplicateLayers(film, 'main', ['lamp', 'child'], newId));
    expect(inOrder(main(twice).layers).map(({ name }) => name)).toEqual(['Tram', 'Lamp 2', 'Child 2', 'Lamp', 'Child']);
    expect(inOrder(done(film, duplicateComposition(film, 'reel', 'reel2')).compositions).map(({ name }) => name)).toEqual(['Main', 'Reel', 'Reel 2']);
  });
  test('a text is called by its words until it is named', () => {
    const words = (project: Project, value: string) => done(project, setValues(project, 'main', [{ layer: 't', track: 'text', value }], how(0)));
    const text = done(film, addLayers(film, 'main', [newText('t', 'Text', [[0, 100]], { text: '' })], null));
    const first = words(text, 'Line 9 runs\nall night');
    expect(layerOf(first, 't').name).toBe('Line 9 runs');
    expect(layerOf(words(first, 'x'.repeat(80)), 't').name).toMatch(/^x{38} …$/);
    const named = done(first, setLayerField(first, 'main', ['t'], 'name', 'Title'));
    expect(layerOf(words(named, 'Other'), 't').name).toBe('Title');
  });
});

describe('fills', () => {
  test('a run starts from the flat colour, gets more stops and keeps two', () => {
    const run = done(film, setFillKind(film, 'main', ['lamp'], 'radial', box, newId));
    const more = done(run, addStop(run, 'main', 'lamp', 'mid'));
    const lamp = layerOf(more, 'lamp');
    if (lamp.kind !== 'shape') throw new Error('no shape');
    expect(lamp.fill.stops.by['mid']!.channels.at!.value).toBe(50);
    const less = done(more, deleteStop(more, 'main', 'lamp', 'mid'));
    expect(deleteStop(less, 'main', 'lamp', lamp.fill.stops.order[0]!)).toBeNull();
    expect(coloursOf(film)[0]).toEqual([1, 1, 1, 1]);
  });
});

describe('how the motion goes through keys', () => {
  const keyOf = (project: Project, key: string) => trackAt(project, layerOf(project, 'lamp'), 'x')!.channel!.keys[key]!;
  test('smooth, and straight again, is as it was', () => {
    const smooth = done(film, shapeKeys(film, 'main', LAMP_KEYS, 'smooth'));
    expect(keyOf(smooth, 'b')).toMatchObject({ right: 'smooth', left: 'smooth' });
    expect(valueAt(smooth, 'lamp', 'x', 5)).not.toBeCloseTo(25, 1);
    expect(valueAt(smooth, 'lamp', 'x', 20)).toBe(100);
    expect(done(smooth, shapeKeys(smooth, 'main', LAMP_KEYS, 'straight'))).toEqual(film);
    expect(shapeKeys(film, 'main', LAMP_KEYS, 'straight')).toBeNull();
  });
  test('a hold keeps what it takes the place of, and gives it back', () => {
    const smooth = done(film, shapeKeys(film, 'main', LAMP_KEYS, 'smooth'));
    const held = done(smooth, shapeKeys(smooth, 'main', LAMP_KEYS.slice(0, 1), 'held'));
    expect([0, 10, 19.99].map((frame) => valueAt(held, 'lamp', 'x', frame))).toEqual([0, 0, 0]);
    const draft = shapeKeys(held, 'main', LAMP_KEYS.slice(0, 1), 'held')!;
    expect(draft.label).toBe('Let go of 1 key');
    expect(done(held, draft)).toEqual(smooth);
    // With some held and some not, all are held first.
    const all = done(held, shapeKeys(held, 'main', LAMP_KEYS, 'held'));
    expect(LAMP_KEYS.every(({ key }) => isHeldKey(keyOf(all, key)))).toBe(true);
    expect(keyOf(all, 'a').kept).toBe('smooth');
  });
  test('a channel repeats, climbs, swings and glides after its last key', () => {
    const at = (rule: 'repeat' | 'climb' | 'swing' | 'hold') => {
      const draft = setOutside(film, 'main', [{ layer: 'lamp', track: 'x' }, { layer: 'lamp', track: 'y' }], 'after', rule);
      return valueAt(draft ? done(film, draft) : film, 'lamp', 'x', 60);
    };
    // Keys 0, 100, 50 at 0, 20, 40: half a play after the end.
    expect([at('hold'), at('repeat'), at('climb'), at('swing')]).toEqual([50, 100, 150, 100]);
    expect(setOutside(film, 'main', [{ layer: 'lamp', track: 'y' }], 'after', 'swing')).toBeNull();
  });
});

test('a composition with the id `clip` is copied and duplicated like any other', () => {
  const project = projectOf([
    { id: 'main', name: 'Main', duration: 60, layers: [{ id: 'n', name: 'N', kind: 'nest', source: 'clip' }] },
    { id: 'clip', name: 'Clip', duration: 20, layers: [{ id: 'a', name: 'A', kind: 'shape' }, { id: 'b', name: 'B', kind: 'nest', source: 'clip-' }] }, { id: 'clip-', name: 'Other', duration: 20 },
  ]);
  const draft = duplicateLayers(project, 'main', ['n'], newId)!;
  const after = done(project, draft);
  expect(after.compositions.order).toEqual(['main', 'clip', 'clip-']);
  expect(main(after).layers.order.map((id) => (main(after).layers.by[id] as { source: string }).source)).toEqual(['clip', 'clip']);
  const inside = duplicateLayers(project, 'clip', ['a', 'b'], newId)!;
  expect(done(project, inside).compositions.by['clip']!.layers.order.length).toBe(4);
});

describe('many layers', () => {
  test('splitting counts those that were split, and comes to the same for each of them', () => {
    const layers = [0, 10, 40].map((from, i): LayerInput => ({ id: `l${i}`, name: `L${i}`, kind: 'null', spans: [[from, from + 20]] }));
    const project = projectOf([{ id: 'main', name: 'Main', duration: 100, layers }]);
    const draft = splitLayers(project, 'main', ['l0', 'l1', 'l2'], 15, newId)!;
    expect(draft.label).toBe('Split 2 layers');
    expect(main(done(project, draft)).layers.order.length).toBe(5);
    expect(main(done(project, draft)).layers.order.filter((id) => id.startsWith('l'))).toEqual(['l0', 'l1', 'l2']);
  });
});
