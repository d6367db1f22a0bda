import { describe, expect, test } from 'vitest';
import { projectOf, type LayerInput } from '../../../tests/support/projects';
import { applyPatches, validateTouched, work, type Draft } from '../commands';
import type { Project } from '../model';
import { moveOf, type Move } from '../timing';
import { checkProject, type Code, type Problem } from '.';

type Timing = NonNullable<LayerInput['timing']>;
const inside: Extract<LayerInput, { kind: 'null' }> = { id: 'w', name: 'Wheel', kind: 'null', channels: { rotation: { keys: [{ at: 0, value: 0 }, { at: 20, value: 90 }, { at: 40, value: 10 }] } } };
const film = (timing: readonly object[], { markers = [] as readonly object[], spans = [[0, 100]], rigid = [] as readonly unknown[], layer = inside, main = {}, reel = {}, duration = 40 } = {}) => projectOf([
  { id: 'main', name: 'Main', duration: 100, layers: [{ id: 'n', name: 'Nest', kind: 'nest', source: 'reel', timing: timing as Timing, markers, spans } as unknown as LayerInput], ...main } as never,
  { id: 'reel', name: 'Reel', duration, rigid, layers: [layer], ...reel } as never,
]);
const of = (project: Project, code: Code): readonly Problem[] => checkProject(project).filter((problem) => problem.code === code);
const rank = { error: 0, warning: 1, note: 2 };

/** Does what mends a problem: it is gone but from the compositions that are left to have it, and nothing as grave came. */
function mended(project: Project, code: Code, left: readonly string[] = []): Project {
  const [problem] = of(project, code);
  let count = 0;
  const { draft } = work(project, problem!.mend!.do as never, problem!.mend!.with as never, () => `w${++count}`);
  if (!draft || 'refused' in draft) throw new Error(JSON.stringify(draft));
  const { project: after, clashes } = applyPatches(project, (draft as Draft).patches);
  expect([clashes, validateTouched(after, draft.patches)]).toEqual([[], []]);
  const grave = (one: Project) => checkProject(one).filter(({ level }) => rank[level] <= rank[problem!.level]).length;
  expect([of(after, code).map(({ where }) => where.composition), grave(after) < grave(project)]).toEqual([left, true]);
  return after;
}

