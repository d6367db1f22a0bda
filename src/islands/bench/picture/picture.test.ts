import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { applyPatches, work, type Draft } from '../../../core/commands';
import { transform } from '../../../core/display';
import { evaluateFrame } from '../../../core/evaluate';
import { worldMatrix, trackAt } from '../../../core/scene';
import { readLayer, toLayerFile, type Project } from '../../../core/model';
import { projectOf, smallFilm, type LayerInput } from '../../../../tests/support/projects';
import { gripAt, gripsOf } from './grips';
import type { ReshapeStep } from './reshape';
import { catchGuides, guideLines } from './guides';
import { drivenSigns } from './driven-signs';
import { motionPath } from './motion-path';
import { drawnPath, drawnShape, drawnText } from './new-shape';
import { movePathPoint, removePathPoint } from './path-edit';
import { panPicture, placePicture, zoomPictureAt } from './place-picture';
import { angleBetween, dragGrip, moveSelection, type Reshape } from './reshape';
import { layersInside, selectionBox } from './selection-box';

const FITTED = { zoom: null, centre: [0, 0], pixels: false } as const;
const SIZE = { width: 1280, height: 720 };

describe('where the picture lies', () => {
  test('it fits its room, in whole pixels', () =>
    fc.assert(fc.property(fc.integer({ min: 60, max: 3000 }), fc.integer({ min: 60, max: 2000 }), (w, h) => {
      const { region, device } = placePicture([w, h], SIZE, FITTED, 1, 1);
      return region.left >= 13 && region.top >= 13 && region.left + region.width <= w - 13 && region.top + region.height <= h - 13 && device[0] >= 1 && device[1] >= 1;
    })));
  test('close up, only what is in sight is painted, at the right place', () => {
    const place = placePicture([600, 400], SIZE, { zoom: 4, centre: [640, 360], pixels: false }, 2, 1);
    expect(place.region).toEqual({ left: 0, top: 0, width: 600, height: 400 });
    expect(place.device).toEqual([1200, 800]);
    // The middle of the composition lies in the middle of the canvas.
    expect(transform(place.matrix, 640, 360)).toEqual([600, 400]);
  });
  test('less quality and own pixels paint fewer of them', () => {
    expect(placePicture([600, 400], SIZE, { zoom: 1, centre: [640, 360], pixels: false }, 1, 4).device).toEqual([150, 100]);
    expect(placePicture([600, 400], SIZE, { zoom: 8, centre: [640, 360], pixels: true }, 2, 1).device).toEqual([75, 50]);
  });
  test('zooming keeps the point under the pointer', () =>
    fc.assert(fc.property(fc.integer({ min: 50, max: 550 }), fc.integer({ min: 50, max: 350 }), fc.double({ min: 1.1, max: 6, noNaN: true }), (x, y, factor) => {
      const at = (view: Parameters<typeof placePicture>[2]) => { const { origin, scale } = placePicture([600, 400], SIZE, view, 1, 1); return [(x - origin[0]) / scale, (y - origin[1]) / scale] as const; };
      const [before, after] = [at(FITTED), at(zoomPictureAt([600, 400], SIZE, FITTED, [x, y], factor))];
      return Math.abs(before[0] - after[0]) < 2 && Math.abs(before[1] - after[1]) < 2;
    })));
  test('panning never loses the picture', () => {
    const far = panPicture([600, 400], SIZE, { zoom: 2, centre: [640, 360], pixels: false }, 1e6, -1e6);
    expect(far.centre).toEqual([0, 720]);
  });
});

