import { createCanvas, type Canvas } from '@napi-rs/canvas';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { projectOf, type LayerInput } from '../../tests/support/projects';
import { evaluateFrame } from '../core/evaluate';
import { coverOf } from '../core/scene';
import { createPictureMemory, paint, type Surface } from '.';
import { createNodeHost, paintToCanvas } from './node';

const host = createNodeHost(new Map());
const SIZE = 60;
const AROUND = { faces: () => null, purpose: 'output' } as const;
const colour = (...value: readonly number[]) => ({ channels: { colour: { value } } });
const RED = [1, 0, 0, 1];
const BLUE = [0, 0, 1, 1];
/** A square of 20 in the middle, red where nothing else is said. */
const square = (id: string, more: object = {}, ink: readonly number[] = RED): LayerInput => ({ id, name: id, kind: 'shape', fill: colour(...ink), channels: { x: { value: 30 }, y: { value: 30 }, width: { value: 20 }, height: { value: 20 } }, ...more }) as LayerInput;
/** A form of a mask, in px of the layer: a rectangle. */
const form = (left: number, top: number, right: number, bottom: number) => ({ value: { closed: true, points: [[left, top], [right, top], [right, bottom], [left, bottom]].map(([x, y]) => [x, y, 0, 0, 0, 0]) } });
const mask = (outline: object, more: object = {}, channels: object = {}) => ({ ...more, channels: { outline, ...channels } });
const film = (layers: readonly LayerInput[], more: object = {}) => projectOf([{ id: 'main', name: 'Main', width: SIZE, height: SIZE, duration: 40, layers: [...layers], ...more }, { id: 'inner', name: 'Inner', width: SIZE, height: SIZE, duration: 40, layers: [square('in')] }]);
const frameOf = (layers: readonly LayerInput[], frame = 0, more: object = {}) => evaluateFrame(film(layers, more), 'main', frame, AROUND)!;
const read = (canvas: Canvas, x: number, y: number) => [...canvas.getContext('2d').getImageData(x, y, 1, 1).data];
function picture(layers: readonly LayerInput[], frame = 0, more: object = {}) {
  const canvas = paintToCanvas(frameOf(layers, frame, more), host);
  return (x: number, y: number) => read(canvas, x, y);
}
const NOTHING = [0, 0, 0, 0];
const FULL = [255, 0, 0, 255];

describe('masks', () => {
  test('let through what their forms join to, in order', () => {
    const left = mask(form(-10, -10, 0, 10));
    const upper = (mode: string, more: object = {}) => mask(form(-10, -10, 10, 0), { mode, ...more });
    const seen = (...masks: readonly object[]) => { const at = picture([square('a', { masks })]); return [[25, 25], [35, 25], [25, 35], [35, 35]].map(([x, y]) => at(x!, y!)[3] === 255); };
    expect(seen(left)).toEqual([true, false, true, false]);
    expect(seen(left, upper('add'))).toEqual([true, true, true, false]);
    expect(seen(left, upper('subtract'))).toEqual([false, false, true, false]);
    expect(seen(left, upper('intersect'))).toEqual([true, false, false, false]);
    expect(seen(left, upper('intersect', { invert: true }))).toEqual([false, false, true, false]);
    expect(seen(upper('subtract'))).toEqual([false, false, true, true]);
    expect(seen(left, upper('add', { off: true }))).toEqual([true, false, true, false]);
  });
  test('are soft, spread and thin as they say, and can be keyed', () => {
    const edge = (channels: object) => picture([square('a', { masks: [mask(form(-10, -10, 0, 10), {}, channels)] })]);
    expect(edge({})(32, 30)).toEqual(NOTHING);
    expect(edge({ spread: { value: 4 } })(32, 30)).toEqual(FULL);
    expect(edge({ spread: { value: -4 } })(28, 30)).toEqual(NOTHING);
    expect(edge({ opacity: { value: 50 } })(25, 30)[3]).toBe(128);
    const soft = picture([square('a', { masks: [mask(form(-40, -40, 0, 40), {}, { feather: { value: 8 } })] })]);
    const across = [22, 26, 29, 31, 34].map((x) => soft(x, 30)[3]!);
    expect([...across].sort((a, b) => b - a)).toEqual(across);
    expect(across[2]).toBeGreaterThan(110);
    expect(across[3]).toBeLessThan(145);
    const keyed = (frame: number) => picture([square('a', { masks: [mask(form(-10, -10, 0, 10), {}, { opacity: { keys: [{ at: 0, value: 0 }, { at: 10, value: 100 }] } })] })], frame)(25, 30)[3];
    expect([keyed(0), keyed(5), keyed(10)]).toEqual([0, 128, 255]);
  });
  test('go along with the layer, and are cut before its effects', () => {
    const turned = picture([square('a', { masks: [mask(form(-10, -10, 0, 10))], channels: { x: { value: 30 }, y: { value: 30 }, width: { value: 20 }, height: { value: 20 }, rotation: { value: 90 } } })]);
    expect([turned(30, 25), turned(30, 35)]).toEqual([FULL, NOTHING]);
    const shaded = picture([square('a', { masks: [mask(form(-10, -10, 0, 10))], effects: [{ kind: 'shadow', channels: { x: { value: 12 }, y: { value: 0 }, radius: { value: 0 }, colour: { value: BLUE } } }] })]);
    expect([shaded(25, 30), shaded(35, 30), shaded(45, 30)]).toEqual([FULL, [0, 0, 255, 255], NOTHING]);
  });
});

