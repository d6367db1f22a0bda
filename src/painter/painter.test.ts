import { createCanvas, type Canvas } from '@napi-rs/canvas';
import { beforeAll, describe, expect, test } from 'vitest';
import { evaluateFrame } from '../core/evaluate';
import type { FaceLookup } from '../core/lettering';
import { createPictureMemory, lookupFrom, paint, shippedFaces, type Surface } from '.';
import { createNodeHost, loadNodeFaces, paintToCanvas } from './node';
import { steadyRuns } from './steady-runs';
import { plainGroup, type Item } from '../core/display';
import { projectOf, type LayerInput } from '../../tests/support/projects';

let faces: FaceLookup;
beforeAll(async () => {
  faces = lookupFrom(await loadNodeFaces(shippedFaces([{ font: 'Figtree', weight: 400 }]), import.meta.url));
});
const host = createNodeHost(new Map([['pic', twoColours()]]));
function twoColours(): Canvas {
  const canvas = createCanvas(2, 1);
  const context = canvas.getContext('2d');
  context.fillStyle = '#ff0000';
  context.fillRect(0, 0, 1, 1);
  context.fillStyle = '#0000ff';
  context.fillRect(1, 0, 1, 1);
  return canvas;
}
const shape = (more: object): LayerInput => ({ id: 's', name: 'S', kind: 'shape', channels: { x: { value: 10 }, y: { value: 10 }, width: { value: 10 }, height: { value: 10 } }, ...more }) as LayerInput;
const red = { channels: { colour: { value: [1, 0, 0, 1] as [number, number, number, number] } } };
function painted(layers: readonly LayerInput[], more: object = {}) {
  const project = projectOf([{ id: 'main', name: 'Main', width: 20, height: 20, layers: [...layers], ...more }, { id: 'inner', name: 'Inner', width: 10, height: 10, layers: [shape({ fill: red })] }],
    { assets: [{ id: 'pic', name: 'P', hash: 'a'.repeat(64), mime: 'image/png', bytes: 1, type: 'image', width: 2, height: 1 }] });
  return evaluateFrame(project, 'main', 0, { faces, purpose: 'output' })!;
}
const pixel = (canvas: Canvas, x: number, y: number) => [...canvas.getContext('2d').getImageData(x, y, 1, 1).data];
const at = (layers: readonly LayerInput[], x: number, y: number, more: object = {}) => pixel(paintToCanvas(painted(layers, more), host), x, y);

describe('painting', () => {
  test('the background, or nothing', () => {
    expect(at([], 3, 3, { background: '#102030' })).toEqual([16, 32, 48, 255]);
    expect(at([], 3, 3)).toEqual([0, 0, 0, 0]);
  });
  test('a filled shape around its origin, and nothing beside it', () => {
    expect(at([shape({ fill: red })], 10, 10)).toEqual([255, 0, 0, 255]);
    expect(at([shape({ fill: red })], 2, 10)).toEqual([0, 0, 0, 0]);
  });
  test('strokes straddle the outline', () => expect(at([shape({ fill: { kind: 'none' }, stroke: { channels: { width: { value: 4 }, colour: { value: [0, 1, 0, 1] } } } })], 4, 10)).toEqual([0, 255, 0, 255]));
  test('opacity is of the layer as a whole: stroke and fill do not show through each other', () => {
    const layer = shape({ fill: red, stroke: { channels: { width: { value: 4 }, colour: { value: [1, 0, 0, 1] } } }, channels: { x: { value: 10 }, y: { value: 10 }, width: { value: 10 }, height: { value: 10 }, opacity: { value: 50 } } });
    expect(at([layer], 6, 10)).toEqual(at([layer], 10, 10));
    expect(at([layer], 10, 10)[3]).toBe(128);
  });
  test('blends with what lies below', () => expect(at([shape({ fill: red, blend: 'screen' })], 10, 10, { background: '#0000ff' })).toEqual([255, 0, 255, 255]));
  test('gradients run from point to point', () => {
    const fill = { kind: 'linear', channels: { from: { value: [-5, 0] }, to: { value: [5, 0] } }, stops: [{ channels: { at: { value: 0 }, colour: { value: [0, 0, 0, 1] } } }, { channels: { at: { value: 100 }, colour: { value: [1, 1, 1, 1] } } }] };
    expect(at([shape({ fill })], 6, 10)[0]).toBeLessThan(at([shape({ fill })], 13, 10)[0]!);
  });
  test('pictures', () => expect(at([{ id: 'i', name: 'I', kind: 'image', source: 'pic', channels: { scaleX: { value: 500 }, scaleY: { value: 1000 } } }], 1, 5)[0]).toBe(255));
  test('a picture that is not there is left out', () => expect(at([{ id: 'i', name: 'I', kind: 'image', source: 'lost' }], 1, 1)).toEqual([0, 0, 0, 0]));
  test('text is painted from shipped outlines', () => {
    const canvas = paintToCanvas(painted([{ id: 't', name: 'T', kind: 'text', channels: { text: { value: 'I' }, size: { value: 28 }, x: { value: 6 }, y: { value: 20 } } }]), host);
    const { data } = canvas.getContext('2d').getImageData(0, 0, 20, 20);
    expect([...data].filter((value, i) => i % 4 === 3 && value === 255).length).toBeGreaterThan(20);
  });
  test('a nest is cut to its frame, and its background never shows through', () => {
    const nest: LayerInput = { id: 'n', name: 'N', kind: 'nest', source: 'inner' };
    expect(at([nest], 8, 8)).toEqual([255, 0, 0, 255]);
    expect(at([nest], 12, 12)).toEqual([0, 0, 0, 0]);
    expect(at([{ ...nest, clipFrame: false }], 12, 12)).toEqual([255, 0, 0, 255]);
  });
});