const box = (id: string, more: Partial<LayerInput> = {}) => ({ id, name: id, kind: 'shape', channels: { x: { value: 200 }, y: { value: 100 }, width: { value: 100 }, height: { value: 60 } }, ...more }) as LayerInput;
const scene = (...layers: readonly LayerInput[]) => projectOf([{ id: 'main', name: 'Main', width: 600, height: 300, layers: [...layers] }]);
const shownIn = (project: Project) => evaluateFrame(project, 'main', 0, { faces: () => null, purpose: 'bench' })!.layers;
const start = (project: Project, ids: readonly string[], pivot: readonly [number, number] = [200, 100]): Reshape => {
  const layers = shownIn(project).filter((layer) => ids.includes(layer.id));
  return { project, composition: 'main', layers, box: selectionBox(layers)!, pivot, guides: guideLines(600, 300, []) };
};
const now = (from: readonly [number, number], to: readonly [number, number], more: object = {}) => ({ from, to, snaps: false, straight: false, reach: 7, how: { frame: 0, keying: false, keepWas: false }, ...more });
const after = (project: Project, step: ReshapeStep | null) => { const { draft } = work(project, step!.event, step!.args as never, () => 'k'); const next = applyPatches(project, (draft as Draft).patches).project; return { next, value: (id: string, channel: string) => { const found = trackAt(project, next.compositions.by['main']!.layers.by[id]!, channel)!; return found.channel?.value ?? found.spec.start; }, world: (id: string) => worldMatrix(next, next.compositions.by['main']!, next.compositions.by['main']!.layers.by[id]!, 0, new Map()) }; };

describe('grips', () => {
  const [layer] = shownIn(scene(box('a')));
  const selection = selectionBox([layer!])!;
  const grips = gripsOf(selection, [200, 100], (point) => point);
  test('corners, sides, turning, leaning, and the pivot', () => {
    expect(gripAt(grips, [151, 71])).toEqual({ kind: 'size', u: 0, v: 0 });
    expect(gripAt(grips, [250, 100])).toEqual({ kind: 'size', u: 1, v: 0.5 });
    expect(gripAt(grips, [221, 100])).toEqual({ kind: 'pivot' });
    // The pivot's own place is free: there the layer is moved.
    expect(gripAt(grips, [200, 100])).toBeNull();
    expect(gripAt(grips, [300, 10])).toBeNull();
    expect(grips.map(({ grip }) => grip.kind).filter((kind) => kind !== 'size')).toEqual(['pivot', 'turn', 'lean']);
  });
  test('a pivot on a corner leaves the corner free', () => {
    const both = gripsOf(selection, [150, 70], (point) => point);
    expect(gripAt(both, [150, 70])).toEqual({ kind: 'size', u: 0, v: 0 });
    expect(gripAt(both, [171, 70])).toEqual({ kind: 'pivot' });
  });
  test('small boxes keep their corners free', () => expect(gripsOf(selection, [200, 100], ([x, y]) => [x * 0.2, y * 0.2]).filter(({ grip }) => grip.kind === 'size').length).toBe(4));
});

