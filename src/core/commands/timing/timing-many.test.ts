import { describe, expect, test } from 'vitest';
import { addOperator, copyTiming, deleteOperator, moveOperator, pasteTiming, setOperator, type Draft, type Made } from '..';
import { checkProject } from '../../checks';
import { sourceTimeAt } from '../../scene';
import { inOrder, type Project } from '../../model';
import { done } from '../../../../tests/support/edits';
import { projectOf, type LayerInput } from '../../../../tests/support/projects';

let count = 0;
const newId = () => `new${++count}`;
const nest = (id: string, more: object = {}): LayerInput => ({ id, name: id, kind: 'nest', source: 'reel', spans: [[0, 60]], ...more }) as LayerInput;
const film = projectOf([
  { id: 'main', name: 'Main', duration: 200, layers: [nest('a'), nest('b', { timing: [{ id: 's', op: 'speed', rate: 2 }] }), nest('c'), { id: 'dot', name: 'Dot', kind: 'shape' }] },
  { id: 'reel', name: 'Reel', duration: 60 },
  { id: 'other', name: 'Other', duration: 100, layers: [{ ...nest('slow'), source: 'film24' } as LayerInput] },
  { id: 'film24', name: 'Film', rate: [24, 1], duration: 48 },
]);
const layer = (project: Project, id: string, composition = 'main') => project.compositions.by[composition]!.layers.by[id]!;
const sourceAt = (project: Project, id: string, frame: number) => sourceTimeAt(project, project.compositions.by['main']!, layer(project, id), frame);

describe('timing of many layers', () => {
  test('an operator is added to all, set, moved and taken off on all, and each is told for how many', () => {
    const added = addOperator(film, 'main', ['a', 'b', 'c'], 'reverse', 0, newId) as Made;
    expect([added.label, added.told]).toEqual(['Add Reverse to 3 layers', 'Plays from the end to the start, on 3 layers.']);
    const after = done(film, added);
    expect(['a', 'b', 'c'].map((id) => sourceAt(after, id, 0))).toEqual([59, 59, 59]);
    const refs = ['a', 'b', 'c'].map((id, i) => ({ layer: id, operator: added.made![i] as string }));
    const off = setOperator(after, 'main', refs, { off: true }) as Draft;
    expect(off.label).toBe('Change Reverse of 3 layers');
    expect(['a', 'c'].map((id) => sourceAt(done(after, off), id, 7))).toEqual([7, 7]);
    expect(moveOperator(after, 'main', refs, -1)!.label).toBe('Move Reverse up in b');
    const gone = deleteOperator(after, 'main', refs)!;
    expect(gone.label).toBe('Take Reverse off 3 layers');
    expect(layer(done(after, gone), 'b').timing.order).toEqual(['s']);
    expect(setOperator(after, 'main', refs, { from: 90, to: 10 })).toEqual({ refused: expect.stringMatching(/^a: /) as string });
  });
  test('a ramp takes a cut more or less by one list alone: its parts and feet follow', () => {
    const added = addOperator(film, 'main', ['a'], 'ramp', 20, newId, { cuts: [10, 30], rates: [1, 0.5, 2], blend: [[2, 2], [4, 4]] }) as Made;
    const [id] = added.made as readonly [string];
    const ramp = (fields: object) => layer(done(done(film, added), setOperator(done(film, added), 'main', [{ layer: 'a', operator: id }], fields as never) as Draft), 'a').timing.by[id];
    expect(ramp({ cuts: [10, 30, 50] })).toMatchObject({ cuts: [10, 30, 50], rates: [1, 0.5, 2, 2], blend: [[2, 2], [4, 4], [0, 0]] });
    expect(ramp({ cuts: [12] })).toMatchObject({ cuts: [12], rates: [1, 0.5], blend: [[2, 2]] });
    expect(ramp({ rates: [1, 0.5, 2, 1] })).toMatchObject({ cuts: [10, 30, 60], rates: [1, 0.5, 2, 1] });
    expect(ramp({ rates: [3] })).toMatchObject({ cuts: [], rates: [3], blend: [] });
    expect(setOperator(done(film, added), 'main', [{ layer: 'a', operator: id }], { cuts: [30, 10] })).toMatchObject({ refused: expect.stringMatching(/rise/) as string });
  });
  test('what a step is born with is read: what does not fit it is refused', () => {
    for (const born of [{ rate: 'fast'.repeat(1000) }, { nothing: 4 }, { rate: null }, { on: 'both sides' }, { tracks: 5 }]) expect(addOperator(film, 'main', ['a'], 'speed', 0, newId, born)).toEqual({ refused: 'That does not fit here.' });
    expect(layer(done(film, addOperator(film, 'main', ['a'], 'speed', 0, () => 'own', { rate: 3, on: 'keys', tracks: ['x'] }) as Made), 'a').timing.by['own']).toMatchObject({ rate: 3, on: 'keys', tracks: ['x'] });
  });
  test('numbers too large to be worked out show nothing and end', () => {
    for (const [op, born] of [['ramp', { cuts: [5, 10], rates: [1e308, -1e308, 1e308] }], ['ramp', { cuts: [1e-300, 1e300], rates: [1, 1e300, -1e300], blend: 1e300 }], ['elastic', { length: 1e308 }], ['cue', { moves: [[-1e308, 1e308], [1e308, -1e308]] }], ['pins', { pins: [[-1e308, 1e308], [1e308, -1e308]] }], ['loop', { to: 1e-300, until: 1e308, then: 'on' }], ['step', { every: 1e-300, cuts: [[3, 1e-300]] }]] as const) {
      const after = done(film, addOperator(film, 'main', ['a'], op, 0, newId, born) as Made);
      for (const frame of [0, 7, 59]) expect(sourceAt(after, 'a', frame) ?? 0, `${op} at ${frame}`).toSatisfy((at: number) => at >= 0 && at < 60);
      expect(checkProject(after).length).toBeGreaterThanOrEqual(0);
    }
  });
  test('steps are copied to other layers, their numbers in the frames that those count', () => {
    const made = done(film, addOperator(film, 'main', ['a'], 'pause', 30, newId));
    const [step] = layer(made, 'a').timing.order;
    const clip = copyTiming(made, 'main', [{ layer: 'a', operator: step! }])!;
    const twice = done(made, pasteTiming(made, 'main', ['b', 'c'], clip, newId));
    expect([layer(twice, 'b'), layer(twice, 'c')].map((one) => inOrder(one.timing).at(-1))).toMatchObject([{ op: 'pause', at: 30, for: 30 }, { op: 'pause', at: 30, for: 30 }]);
    const slower = done(made, pasteTiming(made, 'other', ['slow'], clip, newId));
    expect(inOrder(layer(slower, 'slow', 'other').timing)).toMatchObject([{ op: 'pause', at: 24, for: 24 }]);
    expect(copyTiming(made, 'main', [{ layer: 'dot', operator: 'x' }])).toBeNull();
  });
});

