import { describe, expect, test } from 'vitest';
import { activity, deepIdentity, sourceTimeAt, worldMatrix } from '../scene';
import { evaluateFrame, trail, type Surroundings } from '.';
import { CLOSE, multiply, transform, type Group, type Item, type PathItem } from '../display';
import type { Face } from '../lettering';
import { projectOf, smallFilm, type LayerInput } from '../../../tests/support/projects';
import { applyPatches, setValues, work, type Draft } from '../commands';
import { slideLayers } from '../../../tests/support/edits';

const face: Face = { glyph: (character) => (character === '?' ? null : { outline: [0, 0, 0, 1, 0.5, 0, 1, 0.5, -0.7, 3], advance: 0.5 }), kern: (a, b) => (a === 'A' && b === 'V' ? -0.1 : 0) };
const around: Surroundings = { faces: () => face, purpose: 'output' };
const one = (layer: object, more: object = {}) => projectOf([{ id: 'main', name: 'Main', duration: 100, layers: [layer as LayerInput], ...more }]);
const frameOf = (project: ReturnType<typeof one>, frame = 0, id = 'main', surroundings = around) => evaluateFrame(project, id, frame, surroundings)!;
const groups = (items: readonly Item[]) => items as readonly Group[];
const pathOf = (project: ReturnType<typeof one>, frame = 0) => groups(frameOf(project, frame).root.items)[0]!.items[0] as PathItem;

describe('space', () => {
  test('parent · move · turn · lean · size · move(−pivot)', () => {
    const project = one({ id: 'a', name: 'A', kind: 'null', channels: { x: { value: 100 }, y: { value: 50 }, rotation: { value: 90 }, scaleX: { value: 200 }, pivotX: { value: 10 } } });
    const main = project.compositions.by['main']!;
    const matrix = worldMatrix(project, main, main.layers.by['a']!, 0, new Map());
    // The pivot stays where the layer is put; 1 px right of it turns to 2 px below.
    expect(transform(matrix, 10, 0).map((v) => Math.round(v * 1e9) / 1e9)).toEqual([100, 50]);
    expect(transform(matrix, 11, 0).map((v) => Math.round(v * 1e9) / 1e9)).toEqual([100, 52]);
  });
  test('lean: x += tan(skew) · y', () => {
    const project = one({ id: 'a', name: 'A', kind: 'null', channels: { skew: { value: 45 } } });
    const main = project.compositions.by['main']!;
    expect(transform(worldMatrix(project, main, main.layers.by['a']!, 0, new Map()), 0, 10)[0]).toBeCloseTo(10, 9);
  });
  test('a child takes its parent’s matrix at the same host frame, its key timing included', () => {
    const project = projectOf([{ id: 'main', name: 'Main', layers: [
      { id: 'p', name: 'P', kind: 'null', timing: [{ op: 'pause', at: 5, for: 10 }], channels: { x: { keys: [{ at: 0, value: 0 }, { at: 40, value: 400 }] } } },
      { id: 'c', name: 'C', kind: 'null', parent: 'p', channels: { x: { value: 3 } } },
    ] }]);
    const main = project.compositions.by['main']!;
    expect([4, 10, 16].map((frame) => worldMatrix(project, main, main.layers.by['c']!, frame, new Map())[4])).toEqual([43, 53, 63]);
  });
  test('in a ring of parents each stands for itself, whoever is asked first; who hangs on one follows it', () => {
    const at = (id: string, parent: string, x: number) => ({ id, name: id, kind: 'null' as const, parent, channels: { x: { value: x } } });
    const project = projectOf([{ id: 'main', name: 'Main', layers: [at('a', 'b', 1), at('b', 'c', 20), at('c', 'a', 300), at('d', 'a', 4000), at('e', 'e', 7)] }]);
    const main = project.compositions.by['main']!;
    for (const asked of ['abcde', 'edcba', 'cdabe', 'bdeca']) {
      const known = new Map();
      const places = new Map([...asked].map((id) => [id, worldMatrix(project, main, main.layers.by[id]!, 0, known)[4]]));
      expect([...'abcde'].map((id) => places.get(id)), asked).toEqual([1, 20, 300, 4001, 7]);
    }
  });
  test('a ring of parents is drawn', () => {
    const project = projectOf([{ id: 'main', name: 'Main', layers: [{ id: 'a', name: 'A', kind: 'null', parent: 'b' }, { id: 'b', name: 'B', kind: 'null', parent: 'a' }] }]);
    expect(frameOf(project, 0, 'main', { ...around, purpose: 'bench' }).layers.length).toBe(2);
  });
  test('matrices multiply as they act', () => expect(transform(multiply([2, 0, 0, 2, 5, 0], [1, 0, 0, 1, 3, 0]), 1, 1)).toEqual([13, 2]));
});