describe('a drag on the picture', () => {
  const one = scene(box('a'));
  test('a corner sizes both ways, and the other corner stays', () => {
    const { step, words } = dragGrip(start(one, ['a']), { kind: 'size', u: 1, v: 1 }, now([250, 130], [300, 160]), 0);
    const { value, world } = after(one, step);
    expect([value('a', 'scaleX'), value('a', 'scaleY'), words]).toEqual([150, 150, '150 %']);
    expect(transform(world('a'), -50, -30)).toEqual([150, 70]);
  });
  test('a side stretches one way', () => {
    const { value, world } = after(one, dragGrip(start(one, ['a']), { kind: 'size', u: 0, v: 0.5 }, now([150, 100], [100, 90]), 0).step);
    expect([value('a', 'scaleX'), value('a', 'scaleY')]).toEqual([150, 100]);
    expect(transform(world('a'), 50, 0)[0]).toBeCloseTo(250, 3);
  });
  test('sized through nothing it is mirrored, never lost', () => {
    const { value } = after(one, dragGrip(start(one, ['a']), { kind: 'size', u: 1, v: 0.5 }, now([250, 100], [150, 100]), 0).step);
    expect(Math.abs(value('a', 'scaleX') as number)).toBeGreaterThan(0);
    expect(after(one, dragGrip(start(one, ['a']), { kind: 'size', u: 1, v: 0.5 }, now([250, 100], [50, 100]), 0).step).world('a')[0]).toBeCloseTo(-1, 3);
  });
  test('a grip is caught by the lines of the frame', () => {
    const { step, caught } = dragGrip(start(one, ['a']), { kind: 'size', u: 1, v: 0.5 }, now([250, 100], [297, 100], { snaps: true }), 0);
    expect(caught).toEqual(expect.arrayContaining([{ axis: 'x', at: 300 }]));
    expect(after(one, step).value('a', 'scaleX')).toBe(150);
  });
  test('turns add up over whole turns, and stick to 45° when they are near', () => {
    expect(after(one, dragGrip(start(one, ['a']), { kind: 'turn' }, now([0, 0], [0, 0]), 400).step).value('a', 'rotation')).toBe(400);
    expect(after(one, dragGrip(start(one, ['a']), { kind: 'turn' }, now([0, 0], [0, 0], { snaps: true }), -91).step).value('a', 'rotation')).toBe(-90);
    expect(after(one, dragGrip(start(one, ['a']), { kind: 'turn' }, now([0, 0], [0, 0], { straight: true }), 22).step).value('a', 'rotation')).toBe(15);
  });
  test('leaning keeps the upper side', () => {
    const { value, world } = after(one, dragGrip(start(one, ['a']), { kind: 'lean' }, now([220, 130], [280, 130]), 0).step);
    expect(value('a', 'skew')).toBe(45);
    expect(transform(world('a'), 0, -30)[0]).toBeCloseTo(200, 2);
  });
  test('the pivot moves and the layer does not, not even keyed', () => {
    const { step } = dragGrip(start(one, ['a']), { kind: 'pivot' }, now([200, 100], [252, 131], { snaps: true, how: { frame: 0, keying: true, keepWas: false } }), 0);
    const { value, world } = after(one, step);
    expect([value('a', 'pivotX'), value('a', 'pivotY'), value('a', 'x'), value('a', 'y')]).toEqual([50, 30, 250, 130]);
    expect(world('a')).toEqual(start(one, ['a']).layers[0]!.matrix);
  });
  test('several are changed as one, around their box', () => {
    const two = scene(box('a'), box('b', { channels: { x: { value: 400 }, y: { value: 100 }, rotation: { value: 30 } } } as never));
    const all = start(two, ['a', 'b'], [300, 100]);
    expect(all.box.single).toBe(false);
    const { world } = after(two, dragGrip(all, { kind: 'turn' }, now([0, 0], [0, 0]), 90).step);
    expect(world('a')[4]).toBeCloseTo(300, 1);
    expect(world('a')[5]).toBeCloseTo(0, 1);
    expect(world('b')[5]).toBeCloseTo(200, 1);
  });
  test('moving is caught by middles and edges, and kept to one axis', () => {
    const { step, caught } = moveSelection(start(one, ['a']), [150, 70, 250, 130], now([0, 0], [97, 1], { snaps: true }));
    // It went sideways: only lines across that way catch it.
    expect(caught).toEqual([{ axis: 'x', at: 300 }]);
    expect(after(one, step).value('a', 'x')).toBe(300);
    expect(after(one, moveSelection(start(one, ['a']), null, now([0, 0], [40, 9], { straight: true })).step).value('a', 'y')).toBe(100);
  });
  test('the angle between two directions is the short way', () => {
    expect(angleBetween([0, 0], [1, 0], [0, 1])).toBeCloseTo(90, 6);
    expect(angleBetween([0, 0], [-1, 0.01], [-1, -0.01])).toBeCloseTo(1.15, 1);
  });
});

describe('lines and boxes', () => {
  test('nothing out of reach is caught', () => {
    const lines = guideLines(600, 300, [[10, 10, 50, 50]]);
    expect(catchGuides([100, 120, 120, 130], lines, 4)).toEqual({ by: [0, 0], caught: [] });
    expect(catchGuides([52, 60, 62, 70], lines, 4).by).toEqual([-2, 0]);
  });
  test('a caught box lies on the line', () =>
    fc.assert(fc.property(fc.integer({ min: -200, max: 800 }), fc.integer({ min: 1, max: 200 }), (left, width) => {
      const { by, caught } = catchGuides([left, 1000, left + width, 1000], guideLines(600, 300, []), 9);
      const edges = [left, left + width / 2, left + width].map((edge) => edge + by[0]);
      return Math.abs(by[0]) <= 9 && caught.every((line) => edges.some((edge) => Math.abs(edge - line.at) < 1e-6));
    })));
  test('a marquee takes what it meets, turned boxes by their own sides', () => {
    const turned = scene(box('a', { channels: { x: { value: 200 }, y: { value: 150 }, width: { value: 100 }, height: { value: 100 }, rotation: { value: 45 } } } as never));
    expect(layersInside(shownIn(turned), [130, 80, 145, 95])).toEqual([]);
    expect(layersInside(shownIn(turned), [190, 140, 195, 145])).toEqual(['a']);
    expect(layersInside(shownIn(turned), [0, 0, 600, 300])).toEqual(['a']);
  });
});

