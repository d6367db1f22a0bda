import { describe, expect, test } from 'vitest';
import fc from 'fast-check';
import { CHECKS, checkProject, checksInSteps, LEVELS, type Problem } from '.';
import { applyPatches, patchOf, validateTouched, work, type Draft } from '../commands';
import { activity, sourceTimeAt } from '../scene';
import { inOrder, type Project } from '../model';
import { projectOf, type LayerInput } from '../../../tests/support/projects';
import { counting, missingFrom, randomFilm } from '../../../tests/support/random-film';

const turning = (last: number): LayerInput => ({ id: 'w', name: 'Wheel', kind: 'null', channels: { rotation: { keys: [{ at: 0, value: 0 }, { at: 20, value: last }] } } });
const looped = (inside: LayerInput, timing: NonNullable<LayerInput['timing']>, more: object = {}) => projectOf([
  { id: 'main', name: 'Main', duration: 60, layers: [{ id: 'n', name: 'Nest', kind: 'nest', source: 'reel', timing, ...more } as LayerInput] },
  { id: 'reel', name: 'Reel', duration: 20, layers: [inside] },
]);
const codes = (project: ReturnType<typeof projectOf>) => checkProject(project).map((problem) => problem.code);

test('every check has a code of its own, and words', () => {
  expect(CHECKS.length).toBe(27);
  for (const check of CHECKS) expect(LEVELS[check.code]).toMatch(/error|warning|note/);
  expect(Object.values(LEVELS).filter((level) => level === 'error').length).toBe(11);
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

describe('loop-short', () => {
  const late: LayerInput = { id: 'w', name: 'Wheel', kind: 'null', channels: { rotation: { keys: [{ at: 0, value: 0 }, { at: 10, value: 360 }, { at: 20, value: 720 }] } } };
  test('a loop that ends before its source, which still moves there, is told and mended', () => {
    const project = looped(late, [{ id: 'run', op: 'loop', to: 10 }]);
    const problem = checkProject(project).find(({ code }) => code === 'loop-short')!;
    expect(problem).toMatchObject({ level: 'note', message: '“Nest” loops up to frame 10 of “Reel”, which goes on to frame 20: what moves there is never seen.' });
    const { draft } = work(project, problem.mend!.do as never, problem.mend!.with as never, () => 'x');
    expect(codes(applyPatches(project, (draft as Draft).patches).project)).toEqual([]);
  });
  test('one that ends where the motion does is as it should be', () => {
    const still: LayerInput = { id: 'w', name: 'Wheel', kind: 'null', channels: { rotation: { keys: [{ at: 0, value: 0 }, { at: 10, value: 360 }] } } };
    expect(codes(looped(still, [{ op: 'loop', to: 11 }]))).not.toContain('loop-short');
    expect(codes(looped(late, [{ op: 'loop' }]))).not.toContain('loop-short');
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
    ['begins late and ends with the composition', [], { start: 14, spans: undefined, host: 24, D: 10 }, [0, 14]],
    ['is short and late', [], { start: 9, spans: undefined, host: 24, D: 3 }, [0, 21]],
    ['on twos past the end', [{ op: 'step', every: 2 }], { spans: [[0, 22]] }, [20, 2]],
  ])('%s', (_, timing, more, wanted) => {
    const { host, D, ...layer } = more as { host?: number; D?: number };
    const film = looped(turning(360), timing, layer);
    const sized = host === undefined ? film : projectOf([
      { id: 'main', name: 'Main', duration: host, layers: [{ id: 'n', name: 'Nest', kind: 'nest', source: 'reel', timing, ...layer } as LayerInput] }, { id: 'reel', name: 'Reel', duration: D!, layers: [] },
    ]);
    const found = checkProject(sized).find((problem) => problem.code === 'blank-frames');
    if (wanted.length === 0) return expect(found).toBeUndefined();
    expect(found).toMatchObject({ where: { layer: 'n', frame: wanted[0] }, message: expect.stringContaining(`${wanted[1]} frames from frame ${wanted[0]} on`) as string });
  });
});

test('the blank frames that are told are those that a walk from frame to frame finds, on any film', () => {
  const seen = counting();
  let blank = 0;
  fc.assert(fc.property(randomFilm, (project) => {
    seen.see(project);
    const told = checkProject(project).filter((problem) => problem.code === 'blank-frames');
    for (const composition of inOrder(project.compositions)) for (const layer of inOrder(composition.layers)) {
      if (layer.kind !== 'nest' && layer.kind !== 'footage' && layer.kind !== 'audio') continue;
      const frames = Array.from({ length: composition.duration }, (_, frame) => frame).filter((frame) => layer.spans.some(([from, to]) => frame >= from && frame < to));
      const empty = frames.filter((frame) => sourceTimeAt(project, composition, layer, frame) === null);
      const found = told.find(({ where }) => where.composition === composition.id && where.layer === layer.id);
      if (empty.length > 0) blank++;
      const words = empty.length === 0 ? undefined : `for ${empty.length} ${empty.length === 1 ? 'frame' : 'frames'} from frame ${empty[0]} on`;
      if (words === undefined ? found : !found?.message.includes(words)) throw new Error(`${layer.id} of ${composition.id}: ${found?.message ?? 'nothing told'}, and ${words ?? 'nothing blank'}`);
    }
  }), { seed: 81, numRuns: 300 });
  expect(missingFrom(seen.held)).toEqual([]);
  expect(blank).toBeGreaterThan(50);
});

describe('activity', () => {
  test('a still source appears and ends', () => {
    const still = (timing: NonNullable<LayerInput['timing']>, more: object) => activity(looped({ id: 'w', name: 'W', kind: 'shape' }, timing, more), 'main');
    const changes = (counts: Uint8Array) => [...counts].flatMap((count, frame) => (count > 0 ? [frame] : []));
    expect(changes(still([], {}))).toEqual([20]);
    expect(changes(still([], { start: 7 }))).toEqual([7, 27]);
    expect(changes(still([{ op: 'loop' }], {}))).toEqual([]);
    expect(changes(still([], { spans: [[5, 12]] }))).toEqual([5, 12]);
  });
});

describe('seams of nests', () => {
  test('a nest whose bar does not reach both sides of the seam has none', () => {
    const inner = (spans: readonly (readonly [number, number])[]) => projectOf([
      { id: 'main', name: 'Main', duration: 60, layers: [{ id: 'n', name: 'N', kind: 'nest', source: 'loop', timing: [{ op: 'loop' }] }] },
      { id: 'loop', name: 'Loop', duration: 20, layers: [{ id: 'i', name: 'I', kind: 'nest', source: 'reel', spans: spans as [number, number][] }] },
      { id: 'reel', name: 'Reel', duration: 40, layers: [turning(360)] },
    ]);
    expect(codes(inner([[0, 20]]))).toEqual(['seam-gap']);
    for (const spans of [[[5, 15]], [[0, 15]], [[5, 20]], [[0, 4], [6, 19]]] as const) expect(codes(inner(spans))).toEqual([]);
    expect(codes(inner([[0, 4], [6, 20]]))).toEqual(['seam-gap']);
  });
  test('a channel that repeats is judged by what its last segment ends on', () => {
    const repeats = (value: number, arrives: number) => codes(projectOf([{ id: 'main', name: 'Main', layers: [{ id: 'a', name: 'A', kind: 'null', channels: { x: { after: 'repeat', keys: [{ at: 0, value: 0 }, { at: 9, value, arrives }] } } }] }]));
    expect([repeats(5, 0), repeats(0, 5)]).toEqual([[], ['seam-gap']]);
  });
});

describe('films of any length and depth', () => {
  test('the first frame at which a formula fails is found, wherever it is', () => {
    const driven = (at: number) => ({ value: 0, formula: `1 / (f - ${at})` });
    const film = projectOf([{ id: 'main', name: 'Main', duration: 200_000, layers: [{ id: 'a', name: 'A', kind: 'null', channels: { x: driven(91_237), y: driven(3), rotation: driven(199_999) } }, { id: 'b', name: 'B', kind: 'null', spans: [[500, 70_000]], channels: { x: driven(69_999), y: driven(70_001) } }] }] as never);
    expect(checkProject(film).filter(({ code }) => code === 'formula-error').map(({ where }) => [where.layer, where.channel, where.frame])).toEqual([['a', 'x', 91_237], ['a', 'y', 3], ['a', 'rotation', 199_999], ['b', 'x', 69_999]]);
  });
  test('the worker gives way between pieces of a long one', () => {
    const film = projectOf([{ id: 'main', name: 'Main', duration: 100_000, layers: [{ id: 'a', name: 'A', kind: 'null', channels: { x: { value: 0, formula: 'f / 2' } } }] }] as never);
    let pieces = 0;
    for (const steps = checksInSteps(film); !steps.next().done;) pieces++;
    expect(pieces).toBeGreaterThan(CHECKS.length + 45);
  });
  test('a still tail deep in nests is told, and a loop is tried where few show it', () => {
    const deep = (n: number) => projectOf(Array.from({ length: n }, (_, i) => ({ id: `c${i}`, name: `C${i}`, duration: 300, layers: [i === n - 1 ? { id: 'w', name: 'W', kind: 'shape', channels: { x: { keys: [{ at: 0, value: 0 }, { at: 100, value: 50 }] } } } : { id: 'n', name: 'N', kind: 'nest', source: `c${i + 1}` }] })) as never);
    const tails = (project: Project) => checkProject(project).filter(({ code }) => code === 'still-tail');
    expect(tails(deep(3)).map(({ mend }) => mend !== undefined)).toEqual([true, true, true]);
    const many = tails(deep(40));
    expect([many.length, many.filter(({ mend }) => mend !== undefined).length]).toEqual([40, 8]);
  });
  test('what was found is found again where something deep in a nest is edited', () => {
    const film = (value: number) => projectOf([
      { id: 'a', name: 'A', duration: 20, layers: [{ id: 'n', name: 'N', kind: 'nest', source: 'c', timing: [{ op: 'loop', to: 20 }] }] },
      { id: 'c', name: 'C', duration: 20, layers: [{ id: 'w', name: 'W', kind: 'null', channels: { rotation: { keys: [{ at: 0, value: 0 }, { at: 20, value }] } } }] },
    ] as never);
    const one = film(360);
    const patched = applyPatches(one, [patchOf(['compositions', 'by', 'c', 'layers', 'by', 'w', 'channels', 'rotation', 'keys', 'k2', 'value'], 360, 90)]).project;
    const gaps = (project: Project) => checkProject(project).filter(({ code, where }) => code === 'seam-gap' && where.composition === 'a').length;
    expect([gaps(one), gaps(patched), gaps(one)]).toEqual([0, 1, 0]);
  });
});

describe('keys and parents', () => {
  const with_ = (...layers: object[]) => projectOf([{ id: 'main', name: 'Main', duration: 60, layers: layers as LayerInput[] }]);
  test('keys that the bar never reaches are a note; the key on which motion ends with the bar is not', () => {
    const at = (times: readonly number[], more: object = {}) => checkProject(with_({ id: 'a', name: 'A', kind: 'null', start: 5, spans: [[10, 30]], channels: { x: { keys: times.map((time) => ({ at: time, value: time })) } }, ...more }));
    expect(at([5, 12, 25])).toEqual([]);
    expect(at([-3, 12, 26, 40])).toMatchObject([{ code: 'keys-outside-span', level: 'note', where: { layer: 'a', channel: 'x', frame: 2 }, message: 'Across of “A” has 3 keys outside its bar, the first at frame 2.' }]);
    // What bends the time of the keys is asked: on hold from frame 3 on, none but the first two are ever reached.
    expect(at([5, 8, 25], { timing: [{ op: 'freeze', at: 8 }] })).toMatchObject([{ message: expect.stringContaining('has 2 keys') as string }]);
    expect(at([5, 8, 9], { timing: [{ op: 'loop', from: 4, to: 10 }] })).toEqual([]);
  });
  test('a parent that is not there, and rings of parents, each once', () => {
    const follows = (id: string, parent: string) => ({ id, name: id.toUpperCase(), kind: 'null', parent });
    expect(checkProject(with_(follows('a', 'gone')))).toMatchObject([{ code: 'missing-parent', level: 'error', where: { layer: 'a' } }]);
    expect(checkProject(with_(follows('d', 'b'), follows('a', 'b'), follows('b', 'c'), follows('c', 'a'), follows('x', 'x')))).toMatchObject([
      { code: 'parent-cycle', level: 'error', where: { layer: 'b' }, message: 'Layers of “Main” follow each other in a ring: B → C → A → B.' }, { code: 'parent-cycle', message: '“X” follows itself.' },
    ]);
  });
  test('a layer clipped by itself, and rings of clips, through washes too, each once, until one is let go', () => {
    const clipped = (id: string, clipTo: string, more: object = {}) => ({ id, name: id.toUpperCase(), kind: 'shape', clipTo, ...more });
    const film = with_(clipped('d', 'b'), clipped('a', 'b'), clipped('b', 'c'), clipped('c', 'a'), clipped('x', 'x'), { id: 'w', name: 'W', kind: 'wash', appliesTo: 'v', clipTo: 'v' }, clipped('v', 'gone'));
    const found = checkProject(film).filter(({ code }) => code === 'clip-cycle');
    expect(found.map(({ level, where, message }) => [level, where.layer, message])).toEqual([
      ['error', 'a', 'Layers of “Main” are clipped by each other in a ring: A → B → C → A. Each is seen whole.'], ['error', 'x', '“X” is clipped by itself.'], ['error', 'w', 'Layers of “Main” are clipped by each other in a ring: W → V → W. Each is seen whole.'],
    ]);
    let mended = film;
    for (const { mend } of found) mended = applyPatches(mended, (work(mended, mend!.do as never, mend!.with as never, () => 'n').draft as Draft).patches).project;
    expect(checkProject(mended).filter(({ code }) => code === 'clip-cycle')).toEqual([]);
  });
  test('a mask’s painted picture must be there', () => {
    expect(codes(with_({ id: 'a', name: 'A', kind: 'shape', masks: [{ painted: 'gone' }] }))).toEqual(['missing-asset']);
  });
});

describe('texts', () => {
  const text = (text: object, font = 'Figtree') => checkProject(projectOf([{ id: 'main', name: 'Main', layers: [{ id: 't', name: 'Sign', kind: 'text', font, channels: { text } } as never] }])).filter(({ code }) => code === 'missing-glyph');
  test('characters that the font does not have are named, in what it says at any key', () => {
    expect(text({ value: 'Straße 12 – Čas' })).toEqual([]);
    expect(text({ value: 'To 東\nand 京' })[0]).toMatchObject({ level: 'warning', where: { layer: 't', channel: 'text' }, message: '“Sign” has characters that Figtree does not: “東”, “京”; a box stands there.' });
    expect(text({ value: '', keys: [{ at: 3, value: 'ok' }, { at: 9, value: '→' }] })[0]!.message).toMatch(/a character that Figtree does not: “→”/);
    expect(text({ value: 'αβγδεζηθ' }, 'Nobody’s')[0]!.message).toMatch(/“ζ” and 2 more/);
  });
});

describe('sources', () => {
  test('a missing one is an error, and alone', () => expect(codes(projectOf([{ id: 'main', name: 'Main', layers: [{ id: 'n', name: 'N', kind: 'nest', source: 'nowhere' }, { id: 'i', name: 'I', kind: 'image', source: 'nothing' }] }]))).toEqual(['missing-source', 'missing-asset']));
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

describe('mending', () => {
  const rank = { error: 0, warning: 1, note: 2 };
  test('what a problem offers takes it away, and leaves none of its own kind there nor any graver one', () => {
    const told = new Map<string, number>();
    fc.assert(fc.property(randomFilm, (film) => {
      const before = checkProject(film);
      for (const problem of before) {
        if (!problem.mend) continue;
        let count = 0;
        const { draft } = work(film, problem.mend.do as never, problem.mend.with as never, () => `w${++count}`);
        if (!draft || 'refused' in draft) throw new Error(`${problem.message} ${JSON.stringify(problem.mend)} comes to ${JSON.stringify(draft)}`);
        const { project, clashes } = applyPatches(film, draft.patches);
        if (clashes.length > 0 || validateTouched(project, draft.patches).length > 0) throw new Error(`${problem.message}: ${validateTouched(project, draft.patches).join(' ')}`);
        const left = checkProject(project);
        const here = ({ where }: Problem) => where.composition === problem.where.composition && where.layer === problem.where.layer;
        if (left.some((one) => here(one) && one.code === problem.code && one.where.channel === problem.where.channel)) throw new Error(`${problem.message} is not mended by ${JSON.stringify(problem.mend)}`);
        const graver = (list: readonly Problem[]) => list.filter((one) => here(one) && rank[one.level] <= rank[problem.level]).length;
        if (graver(left) > graver(before)) throw new Error(`${problem.message} leaves ${JSON.stringify(left)}`);
        told.set(problem.code, (told.get(problem.code) ?? 0) + 1);
      }
    }), { seed: 12, numRuns: 150, endOnFailure: true });
    for (const code of ['blank-frames', 'seam-gap', 'keys-outside-span']) expect(told.get(code) ?? 0, code).toBeGreaterThan(5);
  }, 120_000);
  test('a bar with pictures between its blank frames is not offered to be trimmed', () => {
    // Backwards and forwards again: blank at first, four frames of picture, blank once more.
    const film = projectOf([
      { id: 'main', name: 'Main', duration: 30, layers: [{ id: 'n', name: 'N', kind: 'nest', source: 'reel', spans: [[0, 30]], timing: [{ op: 'remap', keys: [{ at: 0, to: -8 }, { at: 8, to: 0 }, { at: 12, to: 4 }, { at: 30, to: 22 }] }] }] },
      { id: 'reel', name: 'Reel', duration: 4, layers: [] },
    ]);
    const [problem] = checkProject(film).filter(({ code }) => code === 'blank-frames');
    expect(problem!.message).toContain('shows nothing for 26 frames from frame 0');
    expect(problem!.mend).toBeUndefined();
  });
  test('a layer that follows nobody that is there, or itself, is set free', () => {
    const film = projectOf([{ id: 'main', name: 'Main', layers: [{ id: 'a', name: 'A', kind: 'null', parent: 'gone' }, { id: 'b', name: 'B', kind: 'null', parent: 'b' }] }]);
    for (const problem of checkProject(film)) {
      const { draft } = work(film, problem.mend!.do as never, problem.mend!.with as never, () => 'w');
      expect(codes(applyPatches(film, (draft as Draft).patches).project).length).toBe(1);
    }
  });
  test('what was found in a composition is remembered while it and what it shows are the same', () => {
    const film = looped(turning(270), [{ op: 'loop' }]);
    const other = applyPatches(film, [patchOf(['name'], film.name, 'Other')]).project;
    expect(checkProject(other)[0]!.where).toBe(checkProject(film)[0]!.where);
    const renamed = applyPatches(film, [patchOf(['compositions', 'by', 'reel', 'name'], 'Reel', 'Wheel')]).project;
    expect(checkProject(renamed)[0]!.message).toContain('Wheel');
  });
});

describe('what should stay as it is', () => {
  const film = (more: object) => projectOf([{ id: 'main', name: 'Main', duration: 60, layers: [{ id: 'a', name: 'A', kind: 'null', channels: { x: { keys: [{ id: 'k', at: 0, value: 0, right: [10, 90] }, { id: 'l', at: 30, value: 60 }] }, rotation: { value: 9 }, ...more } }] } as never]);
  test('a value beyond its bounds is told at its first frame, also where only the curve goes there', () => {
    const [problem] = checkProject(film({ x: { limits: [0, 70], keys: [{ id: 'k', at: 0, value: 0, right: [10, 90] }, { id: 'l', at: 30, value: 60, left: [-10, 60] }] } }));
    expect(problem).toMatchObject({ code: 'outside-limits', level: 'warning', where: { composition: 'main', layer: 'a', channel: 'x', frame: 11 } });
    expect(problem!.message).toMatch(/^Across of “A” goes to \d+(\.\d+)?, beyond its bounds 0 and 70, first at frame 11, \d+ frames in all\.$/);
    expect(codes(film({ x: { limits: [0, 200], keys: [{ id: 'k', at: 0, value: 0 }, { id: 'l', at: 30, value: 60 }] } }))).toEqual([]);
    expect(codes(film({ skew: { value: 40, limits: [-30, 30] } }))).toEqual(['outside-limits']);
  });
  test('a picture that was kept and changed is told with what changed, and is kept anew as its mend', () => {
    const whole = film({});
    const kept = (project: typeof whole) => { const { draft } = work(project, 'composition.settle', { composition: 'main', layers: null, frame: 30 }, () => 'v'); return applyPatches(project, (draft as Draft).patches).project; };
    expect(codes(kept(whole))).toEqual([]);
    const moved = (project: typeof whole) => applyPatches(project, (work(project, 'tracks.set', { composition: 'main', values: [{ layer: 'a', track: 'rotation', value: 12 }], frame: 0, keying: false }, () => 'n').draft as Draft).patches).project;
    const [problem] = checkProject(moved(kept(whole)));
    expect(problem).toMatchObject({ code: 'settled-changed', where: { layer: 'a', channel: 'rotation', frame: 30 }, message: 'The picture kept at frame 30 of “Main” has changed: Turn of “A” was 9 and is 12.' });
    const mended = applyPatches(moved(kept(whole)), (work(moved(kept(whole)), problem!.mend!.do as never, problem!.mend!.with as never, () => 'w').draft as Draft).patches).project;
    expect(codes(mended)).toEqual([]);
  });
});