describe('what a frame shows', () => {
  test('the first layer lies on top: it is painted last', () => expect(frameOf(smallFilm()).drawn).toEqual(['child', 'lamp', 'tram']));
  test('hidden layers, layers outside their spans and those at opacity 0 are not painted', () => {
    for (const more of [{ visible: false }, { spans: [[5, 9]] }, { channels: { opacity: { value: 0 } } }]) expect(frameOf(one({ id: 'a', name: 'A', kind: 'shape', ...more })).drawn).toEqual([]);
  });
  test('guides and solo are for the bench', () => {
    const project = projectOf([{ id: 'main', name: 'Main', layers: [{ id: 'g', name: 'G', kind: 'shape', guide: true, solo: true }, { id: 's', name: 'S', kind: 'shape' }] }]);
    expect(frameOf(project).drawn).toEqual(['s']);
    expect(frameOf(project, 0, 'main', { ...around, purpose: 'bench' }).drawn).toEqual(['g']);
  });
  test('opacity is kept within 0 and 100 in use', () => expect(groups(frameOf(one({ id: 'a', name: 'A', kind: 'shape', channels: { opacity: { value: 140 } } })).root.items)[0]!.opacity).toBe(1));
  test('shapes of every kind have an outline', () => {
    const path = { closed: true, points: [[0, 0, 0, 0, 5, 0], [10, 0, 0, 0, 0, 0], [10, 10, 0, 0, 0, 0]] };
    for (const shape of ['rectangle', 'ellipse', 'polygon', 'star', 'path']) {
      expect(pathOf(one({ id: 'a', name: 'A', kind: 'shape', shape, channels: { outline: { value: path }, corner: { value: 9 } } })).outline.length, shape).toBeGreaterThan(9);
    }
  });
  test('an outline blends where counts agree, else it holds', () => {
    const triangle = (x: number) => ({ closed: true, points: [[x, 0, 0, 0, 0, 0], [10, 0, 0, 0, 0, 0], [10, 10, 0, 0, 0, 0]] });
    const blends = one({ id: 'a', name: 'A', kind: 'shape', shape: 'path', channels: { outline: { keys: [{ at: 0, value: triangle(0) }, { at: 10, value: triangle(100) }] } } });
    expect(pathOf(blends, 5).outline[1]).toBe(50);
    const holds = one({ id: 'a', name: 'A', kind: 'shape', shape: 'path', channels: { outline: { keys: [{ at: 0, value: triangle(0) }, { at: 10, value: { ...triangle(7), points: triangle(7).points.slice(0, 2) } }] } } });
    expect(pathOf(holds, 9).outline[1]).toBe(0);
    const square = { closed: false, points: [...triangle(0).points, [9, 9, 0, 0, 0, 0]] };
    const both = one({ id: 'a', name: 'A', kind: 'shape', shape: 'path', channels: { outline: { keys: [{ at: 0, value: triangle(0) }, { at: 10, value: triangle(100) }, { at: 20, value: square }] } } });
    expect([pathOf(both, 5).outline[1], pathOf(both, 15).outline[1]]).toEqual([50, 100]);
    // Whether it is closed is each key's own.
    expect([pathOf(both, 15).outline.at(-1), pathOf(both, 25).outline.length]).toEqual([CLOSE, 12]);
  });
  test('fills and strokes: none, flat, gradients with their stops in order', () => {
    const fill = (more: object) => pathOf(one({ id: 'a', name: 'A', kind: 'shape', stroke: { channels: { width: { value: 2 } } }, fill: more })).fill;
    expect(fill({ kind: 'none' })).toBeNull();
    expect(fill({ off: true })).toBeNull();
    expect(fill({})).toEqual({ kind: 'flat', colour: [1, 1, 1, 1] });
    expect(fill({ kind: 'linear', stops: [{ channels: { at: { value: 80 } } }, { channels: { at: { value: 20 } } }] })).toMatchObject({ kind: 'linear', stops: [[0.2, [1, 1, 1, 1]], [0.8, [1, 1, 1, 1]]] });
  });
  test('text is set as outlines; a missing glyph stands as a box', () => {
    const text = (value: string, more: object = {}) => pathOf(one({ id: 'a', name: 'A', kind: 'text', ...more, channels: { text: { value }, size: { value: 10 }, ...(more as { channels?: object }).channels } })).outline;
    expect(text('ab').length).toBe(2 * 10);
    expect(text('AV')[11]! - text('AB')[11]!).toBeCloseTo(-1, 9);
    expect(text('a', { align: 'end' })[1]).toBeCloseTo(-5, 9);
    expect(text('?').length).toBeGreaterThan(10);
    expect(text('aa aa', { channels: { boxWidth: { value: 12 } } })[22]! - text('aa')[2]!).toBeGreaterThan(5);
  });
  test('missing nests show nothing, and a nest in itself ends', () => {
    expect(frameOf(one({ id: 'a', name: 'A', kind: 'nest', source: 'nowhere' })).drawn).toEqual([]);
    expect(frameOf(one({ id: 'a', name: 'A', kind: 'nest', source: 'main' })).drawn).toEqual([]);
  });
  test('200 nests deep is a frame like any other', () => {
    const deep = projectOf(Array.from({ length: 200 }, (_, i) => ({ id: `c${i}`, name: `C${i}`, layers: [i < 199 ? { id: 'n', name: 'N', kind: 'nest' as const, source: `c${i + 1}` } : { id: 's', name: 'S', kind: 'shape' as const }] })));
    expect(evaluateFrame(deep, 'c0', 0, around)!.drawn).toEqual(['n']);
  });
  test('a knot that doubles at every level is cut short and says so', () => {
    const knot = projectOf(Array.from({ length: 40 }, (_, i) => ({ id: `c${i}`, name: `C${i}`, duration: 2 ** 20, layers: i < 39 ? [0, 2 ** (i % 18)].map((start, k) => ({ id: `n${k}`, name: 'N', kind: 'nest' as const, source: `c${i + 1}`, start })) : [{ id: 's', name: 'S', kind: 'shape' as const }] })));
    expect(evaluateFrame(knot, 'c0', 2 ** 19, around)!.tooMuch).toBe(true);
  });
});