describe('a new operator tells what it did and what gave', () => {
  test('a pause pushes the end out of the bar, which may be lengthened', () => {
    const pause = addOperator(film, 'main', ['a'], 'pause', 20, newId) as Made;
    expect(pause.told).toBe('Holds frame 20 for 30 frames; the bar now ends 30 frames early.');
    expect(pause.offer).toEqual({ words: 'Lengthen it', do: 'layers.trim', with: { composition: 'main', layers: ['a'], end: 'end', at: 90 } });
    expect(sourceAt(done(film, pause), 'a', 59)).toBe(29);
  });
  test('faster, it has nothing left to show; at the end of the composition there is no room', () => {
    const fast = addOperator(film, 'main', ['a'], 'speed', 0, newId) as Made;
    const twice = done(film, fast);
    expect(fast.told).toMatch(/^Plays at 50 %; the bar now ends \d+ frames early\.$/);
    expect(setOperator(twice, 'main', [{ layer: 'a', operator: fast.made![0] as string }], { rate: 2 })).not.toBeNull();
    const full = done(film, { event: 'x.y', label: 'X', patches: [{ path: ['compositions', 'by', 'main', 'duration'], from: 200, to: 60 }] });
    expect((addOperator(full, 'main', ['a'], 'pause', 20, newId) as Made).told).toBe('Holds frame 20 for 30 frames; the composition ends 30 frames too early for it.');
    expect(addOperator(film, 'main', ['a'], 'loop', 20, newId)).toMatchObject({ told: 'Plays all of it again and again; its bar holds one play.', offer: { words: 'Lengthen it to the end', with: { at: 200 } } });
    expect((addOperator(film, 'main', ['dot'], 'freeze', 20, newId) as Made).told).toBe('Shows frame 20 all the time.');
  });
});

describe('on a layer whose own keys are its only time', () => {
  const keyed = (values: readonly number[]) => projectOf([{ id: 'main', name: 'Main', duration: 200, layers: [{ id: 'a', name: 'A', kind: 'null', channels: { x: { keys: values.map((value, i) => ({ at: i * 12, value })) } } } as never] }]);
  const born = (project: Project, op: 'loop' | 'reverse') => {
    return layer(done(project, addOperator(project, 'main', ['a'], op, 50, () => 'new') as Made), 'a').timing.by['new'];
  };
  test('a loop and a reverse end after its last key', () => {
    expect(born(keyed([0, 50, 80]), 'loop')).toMatchObject({ from: 0, to: 25 });
    expect(born(keyed([0, 50, 80]), 'reverse')).toMatchObject({ to: 25 });
  });
  test('a round that ends on what it begins with does not show that twice', () => {
    expect(born(keyed([0, 50, 0]), 'loop')).toMatchObject({ to: 24 });
    expect(born(keyed([0, 50, 0]), 'reverse')).toMatchObject({ to: 25 });
  });
});