describe('cues', () => {
  const moves = [[0, 10], [10, 25], [25, 40]];
  test('too few markers: those that are missing are put where the moves before are over', () => {
    const few = film([{ op: 'cue', moves }], { markers: [{ id: 'a', at: 6 }] });
    expect(of(few, 'cue-too-few-markers')[0]).toMatchObject({ level: 'error', where: { composition: 'main', layer: 'n', frame: 6 }, message: '“Nest” has 3 moves and one marker that fires: its last 2 moves never play.' });
    expect(Object.values(mended(few, 'cue-too-few-markers').compositions.by['main']!.layers.by['n']!.markers).map(({ at }) => at)).toEqual([6, 16, 31]);
    expect(of(film([{ op: 'cue', moves }]), 'cue-too-few-markers')[0]!.message).toMatch(/no marker that fires/);
    mended(film([{ op: 'cue', moves }]), 'cue-too-few-markers');
    expect(of(film([{ op: 'cue', moves, off: true }]), 'cue-too-few-markers')).toEqual([]);
  });
  test('extra markers become notes', () => {
    const extra = film([{ op: 'cue', moves: [[0, 10]] }], { markers: [{ id: 'a', at: 6 }, { id: 'b', at: 30 }, { id: 'c', at: 40, fires: false }] });
    expect(of(extra, 'cue-extra-markers')[0]).toMatchObject({ level: 'note', where: { frame: 30 } });
    expect(Object.values(mended(extra, 'cue-extra-markers').compositions.by['main']!.layers.by['n']!.markers).map(({ fires }) => fires)).toEqual([true, false, false]);
  });
  test('a marker that cuts a move short is moved to where that is over, those after it along', () => {
    const rush = film([{ op: 'cue', moves }], { markers: [{ id: 'a', at: 6 }, { id: 'b', at: 10 }, { id: 'c', at: 20 }] });
    expect(of(rush, 'cue-overlap').map(({ where }) => where.frame)).toEqual([10, 20]);
    expect(Object.values(mended(rush, 'cue-overlap').compositions.by['main']!.layers.by['n']!.markers).map(({ at }) => at)).toEqual([6, 16, 31]);
    // A rest that finishes its play holds the next move back: nothing is cut.
    expect(of(film([{ op: 'cue', moves: [{ from: 0, to: 10, rest: { kind: 'loop', from: 10, to: 14, finish: true } }, [20, 30]] }], { markers: [{ id: 'a', at: 0 }, { id: 'b', at: 12 }] }), 'cue-overlap')).toEqual([]);
  });
  test('a move that begins on another picture than the one before rested on jumps', () => {
    const jump = film([{ op: 'cue', moves: [[0, 20], [10, 30]] }], { markers: [{ id: 'a', at: 0 }, { id: 'b', at: 50 }] });
    expect(of(jump, 'cue-jump')[0]).toMatchObject({ level: 'warning', where: { frame: 50 } });
    mended(jump, 'cue-jump');
    const still = film([{ op: 'cue', moves: [[0, 20], [10, 30]] }], { markers: [{ id: 'a', at: 0 }, { id: 'b', at: 50 }], layer: { id: 'w', name: 'W', kind: 'null' } });
    expect(of(still, 'cue-jump')).toEqual([]);
    const movesOf = (project: Project) => (Object.values(project.compositions.by['main']!.layers.by['n']!.timing.by)[0] as unknown as { readonly moves: readonly Move[] }).moves.map(moveOf).map(({ from, to }) => [from, to]);
    expect(movesOf(mended(jump, 'cue-jump'))).toEqual([[0, 20], [20, 30]]);
    // Begun earlier it would run into the next: then the one before goes on until where it begins.
    const tight = film([{ op: 'cue', moves: [[0, 10], [20, 40], [40, 20]] }], { markers: [{ id: 'a', at: 0 }, { id: 'b', at: 50 }, { id: 'c', at: 71 }] });
    expect(movesOf(mended(tight, 'cue-jump'))).toEqual([[0, 20], [20, 40], [40, 20]]);
    // What is tied to a marker inside stays tied.
    const tied = film([{ op: 'cue', moves: [[{ marker: 'go', plus: 0, was: 2 }, 20], [10, 30]] }], { markers: [{ id: 'a', at: 0 }, { id: 'b', at: 50 }], reel: { markers: [{ id: 'go', at: 2 }] } });
    expect(movesOf(mended(tied, 'cue-jump'))).toMatchObject([[{ marker: 'go' }, 20], [20, 30]]);
    // Where neither can be, it is told alone.
    const full = film([{ op: 'cue', moves: [[0, 10], [30, 40]] }], { markers: [{ id: 'a', at: 80 }, { id: 'b', at: 90 }] });
    expect(of(full, 'cue-jump')[0]!.mend).toBeUndefined();
  });
  test('a move that runs past its bar is cut off, and the bar is lengthened', () => {
    const cut = film([{ op: 'cue', moves: [[0, 20]] }], { markers: [{ id: 'a', at: 50 }], spans: [[0, 60]] });
    expect(of(cut, 'cue-cut-off')[0]).toMatchObject({ where: { frame: 50 }, fix: 'Let the bar end at frame 70.' });
    expect(mended(cut, 'cue-cut-off').compositions.by['main']!.layers.by['n']!.spans).toEqual([[0, 70]]);
    expect(of(film([{ op: 'cue', moves: [[0, 20]] }], { markers: [{ id: 'a', at: 95 }] }), 'cue-cut-off')[0]!.mend).toBeUndefined();
    expect(of(film([{ op: 'cue', moves: [[0, 20]] }], { markers: [{ id: 'a', at: 80 }] }), 'cue-cut-off')).toEqual([]);
  });
});