describe('nests', () => {
  const film = smallFilm();
  test('the same time of the same composition is the same list of items', () => {
    const [a, b] = [3, 23].map((frame) => groups(frameOf(film, frame).root.items).find((group) => group.frame)!);
    expect(a!.items).toBe(b!.items);
    expect(a!.picture).toBe(b!.picture);
  });
  test('an edit inside is another identity all the way up, and nowhere else', () => {
    const draft = setValues(film, 'reel', [{ layer: 'bar', track: 'width', value: 30 }], { frame: 0, keying: false, newId: () => 'k' })!;
    const edited = applyPatches(film, draft.patches).project;
    expect(deepIdentity(edited, 'reel')).not.toBe(deepIdentity(film, 'reel'));
    expect(deepIdentity(edited, 'main')).not.toBe(deepIdentity(film, 'main'));
    const other = applyPatches(film, slideLayers(film, 'main', ['lamp'], 3)!.patches).project;
    expect(deepIdentity(other, 'reel')).toBe(deepIdentity(film, 'reel'));
  });
  test('clipFrame and the frame’s size', () => {
    expect(groups(frameOf(film).root.items).find((group) => group.frame)!.frame).toEqual([40, 20]);
  });
  test('a layer that stands still is the same group at every frame', () => {
    const still = one({ id: 'a', name: 'A', kind: 'shape' });
    expect(frameOf(still, 0).root.items[0]).toBe(frameOf(still, 50).root.items[0]);
  });
  test('a take plays its span of the source', () => {
    const project = projectOf([
      { id: 'main', name: 'Main', duration: 50, layers: [{ id: 'n', name: 'N', kind: 'nest', source: 'reel', take: 'wave' }] },
      { id: 'reel', name: 'Reel', duration: 40, takes: [{ id: 'wave', from: 10, to: 25 }], layers: [{ id: 's', name: 'S', kind: 'shape', channels: { width: { keys: [{ at: 0, value: 0 }, { at: 40, value: 400 }] } } }] },
    ]);
    const width = (frame: number) => { const path = groups(groups(frameOf(project, frame).root.items)[0]!.items)[0]!.items[0] as PathItem; return (path.outline[4]! - path.outline[1]!); };
    expect(width(2)).toBeCloseTo(120, 6);
    expect(frameOf(project, 15).drawn).toEqual([]);
  });
});