describe('effects', () => {
  const at = (effects: readonly object[], more: object = {}, ink: readonly number[] = RED) => picture([square('a', { effects, ...more }, ink)]);
  test('a blur spreads to both sides of an edge, and keeps the middle', () => {
    const blurred = at([{ kind: 'blur', channels: { radius: { value: 6 } } }]);
    expect(blurred(30, 30)).toEqual(FULL);
    expect(blurred(20, 30)[3]).toBeGreaterThan(100);
    expect(blurred(17, 30)[3]).toBeGreaterThan(0);
    expect(blurred(8, 30)).toEqual(NOTHING);
  });
  test('a shadow lies under, moved with the layer’s own turn', () => {
    const shadow = [{ kind: 'shadow', channels: { x: { value: 15 }, y: { value: 0 }, radius: { value: 0 }, colour: { value: [0, 0, 1, 0.5] } } }];
    expect([at(shadow)(30, 30), at(shadow)(45, 30)[3]]).toEqual([FULL, 128]);
    expect(at(shadow, { channels: { x: { value: 30 }, y: { value: 30 }, width: { value: 20 }, height: { value: 20 }, rotation: { value: 90 } } })(30, 45)[3]).toBe(128);
  });
  test('tint and brightness change colours within the form alone', () => {
    const tinted = at([{ kind: 'tint', channels: { colour: { value: BLUE }, amount: { value: 50 } } }]);
    expect([tinted(30, 30)[2]! > 100, tinted(30, 30)[3], tinted(10, 10)]).toEqual([true, 255, NOTHING]);
    expect(at([{ kind: 'brightness', channels: { amount: { value: 50 } } }])(30, 30)[0]).toBeLessThan(140);
  });
  test('a glow adds the light of what is brighter than its threshold', () => {
    const glow = (threshold: number, strength = 100) => at([{ kind: 'glow', channels: { radius: { value: 8 }, strength: { value: strength }, threshold: { value: threshold } } }], {}, [0.5, 0.5, 0.5, 1]);
    expect(glow(0)(30, 30)[0]).toBeGreaterThan(200);
    expect(glow(0)(18, 30)[3]).toBeGreaterThan(0);
    expect(glow(60)(30, 30)[0]).toBeLessThan(132);
    expect(glow(0, 0)(30, 30)[0]).toBeLessThan(132);
    expect(glow(40)(30, 30)[0]).toBeGreaterThan(glow(60)(30, 30)[0]!);
  });
  test('act one after the other, and not when they are off', () => {
    const both = [{ kind: 'tint', channels: { colour: { value: BLUE }, amount: { value: 100 } } }, { kind: 'shadow', channels: { x: { value: 15 }, y: { value: 0 }, radius: { value: 0 }, colour: { value: RED } } }];
    expect([at(both)(30, 30), at(both)(45, 30)]).toEqual([[0, 0, 255, 255], FULL]);
    expect(at([...both].reverse())(45, 30)).toEqual([0, 0, 255, 255]);
    expect(at([{ ...both[0]!, off: true }])(30, 30)).toEqual(FULL);
  });
  test('paint nothing beyond what the layer is said to cover', () => {
    const amount = fc.integer({ min: -12, max: 12 });
    const effect = fc.oneof(
      fc.record({ kind: fc.constant('blur'), channels: fc.record({ radius: fc.record({ value: amount }) }) }),
      fc.record({ kind: fc.constant('glow'), channels: fc.record({ radius: fc.record({ value: amount }), strength: fc.record({ value: fc.integer({ min: 0, max: 300 }) }) }) }),
      fc.record({ kind: fc.constant('shadow'), channels: fc.record({ x: fc.record({ value: amount }), y: fc.record({ value: amount }), radius: fc.record({ value: amount }) }) }),
      fc.constant({ kind: 'tint', channels: { amount: { value: 70 } } }),
    );
    const met = new Set<string>();
    fc.assert(fc.property(fc.array(effect, { minLength: 1, maxLength: 3 }), fc.integer({ min: 1, max: 3 }), (effects, size) => {
      const layer = square('a', { effects: effects as never, channels: { x: { value: 100 }, y: { value: 100 }, width: { value: 20 }, height: { value: 20 }, scaleX: { value: size * 50 }, scaleY: { value: size * 50 } } });
      const project = projectOf([{ id: 'main', name: 'Main', width: 200, height: 200, layers: [layer] }]);
      const main = project.compositions.by['main']!;
      const [left, top, right, bottom] = coverOf(project, main, main.layers.by['a']!, 0)!.map((side) => 100 + (side * size) / 2);
      const { data } = paintToCanvas(evaluateFrame(project, 'main', 0, AROUND)!, host).getContext('2d').getImageData(0, 0, 200, 200);
      for (let i = 3; i < data.length; i += 4) {
        if (data[i] === 0) continue;
        const [x, y] = [((i - 3) / 4) % 200, Math.floor((i - 3) / 800)];
        if (x < Math.floor(left!) - 1 || y < Math.floor(top!) - 1 || x > Math.ceil(right!) || y > Math.ceil(bottom!)) throw new Error(`${x}, ${y} is painted, beyond ${[left, top, right, bottom].join(', ')}`);
      }
      for (const { kind } of effects) met.add(kind);
    }), { numRuns: 60 });
    expect([...met].sort()).toEqual(['blur', 'glow', 'shadow', 'tint']);
  }, 60_000);
});