describe('the memory of pictures', () => {
  const frame = (scale: number, x = 0) => painted([{ id: 'n', name: 'N', kind: 'nest', source: 'inner', channels: { opacity: { value: 40 }, x: { value: x }, scaleX: { value: scale }, scaleY: { value: scale } } }, shape({ fill: red }), shape({ id: 'u', fill: { channels: { colour: { value: [0, 0, 1, 1] } } } })], { background: '#224466' });
  test('changes no pixel by more than a rounding, however often it is asked', () => {
    const memory = createPictureMemory(() => 1e6, () => undefined);
    const evaluated = frame(400, -20);
    const plain = paintToCanvas(evaluated, host).getContext('2d').getImageData(0, 0, 20, 20).data;
    for (let round = 0; round < 4; round++) {
      const canvas = createCanvas(20, 20);
      paint(evaluated.root, canvas.getContext('2d') as unknown as Surface, host, { view: [1, 0, 0, 1, 0, 0], width: 20, height: 20, background: evaluated.background, memory });
      const { data } = canvas.getContext('2d').getImageData(0, 0, 20, 20);
      expect(Math.max(...[...data].map((value, i) => Math.abs(value - plain[i]!)))).toBeLessThanOrEqual(1);
    }
    expect(memory.bytes()).toBeGreaterThan(0);
  });
  test('has nothing of a few marks on a few pixels: they are painted as fast as they are laid on', () => {
    const memory = createPictureMemory(() => 1e6, () => undefined);
    const { root, background } = frame(100);
    for (let round = 0; round < 4; round++) paint(root, createCanvas(20, 20).getContext('2d') as unknown as Surface, host, { view: [1, 0, 0, 1, 0, 0], width: 20, height: 20, background, memory });
    expect(memory.bytes()).toBe(0);
  });
  test('keeps under its cap, and lets the oldest go first', () => {
    const gone: unknown[] = [];
    let cap = 400;
    const memory = createPictureMemory(() => cap, (picture) => gone.push(picture));
    const picture = (name: string) => ({ name, width: 5, height: 5 });
    for (const name of ['a', 'b', 'c', 'd']) memory.keep(name, picture(name));
    memory.get('a');
    memory.keep('e', picture('e'));
    expect(gone).toEqual([picture('b')]);
    expect(memory.bytes()).toBe(400);
    // One larger than all of the room has it to itself until the next comes.
    memory.keep('huge', { width: 99, height: 99 });
    expect([memory.bytes(), gone.length]).toEqual([99 * 99 * 4, 5]);
    memory.keep('f', picture('f'));
    expect([memory.get('huge'), memory.bytes()]).toEqual([null, 100]);
    // Room that others took is given up when it is asked for.
    cap = 0;
    memory.fit();
    expect(memory.bytes()).toBe(0);
    memory.clear();
    expect(memory.bytes()).toBe(0);
  });
  test('what stood still goes together; what blends stays alone', () => {
    const item = (blend = 'normal'): Item => plainGroup([], { blend });
    const [a, b, c, d] = [item(), item(), item('screen'), item()];
    expect(steadyRuns([a, b, c, d]).map((run) => run.length)).toEqual([1, 1, 1, 1]);
    expect(steadyRuns([a, b, c, d]).map((run) => run.length)).toEqual([2, 1, 1]);
    expect(steadyRuns([a, item(), b, d]).map((run) => run.length)).toEqual([1, 1, 2]);
  });
});