describe('the trail', () => {
  const film = smallFilm();
  test('is one stop a step, its number first', () => {
    const found = trail(film, 'main', 'tram', 47)!;
    expect(found.stops.map(({ at, title }) => [at, title])).toEqual([[47, 'Main'], [47, 'Tram starts at 0'], [7, 'Loop'], [7, 'of Reel']]);
    expect(found.stops[2]!.leads).toEqual({ kind: 'operator', id: 'run' });
    expect(found.nothing).toBeNull();
  });
  test('ends with what is painted', () => {
    for (let frame = 0; frame < 100; frame += 7) {
      const { stops } = trail(film, 'main', 'tram', frame)!;
      expect(stops[stops.length - 1]!.at).toBe(sourceTimeAt(film, film.compositions.by['main']!, film.compositions.by['main']!.layers.by['tram']!, frame));
    }
  });
  test('tells the steps of its keys: for a shape in its one chain, for a nest in a chain of their own', () => {
    const slow = { id: 'slow', op: 'speed', rate: 0.5, on: 'keys' } as const;
    const bent = projectOf([
      { id: 'main', name: 'Main', duration: 100, layers: [{ id: 'tram', name: 'Tram', kind: 'nest', source: 'reel', timing: [{ id: 'run', op: 'loop', to: 20 }, slow] }, { id: 'lamp', name: 'Lamp', kind: 'shape', timing: [slow] }] },
      { id: 'reel', name: 'Reel', duration: 20, layers: [] },
    ]);
    const [shape, nest] = [trail(bent, 'main', 'lamp', 20)!, trail(bent, 'main', 'tram', 47)!];
    expect(shape.stops.map(({ title }) => title)).toEqual(['Main', 'Speed', "Lamp's own keys"]);
    expect(shape.stops[1]!.leads).toEqual({ kind: 'operator', id: 'slow' });
    expect(shape.keys).toEqual([]);
    expect(nest.stops.map(({ at }) => at)).toEqual([47, 47, 7, 7]);
    expect(nest.keys.map(({ at, title }) => [at, title])).toEqual([[23.5, 'Speed'], [23.5, "Tram's own keys"]]);
    expect(trail(film, 'main', 'tram', 47)!.keys).toEqual([]);
  });
  test('says why nothing shows', () => {
    const project = one({ id: 'n', name: 'Gone', kind: 'nest', source: 'nowhere', spans: [[0, 10]] });
    expect(trail(project, 'main', 'n', 5)!.nothing).toBe('Gone: nothing, its source is missing');
    expect(trail(project, 'main', 'n', 50)!.nothing).toBe('Gone: nothing, 50 is after its bar');
    expect(trail(project, 'main', 'other', 5)).toBeNull();
  });
  test('goes on to the innermost cause, through nests of another rate, and what mends it shows something', () => {
    const ferry = (more: object = {}) => projectOf([
      { id: 'main', name: 'Main', duration: 400, layers: [{ id: 'harbour', name: 'Harbour', kind: 'nest', source: 'port' }] },
      { id: 'port', name: 'Port', rate: [60, 1], duration: 800, layers: [{ id: 'quay', name: 'Quay', kind: 'nest', source: 'boats', spans: [[0, 800]] }] },
      { id: 'boats', name: 'Boats', duration: 400, layers: [{ id: 'ferry', name: 'Ferry', kind: 'shape', spans: [[20, 300]] }, { id: 'gull', name: 'Gull', kind: 'shape', spans: [[0, 40]], ...more }] },
    ] as never);
    const found = trail(ferry(), 'main', 'harbour', 300)!;
    expect([found.nothing, found.cause!.way, found.cause!.composition]).toEqual(['Ferry: nothing, 300 is after its bar', ['harbour', 'quay'], 'boats']);
    expect(found.stops.map(({ at }) => at)).toEqual([300, 600, 600, 300]);
    expect(trail(ferry(), 'main', 'harbour', 299)!.nothing).toBeNull();
    expect(trail(ferry({ spans: [[0, 400]] }), 'main', 'harbour', 300)!.cause).toBeNull();
    const { draft } = work(ferry(), found.cause!.mend!.do, found.cause!.mend!.with as never, () => 'x');
    expect(trail(applyPatches(ferry(), (draft as Draft).patches).project, 'main', 'harbour', 300)!.cause).toBeNull();
  });
});

