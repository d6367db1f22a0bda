import { describe, expect, test } from 'vitest';
import { multiply, transform, type Group, type Matrix } from '../display';
import { activity, affectedBy, trackAt } from '../scene';
import type { Project } from '../model';
import { applyPatches, work, type Draft } from '../commands';
import { projectOf } from '../../../tests/support/projects';
import { evaluateFrame } from '.';

const FACES = { faces: () => null, purpose: 'output' } as const;

function film(copies: object, lamp: object = {}, more: readonly object[] = []): Project {
  const rest = (values: object) => Object.fromEntries(Object.entries(values).map(([name, value]) => [name, typeof value === 'number' ? { value } : value]));
  const { channels = {}, ...fields } = copies as { channels?: object };
  return projectOf([{ id: 'main', name: 'Main', duration: 60, layers: [
    { id: 'row', name: 'Row', kind: 'copies', of: 'lamp', channels: rest(channels), ...fields },
    { id: 'lamp', name: 'Lamp', kind: 'shape', channels: rest({ x: 100, y: 50, ...lamp }) }, ...more,
  ] }] as never);
}

/** Where each copy puts the origin of what it repeats, in the order of painting, with its opacity. */
function places(project: Project, frame = 0): readonly (readonly [x: number, y: number, opacity: number])[] {
  const evaluated = evaluateFrame(project, 'main', frame, FACES)!;
  const row = evaluated.root.items[evaluated.drawn.indexOf('row')] as Group | undefined;
  return (row?.items ?? []).map((item) => {
    const step = item as Group;
    const [inner] = step.items as [Group];
    const [x, y] = transform(multiply(row!.matrix, multiply(step.matrix, inner.matrix as Matrix)), 0, 0);
    return [Math.round(x * 1000) / 1000 + 0, Math.round(y * 1000) / 1000 + 0, Math.round(step.opacity * 1000) / 1000];
  });
}

describe('copies', () => {
  test('each is a step further in place and opacity; the first is in front, or the last', () => {
    expect(places(film({ channels: { amount: 3, stepX: 10, stepY: 5, stepOpacity: 50 } }))).toEqual([[120, 60, 0.25], [110, 55, 0.5], [100, 50, 1]]);
    expect(places(film({ front: 'last', channels: { amount: 2, stepX: 10 } }))).toEqual([[100, 50, 1], [110, 50, 1]]);
  });
  test('turn and size go around the pivot of the copies', () => {
    expect(places(film({ channels: { amount: 4, stepTurn: 90, pivotX: 100, pivotY: 0, x: 100, y: 0 } }))).toEqual([[150, 0, 1], [100, -50, 1], [50, 0, 1], [100, 50, 1]]);
    expect(places(film({ channels: { amount: 3, stepSize: 50 } }))).toEqual([[25, 12.5, 1], [50, 25, 1], [100, 50, 1]]);
  });
  test('each is later in time, and seen where what it repeats has its bar then', () => {
    const moving = { x: { keys: [{ at: 0, value: 0 }, { at: 40, value: 40 }] } };
    expect(places(film({ channels: { amount: 3, stepTime: 10 } }, moving), 25).map(([x]) => x)).toEqual([5, 15, 25]);
    const short = projectOf([{ id: 'main', name: 'Main', duration: 60, layers: [{ id: 'row', name: 'Row', kind: 'copies', of: 'lamp', channels: { amount: { value: 3 }, stepTime: { value: 10 } } }, { id: 'lamp', name: 'Lamp', kind: 'shape', spans: [[0, 20]], channels: { x: { value: 7 } } }] }] as never);
    expect([0, 15, 25, 45].map((frame) => places(short, frame).length)).toEqual([1, 2, 2, 0]);
  });
  test('a part of one is none, and what is hidden is repeated all the same', () => {
    const hidden = film({ channels: { amount: 2.9, stepX: 1 } });
    expect(places(hidden)).toHaveLength(2);
    const { draft } = work(hidden, 'layers.set', { composition: 'main', layers: ['lamp'], field: 'visible', value: false }, () => 'n');
    expect(places(applyPatches(hidden, (draft as Draft).patches).project)).toHaveLength(2);
  });
  test('copies of copies multiply, of themselves or in a ring show nothing, and of a layer that is gone neither', () => {
    const grid = { id: 'grid', name: 'Grid', kind: 'copies', of: 'row', channels: { amount: { value: 3 }, stepY: { value: 20 } } };
    const evaluated = evaluateFrame(film({ channels: { amount: 4, stepX: 10 } }, {}, [grid]), 'main', 0, FACES)!;
    const drawn = evaluated.root.items[evaluated.drawn.indexOf('grid')] as Group;
    expect(drawn.items.map((item) => ((item as Group).items[0] as Group).items.length)).toEqual([4, 4, 4]);
    expect(places(film({ of: 'grid' }, {}, [grid]))).toEqual([]);
    expect(places(film({ of: 'gone' }))).toEqual([]);
  });
  test('they move when what they repeat does, later; and an edit of that is seen in them', () => {
    // The second copy comes when the lamp's bar had begun ten frames before.
    const blink = film({ channels: { amount: 2, stepTime: 10 } }, { x: { keys: [{ at: 5, value: 0, right: 'hold' }, { at: 6, value: 9 }] } });
    expect([...activity(blink, 'main')].flatMap((count, frame) => (count > 0 ? [frame] : []))).toEqual([6, 10, 16]);
    const { draft } = work(blink, 'tracks.set', { composition: 'main', values: [{ layer: 'lamp', track: 'y', value: 90 }], frame: 0, keying: false, keepWas: false }, () => 'n');
    const after = applyPatches(blink, (draft as Draft).patches).project;
    expect(affectedBy(blink, after, 'main')(30)).toBe(true);
    expect(trackAt(blink, blink.compositions.by['main']!.layers.by['row']!, 'stepTime')!.spec.unit).toBe('frames');
  });
});
