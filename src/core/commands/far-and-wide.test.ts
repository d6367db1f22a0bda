import { describe, expect, test } from 'vitest';
import { applyPatches, argumentSchemas, commandOf, validateTouched, work, type Made } from '.';
import { inTime, type Project } from '../model';
import { projectOf } from '../../../tests/support/projects';

const film = projectOf([
  { id: 'main', name: 'Main', duration: 100, rigid: [[10, 20], [40, 60]], settled: [{ id: 's', at: 30, values: {} }], takes: [{ id: 't', name: 'T', from: 0, to: 50 }], layers: [
    { id: 'a', name: 'A', kind: 'shape', channels: { x: { keys: [{ id: 'k', at: 0, value: 0, curve: { kind: 'elastic' } }, { id: 'l', at: 20, value: 100 }, { id: 'm', at: 1e9, value: 3 }] } } },
    { id: 'n', name: 'N', kind: 'nest', source: 'in' }, { id: 'n2', name: 'N2', kind: 'nest', source: 'in', start: 3, spans: [[3, 90]] }, { id: 'late', name: 'Late', kind: 'shape', start: 10, spans: [[12, 40]], channels: { y: { keys: [{ id: 'p', at: 0, value: 0 }, { id: 'q', at: 20, value: 9 }] } } },
  ] },
  { id: 'in', name: 'In', duration: 50, layers: [{ id: 'dot', name: 'Dot', kind: 'null', channels: { x: { keys: [{ id: 'k', at: 4, value: 0 }, { id: 'l', at: 30, value: 8 }] } } }] },
] as never);
const keys = ['k', 'l', 'm'].map((key) => ({ layer: 'a', track: 'x', key }));
const main = (project: Project) => project.compositions.by['main']!;

function done(event: string, args: object): { readonly after: Project; readonly made: Made | null; readonly words: string } {
  const parsed = commandOf(event)!.args(argumentSchemas()).safeParse({ composition: 'main', ...args });
  if (!parsed.success) return { after: film, made: null, words: parsed.error.issues[0]!.message };
  let n = 0;
  const { draft } = work(film, event as never, parsed.data as never, () => `z${++n}`);
  if (!draft || 'refused' in draft) return { after: film, made: null, words: draft ? draft.refused : '' };
  const { project, clashes } = applyPatches(film, draft.patches);
  expect(clashes).toEqual([]);
  return { after: project, made: draft, words: validateTouched(project, draft.patches).join(' ') };
}

describe('numbers beyond all measure', () => {
  test.each<readonly [string, object]>([
    ['keys.draw', { layer: 'a', track: 'x', points: [[-1e15, 0], [1e15, 5]] }], ['keys.thin', { keys, tolerance: 1 }], ['time.open', { at: 5, by: 1e15 }], ['time.open', { at: -50, by: -20 }], ['time.open', { at: 0, by: -100 }],
    ['keys.spread', { keys, factor: 1e300, around: 0 }], ['keys.spread', { keys, factor: -1, around: 0 }], ['poses.drift', { keys, frames: 1e300, percent: 1e300 }], ['keys.set', { keys, fields: { value: 'x' } }], ['keys.set', { keys, fields: { pace: 0 } }], ['keys.apart', { keys, step: Infinity }],
    ['presets.add', { composition: undefined, name: '', data: null }],
  ])('%s %j is answered in a sentence', (event, args) => expect(done(event, args).words).toMatch(/\w+ \w+/));
  test.each<readonly [string, object]>([
    ['keys.frames', { keys, tolerance: 0.1 }], ['keys.spread', { keys, factor: 1e-300, around: 5 }], ['keys.set', { keys, fields: { pace: 1e-9 } }], ['keys.set', { keys, fields: { at: 5 } }], ['poses.later', { layer: 'a', onto: ['n'], by: 1e18 }],
    ['time.open', { at: 5, by: 0.3 }], ['keys.pull', { keys, leaves: 1e300, out: 1e300 }], ['layers.ends', { layers: ['a', 'n'], from: 1e12, length: 5 }], ['spans.roll', { layers: ['a'], at: 100, by: -1e9 }], ['composition.settle', { frame: 1e12 }], ['keys.move', { keys: [keys[1]], by: 3, soft: 1e300 }],
  ])('%s %j leaves the film whole', (event, args) => { const { made, words } = done(event, args); expect([made === null, words]).toEqual([false, '']); });
});

describe('time that is opened', () => {
  const dot = (project: Project) => inTime((project.compositions.by['in']!.layers.by['dot'] as unknown as { channels: { x: { keys: never } } }).channels.x.keys).map(({ at }: { at: number }) => at);
  test('inside a nest is opened once, whoever shows it, and what could not be is told', () => {
    const { after, made } = done('time.open', { at: 10, by: 20, deep: true });
    expect([dot(after), after.compositions.by['in']!.duration]).toEqual([[4, 50], 70]);
    expect(made!.told).toMatch(/the inside of N2/);
    expect(dot(done('time.open', { at: 10, by: 20 }).after)).toEqual([4, 30]);
  });
  test('takes rigid spans, kept pictures and takes along', () => {
    const { rigid, settled, takes } = main(done('time.open', { at: 15, by: 10 }).after);
    expect([rigid, settled.by['s']!.at, [takes.by['t']!.from, takes.by['t']!.to]]).toEqual([[[10, 30], [50, 70]], 40, [0, 60]]);
    expect(main(done('time.open', { at: 5, by: -20 }).after).rigid).toEqual([[20, 40]]);
  });
  test('a layer whose beginning is taken out keeps its motion where the rest of it goes', () => {
    const late = main(done('time.open', { at: 5, by: -10 }).after).layers.by['late']!;
    expect([late.start, late.spans, inTime((late as unknown as { channels: { y: { keys: never } } }).channels.y.keys).map(({ at }: { at: number }) => at)]).toEqual([0, [[5, 30]], [0, 20]]);
  });
});

test('a pace that comes with a pasted key, a whole channel or thousands of keys is kept as any other', () => {
  const clip = { format: 'oak-tumble/keys', rate: [30, 1], tracks: [{ layer: 0, channel: 'x', type: 'N', keys: [{ at: 0, value: 0, pace: 30 }, { at: 5, value: 40 }] }] };
  const { after } = done('keys.paste', { layers: ['late'], clip, frame: 20 });
  const pasted = main(after).layers.by['late'] as unknown as { channels: { x: { keys: never } } };
  expect(inTime(pasted.channels.x.keys).map(({ at }: { at: number }) => at)).toEqual([10, 50]);
});