describe('activity', () => {
  test('is where something changes from the frame before', () => {
    const project = one({ id: 'a', name: 'A', kind: 'shape', spans: [[0, 80]], channels: { x: { keys: [{ at: 10, value: 0 }, { at: 15, value: 9 }] } } });
    const active = [...activity(project, 'main')].flatMap((count, frame) => (count > 0 ? [frame] : []));
    expect(active).toEqual([11, 12, 13, 14, 15, 80]);
  });
  test('comes up through nests by their source time', () => {
    const project = projectOf([
      { id: 'main', name: 'Main', duration: 40, layers: [{ id: 'n', name: 'N', kind: 'nest', source: 'reel', timing: [{ op: 'pause', at: 5, for: 10 }] }] },
      { id: 'reel', name: 'Reel', duration: 40, layers: [{ id: 'a', name: 'A', kind: 'null', channels: { x: { keys: [{ at: 3, value: 0 }, { at: 8, value: 9 }] } } }] },
    ]);
    expect([...activity(project, 'main')].flatMap((count, frame) => (count > 0 ? [frame] : []))).toEqual([4, 5, 16, 17, 18]);
  });
  test('a ring has none', () => expect(activity(one({ id: 'a', name: 'A', kind: 'nest', source: 'main' }), 'main').some((count) => count > 0)).toBe(false));
});

describe('rings of nests', () => {
  const ring = () => projectOf([
    { id: 'outer', name: 'Outer', duration: 20, layers: [{ id: 'n', name: 'N', kind: 'nest', source: 'a' }, { id: 'm', name: 'M', kind: 'nest', source: 'b' }] },
    { id: 'a', name: 'A', duration: 20, layers: [{ id: 'n', name: 'N', kind: 'nest', source: 'b' }, { id: 'dot', name: 'Dot', kind: 'shape' }] },
    { id: 'b', name: 'B', duration: 20, layers: [{ id: 'n', name: 'N', kind: 'nest', source: 'a' }, { id: 'box', name: 'Box', kind: 'shape' }] },
  ]);
  test('show the same, change at the same frames and are called the same, whatever was asked before', () => {
    const asked = ['a', 'b', 'outer', 'b', 'a'] as const;
    const told = (order: readonly string[]) => {
      const project = ring();
      const answers = new Map(order.map((id) => [id, JSON.stringify([evaluateFrame(project, id, 3, around)!.root, [...activity(project, id)]]).replace(/"picture":"[^"]*"/g, '')]));
      // A name stands for one thing: the same one through the ring, however it was come by.
      return ['a', 'b', 'outer'].map((id) => answers.get(id) ?? '');
    };
    const first = told(asked);
    for (const order of [['b', 'a', 'outer'], ['outer', 'a', 'b'], ['outer', 'b', 'a']]) expect(told(order)).toEqual(first);
    const project = ring();
    const names = ['outer', 'b', 'a'].map((id) => deepIdentity(project, id));
    expect(new Set(names).size).toBe(3);
    expect(['a', 'b', 'outer'].map((id) => deepIdentity(project, id))).toEqual([...names].reverse());
  });
});
