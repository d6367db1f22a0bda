import { describe, expect, test } from 'vitest';
import { projectOf, type LayerInput } from '../../../../tests/support/projects';
import { evaluateFrame } from '../../evaluate';
import type { Project } from '../../model';
import { applyPatches, validateTouched, work, type Made } from '..';

const still = { id: 's', name: 'Sign', kind: 'null', spans: [[20, 60]] } as unknown as LayerInput;
/** It comes in, stands, and goes. */
const card = { id: 'c', name: 'Card', kind: 'shape', start: 10, spans: [[10, 106]], channels: { width: { value: 40 }, height: { value: 20 }, x: { keys: [{ at: 0, value: 0 }, { at: 10, value: 100 }, { at: 80, value: 100 }, { at: 95, value: 300 }] } } } as unknown as LayerInput;
const film = (more: object = {}) => projectOf([{ id: 'main', name: 'Main', duration: 300, tempo: { bpm: 90 }, layers: [still, card], ...more } as never]);
function done(project: Project, event: string, args: object) {
  let count = 0;
  const { draft } = work(project, event as never, { composition: 'main', end: 'end', ...args } as never, () => `n${++count}`);
  if (!draft || 'refused' in draft) throw new Error(JSON.stringify(draft));
  const { project: after, clashes } = applyPatches(project, draft.patches);
  expect([clashes, validateTouched(after, draft.patches)]).toEqual([[], []]);
  return { after, made: draft as Made };
}
const bar = (project: Project, layer: string) => project.compositions.by['main']!.layers.by[layer]!.spans;

describe('stretching to something that is said', () => {
  test('to a factor, a length, a frame, and by the other end', () => {
    expect(bar(done(film(), 'layers.stretch', { layers: ['s'], factor: 1.5 }).after, 's')).toEqual([[20, 80]]);
    expect(bar(done(film(), 'layers.stretch', { layers: ['s'], length: 24 }).after, 's')).toEqual([[20, 44]]);
    expect(bar(done(film(), 'layers.stretch', { layers: ['s'], at: 90 }).after, 's')).toEqual([[20, 90]]);
    expect(bar(done(film(), 'layers.stretch', { layers: ['s'], end: 'start', factor: 1.25 }).after, 's')).toEqual([[10, 60]]);
    expect(bar(done(film(), 'layers.stretch', { layers: ['s', 'c'], length: 50 }).after, 'c')).toEqual([[10, 60]]);
  });
  test('to the beat that is nearest; without a tempo it is refused', () => {
    // A beat lasts 20 frames at 90 a minute.
    expect(bar(done(film(), 'layers.stretch', { layers: ['c'], beat: true }).after, 'c')).toEqual([[10, 100]]);
    expect(work(film({ tempo: null }), 'layers.stretch', { composition: 'main', layers: ['c'], end: 'end', beat: true } as never, () => 'n').draft).toEqual({ refused: 'Main has no tempo; type one first.' });
  });
});

describe('keys that would all give alike', () => {
  test('are told of, with a nest offered in their place', () => {
    const { made } = done(film(), 'layers.stretch', { layers: ['c', 's'], by: 50 });
    expect(made).toMatchObject({ told: 'Card: all keys give alike.', offer: { do: 'layers.elastic', with: { layers: ['c'], end: 'end', by: 50 }, instead: true } });
    expect(done(film(), 'layers.stretch', { layers: ['s'], by: 50 }).made.offer).toBeUndefined();
  });
  test('nested in one step, what moves keeps its pace and what stands gives', () => {
    const { after, made } = done(film(), 'layers.elastic', { layers: ['c'], by: 60 });
    const nest = after.compositions.by['main']!.layers.by[made.made![0] as string]!;
    expect(nest).toMatchObject({ kind: 'nest', spans: [[10, 166]] });
    const source = after.compositions.by[(nest as { readonly source: string }).source]!;
    expect(source.rigid).toEqual([[0, 11], [80, 96]]);
    const place = (project: Project, frame: number) => JSON.stringify(evaluateFrame(project, 'main', frame, { faces: () => null } as never)!.root).match(/"matrix":\[[^\]]*\]/g)!.join(' ');
    // It comes in as it did, and goes as it did, 60 frames later.
    for (const frame of [12, 15, 19]) expect(place(after, frame)).toContain(place(film(), frame).split(' ').at(-1)!);
    for (const frame of [93, 98, 103]) expect(place(after, frame + 60)).toContain(place(film(), frame).split(' ').at(-1)!);
  });
  test('where nothing moves there is nothing to keep', () => {
    expect(work(film(), 'layers.elastic', { composition: 'main', layers: ['s'], end: 'end', by: 9 } as never, () => 'n').draft).toMatchObject({ refused: 'Nothing moves in Sign; there is nothing to keep.' });
  });
});