describe('clips', () => {
  const beside = (more: object = {}): LayerInput => square('form', { visible: false, channels: { x: { value: 40 }, y: { value: 30 }, width: { value: 20 }, height: { value: 20 } }, ...more }, BLUE);
  test('show a layer inside another’s form, or outside of it', () => {
    const inside = picture([square('a', { clipTo: 'form' }), beside()]);
    expect([inside(25, 30), inside(35, 30), inside(45, 30)]).toEqual([NOTHING, FULL, NOTHING]);
    const outside = picture([square('a', { clipTo: 'form', clipSide: 'outside' }), beside()]);
    expect([outside(25, 30), outside(35, 30)]).toEqual([FULL, NOTHING]);
  });
  test('take the other’s opacity, masks and effects, and its spans', () => {
    const thin = beside({ channels: { x: { value: 40 }, y: { value: 30 }, width: { value: 20 }, height: { value: 20 }, opacity: { value: 50 } } });
    expect(picture([square('a', { clipTo: 'form' }), thin])(35, 30)[3]).toBe(128);
    const late = beside({ spans: [[10, 40]] });
    expect([picture([square('a', { clipTo: 'form' }), late])(35, 30), picture([square('a', { clipTo: 'form' }), late], 10)(35, 30)]).toEqual([NOTHING, FULL]);
    expect(picture([square('a', { clipTo: 'form', clipSide: 'outside' }), late])(35, 30)).toEqual(FULL);
    expect(picture([square('a', { clipTo: 'form' }), beside({ masks: [mask(form(0, -10, 10, 10))] })])(35, 30)).toEqual(NOTHING);
  });
  test('that are gone, or lead back in a ring, show the whole', () => {
    expect(picture([square('a', { clipTo: 'lost' })])(25, 30)).toEqual(FULL);
    expect(picture([square('a', { clipTo: 'form' }), beside({ clipTo: 'a' })])(25, 30)).toEqual(FULL);
    expect(picture([square('a', { clipTo: 'a' })])(25, 30)).toEqual(FULL);
    // A clip that leads into a ring is none of it.
    expect(picture([square('z', { clipTo: 'form' }, [0, 1, 0, 1]), beside({ clipTo: 'c' }), square('c', { clipTo: 'form', visible: false })])(25, 30)).toEqual(NOTHING);
  });
  test('go far without going deep twice', () => {
    const many = Array.from({ length: 400 }, (_, i) => square(`l${i}`, { clipTo: `l${i + 1}` }));
    const evaluated = frameOf(many);
    expect([evaluated.root.items.length, evaluated.tooMuch]).toEqual([400, false]);
  });
});