describe('lengths and loops', () => {
  test('an elastic length without room for what is rigid', () => {
    const short = film([{ op: 'elastic', length: 12 }], { rigid: [[0, 10], [30, 40]] });
    expect(of(short, 'elastic-too-short')[0]).toMatchObject({ level: 'error', message: '“Nest” is brought to 12 frames, and its rigid spans alone take 20: all between them is jumped over.' });
    mended(short, 'elastic-too-short');
    expect(of(film([{ op: 'elastic', length: 20 }], { rigid: [[0, 10], [30, 40]] }), 'elastic-too-short')).toEqual([]);
  });
  test('a loop that closes in value and not in speed is noted, and closed in speed by two handles', () => {
    const swing: LayerInput = { id: 'w', name: 'Wheel', kind: 'null', channels: { rotation: { keys: [{ at: 0, value: 0 }, { at: 10, value: 90 }, { at: 40, value: 0 }] } } };
    const loop = film([{ op: 'loop' }], { layer: swing });
    expect([of(loop, 'seam-gap').length, of(loop, 'seam-speed')[0]!.level]).toEqual([0, 'note']);
    mended(loop, 'seam-speed');
    // A full turn at one speed has no seam at all.
    expect(of(film([{ op: 'loop' }], { layer: { id: 'w', name: 'W', kind: 'null', channels: { rotation: { keys: [{ at: 0, value: 0 }, { at: 40, value: 360 }] } } } }), 'seam-speed')).toEqual([]);
    const own = projectOf([{ id: 'main', name: 'Main', duration: 100, layers: [{ id: 'a', name: 'A', kind: 'null', start: 3, channels: { x: { after: 'repeat', keys: [{ at: 0, value: 0 }, { at: 10, value: 90 }, { at: 40, value: 0 }] } } }] }]);
    expect(of(own, 'seam-speed')[0]).toMatchObject({ where: { layer: 'a', channel: 'x', frame: 43 } });
    mended(own, 'seam-speed');
    expect(of(film([{ op: 'loop', mode: 'swing' }], { layer: swing }), 'seam-speed')).toEqual([]);
  });
  test('a loop that plays once until then has no seam', () => {
    expect(of(film([{ op: 'loop', until: 30 }]), 'seam-gap')).toEqual([]);
    expect(of(film([{ op: 'loop', until: 50 }]), 'seam-gap').length).toBe(1);
  });
  test('a tail in which nothing moves, where it is long enough to be seen', () => {
    const early = (at: number) => film([], { layer: { id: 'w', name: 'W', kind: 'null', channels: { x: { keys: [{ at: 0, value: 0 }, { at, value: 9 }] } } }, duration: 100 });
    expect(of(early(50), 'still-tail').map(({ where }) => [where.composition, where.frame])).toEqual([['main', 51], ['reel', 51]]);
    expect(of(early(85), 'still-tail')).toEqual([]);
    // What moved last plays to and fro until the end: there it has no seam.
    expect(Object.values(mended(early(50), 'still-tail', ['reel']).compositions.by['main']!.layers.by['n']!.timing.by)).toMatchObject([{ op: 'loop', from: 0, to: 51, mode: 'swing' }]);
    const own = projectOf([{ id: 'main', name: 'Main', duration: 100, layers: [{ id: 'a', name: 'A', kind: 'null', start: 5, channels: { x: { keys: [{ at: 0, value: 0 }, { at: 20, value: 9 }] } } }] }]);
    expect(Object.values(mended(own, 'still-tail').compositions.by['main']!.layers.by['a']!.timing.by)).toMatchObject([{ op: 'loop', from: 0, to: 21, mode: 'swing' }]);
    // A turn that ends as it began, at one speed, goes round.
    const round = film([], { layer: { id: 'w', name: 'W', kind: 'null', channels: { rotation: { keys: [{ at: 0, value: 0 }, { at: 40, value: 360 }] } } } });
    expect(Object.values(mended(round, 'still-tail').compositions.by['main']!.layers.by['n']!.timing.by)).toMatchObject([{ op: 'loop', mode: 'repeat' }]);
    // A bar that is over by then has nothing to fill the rest with.
    expect(of(film([], { layer: { id: 'w', name: 'W', kind: 'null', channels: { x: { keys: [{ at: 0, value: 0 }, { at: 20, value: 9 }] } } }, spans: [[0, 40]] }), 'still-tail')[0]!.mend).toBeUndefined();
    expect(of(film([], { layer: { id: 'w', name: 'W', kind: 'null' }, duration: 100 }), 'still-tail')).toEqual([]);
  });
});

describe('sampling', () => {
  const flicker = { id: 'w', name: 'Lamp', kind: 'null', channels: { opacity: { keys: Array.from({ length: 40 }, (_, at) => ({ at, value: at % 2 === 0 ? 100 : 0, right: 'hold' as const })) } } } as unknown as typeof inside;
  test('what is switched frame by frame and seen between its frames is noted, and shown by whole frames', () => {
    const slow = film([{ op: 'speed', rate: 0.5 }], { layer: flicker, spans: [[0, 80]] });
    expect(of(slow, 'in-between-frames')[0]).toMatchObject({ level: 'note', where: { layer: 'n', frame: 1 } });
    mended(slow, 'in-between-frames');
    expect(of(film([], { layer: flicker, spans: [[0, 40]] }), 'in-between-frames')).toEqual([]);
    expect(of(film([{ op: 'speed', rate: 0.5 }], { spans: [[0, 80]] }), 'in-between-frames')).toEqual([]);
  });
  test('a fit of which a part leaves its bounds', () => {
    const fit = (pins: readonly (readonly [number, number])[]) => film([{ op: 'pins', pins }], { main: { version: { of: 'reel', track: 'n', pace: [0.8, 1.25], whole: false } } });
    expect(of(fit([[0, 0], [20, 30], [40, 48]]), 'rate-out-of-bounds').map(({ where }) => where.frame)).toEqual([0]);
    expect(of(fit([[0, 0], [20, 20]]), 'rate-out-of-bounds')).toEqual([]);
  });
});