describe('what is drawn', () => {
  const isFit = (layer: ReturnType<typeof drawnText>) => { const read = readLayer(toLayerFile(layer), 100); expect(read.ok && read.value).toEqual(layer); };
  test('shapes, paths and texts fit the document', () => {
    isFit(drawnShape('a', 'star', 100, [10, 20], [110, 80], false));
    isFit(drawnPath('b', 100, [[0, 0, 0, 0, 5, 5], [50, 20, 0, 0, 0, 0]], false));
    isFit(drawnText('c', 100, [4, 5]));
  });
  test('a shape stands where it was drawn, whichever way; a click makes an ordinary one', () => {
    const back = drawnShape('a', 'rectangle', 100, [110, 80], [10, 20], false).channels as Record<string, { value: number }>;
    expect([back['x']!.value, back['y']!.value, back['width']!.value, back['height']!.value]).toEqual([60, 50, 100, 60]);
    const click = drawnShape('a', 'ellipse', 100, [60, 50], [61, 50], false).channels as Record<string, { value: number }>;
    expect([click['x']!.value, click['width']!.value]).toEqual([60, 200]);
  });
  test('a pulled handle turns the one across; a corner takes both along; two corners stay', () => {
    const path = { closed: false, points: [[0, 0, -3, 0, 4, 0], [9, 9, 0, 0, 0, 0]] };
    expect(movePathPoint(path, 0, 'out', [0, 8], false).points[0]).toEqual([0, 0, 0, -3, 0, 8]);
    expect(movePathPoint(path, 0, 'out', [0, 8], true).points[0]).toEqual([0, 0, -3, 0, 0, 8]);
    expect(movePathPoint(path, 0, 'corner', [5, 6], false).points[0]).toEqual([5, 6, -3, 0, 4, 0]);
    expect(removePathPoint(path, 0)).toBeNull();
  });
  test('the motion path goes through every key', () => {
    const film = smallFilm();
    const main = film.compositions.by['main']!;
    const path = motionPath(film, main, main.layers.by['lamp']!)!;
    expect(path.keys.map(({ at, point }) => [at, point[0]])).toEqual([[0, 0], [20, 100], [40, 50]]);
    expect(path.points.length).toBe(41);
    expect([path.driven, motionPath(film, main, main.layers.by['child']!)]).toEqual([false, null]);
  });
  test('what a formula drives is told by its grips and in words, and its way goes as long as it is seen', () => {
    const formulas = (channels: object, more: object = {}) => projectOf([{ id: 'main', name: 'Main', duration: 100, layers: [{ id: 'a', name: 'A', kind: 'shape', spans: [[10, 60]], channels, ...more }] }]).compositions.by['main']!;
    const main = formulas({ x: { formula: 'f * 2' }, rotation: { value: 3, formula: 'f', formulaOff: true }, opacity: { formula: '50' } });
    const layer = main.layers.by['a']!;
    expect(drivenSigns(layer)).toEqual({ grips: new Set(['pivot']), names: ['Across', 'Opacity'] });
    const path = motionPath(projectOf([]), main, layer)!;
    expect([path.driven, path.from, path.points.length, path.points[0]![0], path.points.at(-1)![0], path.keys]).toEqual([true, 10, 50, 20, 118, []]);
    expect(drivenSigns(formulas({ rotation: { value: 3 } }, { timing: [{ id: 'n', op: 'formula', source: 't' }] }).layers.by['a']!).names).toEqual(['Timing']);
  });
});