describe('washes', () => {
  const wash = (more: object = {}): LayerInput => ({ id: 'w', name: 'W', kind: 'wash', effects: [{ kind: 'tint', channels: { colour: { value: BLUE }, amount: { value: 100 } } }], ...more }) as LayerInput;
  const INK = [0, 0, 255, 255];
  const green = square('g', { channels: { x: { value: 10 }, y: { value: 30 }, width: { value: 10 }, height: { value: 20 } } }, [0, 1, 0, 1]);
  test('change what lies under them, and nothing above', () => {
    const at = picture([green, wash(), square('a')]);
    expect([at(30, 30), at(10, 30), at(50, 50)]).toEqual([INK, [0, 255, 0, 255], NOTHING]);
    expect(picture([square('a'), wash({ spans: [[5, 40]] })])(30, 30)).toEqual(FULL);
    expect(picture([wash({ spans: [[5, 40]] }), square('a')])(30, 30)).toEqual(FULL);
    expect(picture([wash({ effects: [] }), square('a')])(30, 30)).toEqual(FULL);
  });
  test('change it in part: by their opacity, in their masks, through a clip', () => {
    const half = picture([wash({ channels: { opacity: { value: 50 } } }), square('a')])(30, 30);
    expect([Math.abs(half[0]! - 128) < 3, Math.abs(half[2]! - 128) < 3, half[3]! > 252]).toEqual([true, true, true]);
    const masked = picture([wash({ masks: [mask(form(0, 0, 30, 60))] }), square('a')]);
    expect([masked(25, 30), masked(35, 30)]).toEqual([INK, FULL]);
    const clipped = picture([wash({ clipTo: 'a' }), square('a'), green]);
    expect([clipped(30, 30), clipped(10, 30)]).toEqual([INK, [0, 255, 0, 255]]);
  });
  test('over one layer change that alone, which still blends with the rest', () => {
    const at = picture([wash({ appliesTo: 'a' }), square('a'), green]);
    expect([at(30, 30), at(10, 30)]).toEqual([INK, [0, 255, 0, 255]]);
    expect(picture([square('a', { blend: 'screen' }), wash({ appliesTo: 'a' })], 0, { background: '#00ff00' })(30, 30)).toEqual([0, 255, 255, 255]);
    expect(picture([wash({ appliesTo: 'w' }), square('a')])(30, 30)).toEqual(FULL);
    expect(picture([wash({ appliesTo: 'lost' }), square('a')])(30, 30)).toEqual(FULL);
  });
  test('that blur leave the picture as full at its edges as it was', () => {
    const ground = square('ground', { channels: { x: { value: 30 }, y: { value: 30 }, width: { value: 80 }, height: { value: 80 } } });
    const at = picture([wash({ effects: [{ kind: 'blur', channels: { radius: { value: 12 } } }] }), ground]);
    for (const [x, y] of [[0, 0], [59, 0], [0, 59], [59, 59], [30, 0], [0, 30]] as const) expect(at(x, y)).toEqual(FULL);
  });
  test('inside a nest end at its door', () => {
    const nest = { id: 'n', name: 'N', kind: 'nest', source: 'washed' } as LayerInput;
    const project = projectOf([
      { id: 'main', name: 'Main', width: SIZE, height: SIZE, layers: [nest, green] },
      { id: 'washed', name: 'Washed', width: SIZE, height: SIZE, layers: [wash({ effects: [{ kind: 'blur', channels: { radius: { value: 4 } } }] }), square('a')] },
    ]);
    const canvas = paintToCanvas(evaluateFrame(project, 'main', 0, AROUND)!, host);
    expect(read(canvas, 10, 30)).toEqual([0, 255, 0, 255]);
    expect(read(canvas, 20, 30)[3]).toBeLessThan(200);
  });
  test('are painted anew when what stands still below them is remembered', () => {
    const memory = createPictureMemory(() => 1e7, () => undefined);
    const layers = [green, wash(), square('a'), square('b', { channels: { x: { value: 30 }, y: { value: 50 }, width: { value: 10 }, height: { value: 10 } } })];
    for (let round = 0; round < 3; round++) {
      const frame = frameOf(layers);
      const canvas = createCanvas(SIZE, SIZE);
      for (let again = 0; again < 3; again++) paint(frame.root, canvas.getContext('2d') as unknown as Surface, host, { view: [1, 0, 0, 1, 0, 0], width: SIZE, height: SIZE, background: null, memory });
      expect([read(canvas, 30, 30), read(canvas, 30, 50), read(canvas, 10, 30)]).toEqual([INK, INK, [0, 255, 0, 255]]);
    }
  });
});

test('a layer with masks, effects and a clip that stand still is the same object at every frame', () => {
  const project = film([
    { id: 'w', name: 'W', kind: 'wash', appliesTo: 'a', effects: [{ kind: 'blur', channels: { radius: { value: 3 } } }] } as LayerInput,
    square('a', { clipTo: 'b', masks: [mask(form(-10, -10, 0, 10))], effects: [{ kind: 'tint' }] }), square('b'), { id: 'v', name: 'V', kind: 'wash', effects: [{ kind: 'tint' }] } as LayerInput,
  ]);
  const items = (frame: number) => evaluateFrame(project, 'main', frame, AROUND)!.root.items;
  const [first, later] = [items(0), items(7)];
  expect(first.map(({ kind }) => kind)).toEqual(['wash', 'group', 'group']);
  for (const [i, item] of first.entries()) expect(later[i] === item, `item ${i}`).toBe(true);
});
