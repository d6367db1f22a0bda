import { describe, expect, test } from 'vitest';
import { CHECKS, checkProject } from '.';
import { projectOf, type LayerInput } from '../../../tests/support/projects';

const turning = (last: number): LayerInput => ({ id: 'w', name: 'Wheel', kind: 'null', channels: { rotation: { keys: [{ at: 0, value: 0 }, { at: 20, value: last }] } } });
const looped = (inside: LayerInput, timing: NonNullable<LayerInput['timing']>, more: object = {}) => projectOf([
  { id: 'main', name: 'Main', duration: 60, layers: [{ id: 'n', name: 'Nest', kind: 'nest', source: 'reel', timing, ...more } as LayerInput] },
  { id: 'reel', name: 'Reel', duration: 20, layers: [inside] },
]);
const codes = (project: ReturnType<typeof projectOf>) => checkProject(project).map((problem) => problem.code);

test('every check has a code of its own, and words', () => {
  expect(CHECKS.length).toBe(4);
  expect(new Set(CHECKS.map((check) => check.code)).size).toBe(CHECKS.length);
  for (const check of CHECKS) expect(check.about).toMatch(/\.$/);
});

describe('seam-gap', () => {
  test('a full turn closes, three quarters do not', () => {
    expect(codes(looped(turning(360), [{ op: 'loop' }]))).toEqual([]);
    expect(codes(looped(turning(720), [{ op: 'loop' }]))).toEqual([]);
    expect(codes(looped(turning(270), [{ op: 'loop' }]))).toEqual(['seam-gap']);
  });
  test('to and fro, a single play and an operator that is off have no seam', () => {
    for (const timing of [{ op: 'loop', mode: 'swing' }, { op: 'loop', count: 1, to: 20 }, { op: 'loop', off: true }] as const) {
      expect(codes(looped(turning(270), [timing], { spans: [[0, 20]] })).includes('seam-gap')).toBe(false);
    }
  });
  test('names the channel, both frames and what to do', () => {
    const [problem] = checkProject(looped(turning(270), [{ op: 'loop' }]));
    expect(problem).toMatchObject({ level: 'warning', where: { composition: 'main', layer: 'n' } });
    expect(problem!.message).toMatch(/frames 0 to 20 of “Reel”, and Turn of “Wheel” differs/);
    expect(problem!.fix).toMatch(/at frame 20/);
  });
  test('a channel that repeats its own keys is asked too', () => {
    const repeating = (last: number, after: 'repeat' | 'climb') => projectOf([{ id: 'main', name: 'Main', layers: [{ id: 'a', name: 'A', kind: 'null', channels: { x: { after, keys: [{ at: 0, value: 0 }, { at: 9, value: last }] } } }] }]);
    expect(codes(repeating(5, 'repeat'))).toEqual(['seam-gap']);
    expect(codes(repeating(0, 'repeat'))).toEqual([]);
    expect(codes(repeating(5, 'climb'))).toEqual([]);
  });
  test('a composition made to run round is checked whole, and nests by their source times', () => {
    const round = (timing: NonNullable<LayerInput['timing']>) => projectOf([
      { id: 'main', name: 'Main', duration: 40, loops: true, layers: [{ id: 'n', name: 'N', kind: 'nest', source: 'reel', timing }] },
      { id: 'reel', name: 'Reel', duration: 20, layers: [turning(360)] },
    ]);
    expect(codes(round([{ op: 'loop' }]))).toEqual([]);
    expect(codes(round([{ op: 'speed', rate: 0.5 }]))).toEqual(['seam-gap']);
  });
});

describe('blank-frames', () => {
  test.each<[string, NonNullable<LayerInput['timing']>, object, readonly number[]]>([
    ['runs out', [], {}, [20, 40]],
    ['starts late', [{ op: 'delay', by: 5 }], { spans: [[0, 20]] }, [0, 5]],
    ['runs backwards past its start', [{ op: 'speed', rate: -1, at: 5 }], { spans: [[0, 15]] }, [11, 4]],
    ['is trimmed to what there is', [], { spans: [[0, 20]] }, []],
    ['loops', [{ op: 'loop' }], {}, []],
    ['freezes', [{ op: 'freeze', at: 99 }], {}, []],
    ['on twos past the end', [{ op: 'step', every: 2 }], { spans: [[0, 22]] }, [20, 2]],
  ])('%s', (_, timing, more, wanted) => {
    const found = checkProject(looped(turning(360), timing, more)).find((problem) => problem.code === 'blank-frames');
    if (wanted.length === 0) return expect(found).toBeUndefined();
    expect(found).toMatchObject({ where: { layer: 'n', frame: wanted[0] }, message: expect.stringContaining(`${wanted[1]} frames from frame ${wanted[0]} on`) as string });
  });
});

describe('sources', () => {
  test('a missing one is an error, and alone', () => expect(codes(projectOf([{ id: 'main', name: 'Main', layers: [{ id: 'n', name: 'N', kind: 'nest', source: 'nowhere' }, { id: 'i', name: 'I', kind: 'image', source: 'nothing' }] }]))).toEqual(['missing-source', 'missing-source']));
  test('rings are told with the whole chain, from each nest in them', () => {
    const ring = projectOf([
      { id: 'a', name: 'A', layers: [{ id: 'n', name: 'N', kind: 'nest', source: 'b', timing: [{ op: 'loop' }] }] },
      { id: 'b', name: 'B', layers: [{ id: 'n', name: 'N', kind: 'nest', source: 'c', timing: [{ op: 'loop' }] }] },
      { id: 'c', name: 'C', layers: [{ id: 'n', name: 'N', kind: 'nest', source: 'a', timing: [{ op: 'loop' }] }] },
    ]);
    const cycles = checkProject(ring).filter((problem) => problem.code === 'nest-cycle');
    expect(cycles.length).toBe(3);
    expect(cycles[0]!.message).toMatch(/A → B → C → A/);
  });
});
