import { describe, expect, test } from 'vitest';
import { addOperator, copyTiming, deleteOperator, moveOperator, pasteTiming, setOperator, type Draft, type Made } from '..';
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
