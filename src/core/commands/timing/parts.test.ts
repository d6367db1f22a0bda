import { describe, expect, test } from 'vitest';
import { hull } from '../../time';
import { sourceTimeAt } from '../../scene';
import type { Project } from '../../model';
import { projectOf } from '../../../../tests/support/projects';
import { applyPatches, work, type Event } from '..';

const newId = (() => { let n = 0; return () => `p${++n}`; })();

function film(more: object = {}): Project {
  return projectOf([
    { id: 'main', name: 'Main', duration: 120, layers: [{ id: 'tram', name: 'Tram', kind: 'nest', source: 'reel', spans: [[0, 60]], ...more }, { id: 'still', name: 'Still', kind: 'shape' }] },
    { id: 'reel', name: 'Reel', duration: 60, layers: [] },
  ] as never);
}

function done(project: Project, event: Event, args: object): Project {
  const { draft } = work(project, event, JSON.parse(JSON.stringify({ composition: 'main', layers: ['tram'], ...args })) as never, newId);
  if (!draft || 'refused' in draft) throw new Error(draft ? draft.refused : 'nothing');
  return applyPatches(project, draft.patches).project;
}
const refusal = (project: Project, event: Event, args: object) => { const { draft } = work(project, event, JSON.parse(JSON.stringify({ composition: 'main', layers: ['tram'], ...args })) as never, newId); return draft && 'refused' in draft ? draft.refused : null; };
const shown = (project: Project, ...frames: readonly number[]) => frames.map((frame) => { const host = project.compositions.by['main']!; return sourceTimeAt(project, host, host.layers.by['tram']!, frame); });
const end = (project: Project) => hull(project.compositions.by['main']!.layers.by['tram']!.spans)![1];

describe('standing', () => {
  test('holds the frame, pushes the rest on, and the bar lasts so much longer', () => {
    const after = done(film(), 'timing.stand', { frame: 20, for: 30 });
    expect([shown(after, 19, 20, 35, 50, 51, 89), end(after)]).toEqual([[19, 20, 20, 20, 21, 59], 90]);
  });
  test('the film grows where it is asked to, the rest is cut where the bar stays, the others run faster where they give', () => {
    const long = done(film({ spans: [[0, 110]], timing: [{ op: 'loop' }] }), 'timing.stand', { frame: 20, for: 30, gives: 'film' });
    expect([end(long), long.compositions.by['main']!.duration, long.compositions.by['main']!.range]).toEqual([140, 140, [0, 140]]);
    const cut = done(film(), 'timing.stand', { frame: 20, for: 30, gives: 'rest' });
    expect([shown(cut, 20, 50, 59), end(cut)]).toEqual([[20, 20, 29], 60]);
    const squeezed = done(film(), 'timing.stand', { frame: 20, for: 20, gives: 'others' });
    expect([shown(squeezed, 20, 40, 50), end(squeezed)]).toEqual([[20, 20, 40], 60]);
  });
  test('one part gives: what is before gets there sooner, or what is after runs faster', () => {
    const before = done(film(), 'timing.stand', { frame: 40, for: 20, gives: 'before' });
    expect([shown(before, 0, 10, 20, 30, 40, 50), end(before)]).toEqual([[0, 20, 40, 40, 40, 50], 60]);
    expect(refusal(film(), 'timing.stand', { frame: 10, for: 20, gives: 'before' })).toBe('Tram has no 20 frames before frame 10 to give: let its bar give instead.');
    expect(shown(done(film(), 'timing.stand', { frame: 20, for: 20, gives: 'after' }), 20, 40, 50)).toEqual([20, 20, 40]);
  });
  test('to the end, at another rate, before the loop that runs under it', () => {
    expect(shown(done(film(), 'timing.stand', { frame: 20 }), 20, 59)).toEqual([20, 20]);
    const looped = done(film({ spans: [[0, 100]], timing: [{ op: 'loop', to: 8 }] }), 'timing.stand', { frame: 20, for: 5 });
    expect(shown(looped, 19, 20, 24, 25, 26, 29)).toEqual([3, 4, 4, 4, 5, 0]);
  });
  test('where it is not there it is told', () => {
    expect(refusal(film(), 'timing.stand', { frame: 80, for: 5 })).toBe('Tram is not there at frame 80; go to where its bar is.');
    expect(refusal(film(), 'timing.stand', { layers: ['still'], frame: 8, for: 5 })).toBe('Still has no keys and shows nothing that runs; there is no time to bend.');
  });
});

describe('a second pace, and what stands', () => {
  const order = (project: Project) => project.compositions.by['main']!.layers.by['tram']!.timing.order;
  const said = (project: Project, args: object) => { const { draft } = work(project, 'timing.pace', { composition: 'main', layers: ['tram'], gives: 'bar', ...args } as never, newId); return draft && 'told' in draft ? draft.told : draft; };
  test('another rate for the same part changes the ramp that is there, and the bar with it', () => {
    const once = done(film(), 'timing.pace', { from: 10, to: 30, rate: 2, gives: 'bar' });
    const again = done(once, 'timing.pace', { from: 10, to: 30, rate: 0.5, gives: 'bar' });
    expect(order(again)).toEqual(order(once));
    expect([shown(again, 10, 20, 30, 69), end(again)]).toEqual([[10, 15, 20, 59], 70]);
    expect(shown(done(again, 'timing.pace', { from: 10, to: 30, rate: 1, gives: 'bar' }), 0, 15, 59)).toEqual([0, 15, 59]);
  });
  test('a part beside it is a part more of the same ramp; one across it takes its place', () => {
    const once = done(film(), 'timing.pace', { from: 10, to: 20, rate: 2, gives: 'bar' });
    const beside = done(once, 'timing.pace', { from: 30, to: 40, rate: 0.5, gives: 'bar' });
    expect([order(beside).length, shown(beside, 10, 20, 30, 40, 54), end(beside)]).toEqual([1, [10, 30, 40, 45, 59], 55]);
    const across = done(once, 'timing.pace', { from: 15, to: 25, rate: 1, gives: 'bar' });
    expect([shown(across, 10, 15, 25, 54), end(across)]).toEqual([[10, 20, 30, 59], 55]);
  });
  test('after a soft standing the same ramp goes on at another rate, and the second is whole', () => {
    const stands = done(film(), 'timing.stand', { frame: 20, for: 30, soft: 6 });
    const still = (project: Project) => Array.from({ length: 100 }, (_, f) => f).filter((f) => shown(project, f)[0] === 20).length;
    const [from] = [20 + 3 + 30];
    const faster = done(stands, 'timing.pace', { from, to: end(stands), rate: 2, soft: 10, gives: 'bar' });
    expect([order(faster).length, still(stands), still(faster)]).toEqual([1, 31, 31]);
    expect(shown(faster, end(faster) - 1)[0]).toBeGreaterThan(57);
  });
  test('softness ends where a pause before it ends, and where one after it begins', () => {
    for (const at of [8, 45]) {
      const paused = done(film({ spans: [[0, 100]], timing: [{ op: 'pause', at, for: 10 }] }), 'timing.pace', { from: 20, to: 30, rate: 2, soft: 12, gives: 'rest' });
      const stood = Array.from({ length: 100 }, (_, f) => shown(paused, f)[0]).filter((s) => s === at);
      expect(stood.length).toBeGreaterThanOrEqual(10);
    }
  });
  test('up to the end of the bar: it ends on the picture it ended with', () => {
    const after = done(film(), 'timing.pace', { from: 30, to: 60, rate: 2, gives: 'bar' });
    expect([shown(after, 30, 44), end(after)]).toEqual([[30, 58], 45]);
  });
  test('what it comes to is told: how long, what goes along, what is cut off', () => {
    expect(said(film(), { from: 10, to: 30, rate: 2 })).toBe('Tram: bar 40 f, was 60 f; moves along: nothing; cut off: nothing.');
    expect(said(film(), { from: 10, to: 30, rate: 0.5, gives: 'rest' })).toBe('Tram: bar 60 f, as it is; moves along: nothing; cut off: the last 10 f.');
    const stands = done(film(), 'timing.stand', { frame: 20, for: 30, soft: 6 });
    // What stands is kept where its picture comes sooner, or later; a part that begins within it takes its place.
    expect([said(stands, { from: 5, to: 20, rate: 2 }), said(stands, { from: 5, to: 60, rate: 0.5 })]).toEqual([expect.stringMatching(/cut off: nothing\.$/), expect.stringMatching(/cut off: nothing\.$/)]);
    expect(said(stands, { from: 30, to: 60, rate: 1 })).toMatch(/cut off: \d+ f of standing\.$/);
    const followed = projectOf([
      { id: 'main', name: 'Main', duration: 200, layers: [{ id: 'tram', name: 'Tram', kind: 'nest', source: 'reel', spans: [[0, 60]] }, { id: 'next', name: 'Next', kind: 'shape', spans: [[60, 90]] }, { id: 'early', name: 'Early', kind: 'shape', spans: [[20, 90]] }], markers: [{ id: 'm', at: 70 }] },
      { id: 'reel', name: 'Reel', duration: 60, layers: [] },
    ] as never);
    expect(said(followed, { from: 10, to: 30, rate: 2, ripple: true })).toBe('Tram: bar 40 f, was 60 f; moves along: 1 bar and 1 marker; cut off: nothing.');
    const { layers, markers } = done(followed, 'timing.pace', { from: 10, to: 30, rate: 2, gives: 'bar', ripple: true }).compositions.by['main']!;
    expect([layers.by['next']!.spans, layers.by['early']!.spans, markers['m']!.at]).toEqual([[[40, 70]], [[20, 90]], 50]);
  });
});

describe('the bar follows its timing', () => {
  const add = (op: string, more: object = {}, layer: object = {}) => { const project = film(layer); const { draft } = work(project, 'timing.add', { composition: 'main', layer: 'tram', op, frame: 20, follow: true, ...more } as never, newId); if (!draft || 'refused' in draft) throw new Error('nothing'); return applyPatches(project, draft.patches).project; };
  test('a loop that has no end goes on up to the end of the film; a pause makes the bar longer', () => {
    expect([end(add('loop')), end(add('loop', {}, { spans: [[0, 30]] })), end(add('pause', { born: { for: 12 } }))]).toEqual([120, 120, 72]);
  });
  test('what is stretched as a whole ends with its length, longer or shorter, whatever of it is rigid', () => {
    for (const rigid of [[], [[0, 10], [50, 60]], [[20, 40]]]) {
      const long = projectOf([{ id: 'main', name: 'Main', duration: 120, layers: [{ id: 'tram', name: 'Tram', kind: 'nest', source: 'reel', spans: [[0, 90]], timing: [{ id: 'e', op: 'elastic', length: 90 }] }] }, { id: 'reel', name: 'Reel', duration: 60, rigid, layers: [] }] as never);
      const set = (project: Project, length: number) => { const { draft } = work(project, 'timing.set', { composition: 'main', layer: 'tram', operator: 'e', fields: { length }, follow: true } as never, newId); if (!draft || 'refused' in draft) throw new Error('nothing'); return applyPatches(project, draft.patches).project; };
      expect([45, 60, 75, 110].map((length) => end(set(long, length)))).toEqual([45, 60, 75, 110]);
      expect(end(set(set(long, 45), 90))).toBe(90);
      // A bar that is longer than what is in it holds its last picture on purpose.
      expect(end(set(applyPatches(long, [{ path: ['compositions', 'by', 'main', 'layers', 'by', 'tram', 'spans'], from: [[0, 90]], to: [[0, 110]] }]).project, 60))).toBe(110);
    }
  });
  test('where a stretched bar goes round or turns back, its end is not taken for the end of one round', () => {
    for (const round of [{ id: 'l', op: 'loop', to: 12 }, { id: 'l', op: 'loop', to: 12, mode: 'swing' }, { id: 'l', op: 'reverse' }]) for (const order of [0, 1]) {
      const steps = [round, { id: 'e', op: 'elastic', length: 90 }];
      const long = projectOf([{ id: 'main', name: 'Main', duration: 120, layers: [{ id: 'tram', name: 'Tram', kind: 'nest', source: 'reel', spans: [[0, 90]], timing: order === 0 ? steps : steps.reverse() }] }, { id: 'reel', name: 'Reel', duration: 60, layers: [] }] as never);
      const { draft } = work(long, 'timing.set', { composition: 'main', layer: 'tram', operator: 'e', fields: { length: 80 }, follow: true } as never, newId);
      if (!draft || 'refused' in draft) throw new Error('nothing');
      expect(end(applyPatches(long, draft.patches).project), JSON.stringify([round, order])).toBeGreaterThanOrEqual(80);
    }
  });
  test('a part that goes back to 100 % takes the bar back to the frame where its last picture is', () => {
    const slow = done(film(), 'timing.pace', { from: 10, to: 30, rate: 0.5, gives: 'bar' });
    const { draft } = work(slow, 'timing.even', { composition: 'main', layer: 'tram', frame: 15, follow: true }, newId);
    if (!draft || 'refused' in draft) throw new Error('nothing');
    expect([end(slow), end(applyPatches(slow, draft.patches).project)]).toEqual([70, 60]);
  });
});

describe('pace of a part', () => {
  test('twice as fast: the bar ends so much sooner on the same picture', () => {
    const after = done(film(), 'timing.pace', { from: 10, to: 30, rate: 2, gives: 'bar' });
    expect([shown(after, 10, 20, 30, 39), end(after)]).toEqual([[10, 30, 50, 59], 40]);
  });
  test('the other parts give: the bar stays and ends on the same picture', () => {
    const after = done(film(), 'timing.pace', { from: 20, to: 40, rate: 2, gives: 'others' });
    expect([shown(after, 0, 20, 40, 58).map((at) => Math.round(at! * 1000) / 1000), end(after)]).toEqual([[0, 10, 50, 59], 60]);
    expect(refusal(film(), 'timing.pace', { from: 0, to: 60, rate: 2, gives: 'others' })).toBe('Nothing of Tram is left to give: let its bar give instead.');
  });
  test('one part gives, and the other runs as it did', () => {
    const before = done(film(), 'timing.pace', { from: 30, to: 40, rate: 2, gives: 'before' });
    expect([shown(before, 0, 30, 40, 50).map((at) => Math.round(at! * 1000) / 1000), end(before)]).toEqual([[0, 20, 40, 50], 60]);
    const after = done(film(), 'timing.pace', { from: 30, to: 40, rate: 2, gives: 'after' });
    expect(shown(after, 10, 30, 40, 50).map((at) => Math.round(at! * 1000) / 1000)).toEqual([10, 30, 50, 55]);
    expect(refusal(film(), 'timing.pace', { from: 0, to: 20, rate: 2, gives: 'before' })).toBe('Nothing before it in Tram is left to give: let its bar give instead.');
  });
  test('a bar that was trimmed begins on the picture that it began with', () => {
    for (const soft of [0, 6]) {
      const trimmed = done(film({ spans: [[15, 60]] }), 'timing.pace', { from: 30, to: 40, rate: 2, soft, gives: 'before' });
      expect(shown(trimmed, 15, 45, 59).map((at) => Math.round(at! * 1000) / 1000)).toEqual([15, 45, 59]);
    }
  });
  test('soft changes keep what lies before and after where it was', () => {
    const after = done(film(), 'timing.pace', { from: 10, to: 20, rate: 2, soft: 8, gives: 'bar' });
    expect(shown(after, 0, 6, 15, 24, 30).map((at) => Math.round(at! * 1e6) / 1e6)).toEqual([0, 6, 20, 34, 40]);
  });
});

describe('standing softly', () => {
  test('it comes to rest on the very frame, stands as long as was said, and goes on; the bar lasts so much longer', () => {
    const after = done(film(), 'timing.stand', { frame: 20, for: 30, soft: 10 });
    expect([shown(after, 0, 15, 25, 40, 55, 65, 66), end(after)]).toEqual([[0, 15, 20, 20, 20, 25, 26], 100]);
    const [, a, b, c] = shown(after, 15, 18, 21, 24) as [number, number, number, number];
    expect(a > 15 && b > a && c > b && b - a < 3 && c - b < b - a).toBe(true);
    // Where there is less before it, it slows down over what there is.
    expect(shown(done(film(), 'timing.stand', { frame: 2, for: 10, soft: 20 }), 4, 13)).toEqual([2, 2]);
  });
});

describe('backwards', () => {
  test('the part shows its last frame first, half-open, and all else stays', () => {
    expect(shown(done(film(), 'timing.backwards', { from: 10, to: 20 }), 9, 10, 15, 19, 20, 59)).toEqual([9, 19, 14, 10, 20, 59]);
    expect(shown(done(film(), 'timing.backwards', { from: 0, to: 4 }), 0, 3, 4)).toEqual([3, 0, 4]);
  });
  test.each<readonly [readonly [number, number], readonly [number, number]]>([[[30, 1], [25, 1]], [[25, 1], [30, 1]], [[30, 1], [24, 1]], [[30000, 1001], [24, 1]], [[24, 1], [60, 1]]])('in a host at %j a source at %j: each frame of the part is the very time of its mirror', (rate, inner) => {
    const two = projectOf([
      { id: 'main', name: 'Main', rate, duration: 120, layers: [{ id: 'tram', name: 'Tram', kind: 'nest', source: 'reel', spans: [[0, 60]] }] }, { id: 'reel', name: 'Reel', rate: inner, duration: 200, layers: [] },
    ] as never);
    for (const [from, to] of [[8, 14], [3, 10], [1, 31], [0, 7]] as const) {
      const after = done(two, 'timing.backwards', { from, to });
      // Where the part begins and is over the times are the same to the bit.
      expect(shown(after, from, to)).toEqual([shown(two, to - 1)[0], shown(two, to)[0]]);
      if (from > 0) expect(shown(after, from - 1)[0]).toBeCloseTo(shown(two, from - 1)[0]!, 9);
      for (let frame = from; frame < to; frame++) expect(shown(after, frame)[0]).toBeCloseTo(shown(two, from + to - 1 - frame)[0]!, 9);
    }
    const stood = done(two, 'timing.stand', { frame: 13, for: 7 });
    expect(shown(stood, 13, 19, 20)).toEqual(Array(3).fill(shown(two, 13)[0]));
    for (const frame of [21, 33, 50]) expect(shown(stood, frame)[0]).toBeCloseTo(shown(two, frame - 7)[0]!, 9);
    const paced = done(two, 'timing.pace', { from: 11, to: 17, rate: 0.5, gives: 'others' });
    expect(shown(paced, 59)[0]).toBeCloseTo(shown(two, 59)[0]!, 0);
    expect(shown(paced, 17)[0]! - shown(paced, 11)[0]!).toBeCloseTo((shown(two, 17)[0]! - shown(two, 11)[0]!) / 2, 9);
  });
  test('a frame alone cannot be', () => expect(refusal(film(), 'timing.backwards', { from: 4, to: 5 })).toBe('Two frames at least can be played backwards.'));
});

describe('a piece back to 100 %', () => {
  test('of a ramp the part that the frame lies in', () => {
    const ramp = film({ timing: [{ id: 'r', op: 'ramp', cuts: [10, 20], rates: [1, 3, 0.5] }] });
    expect(done(ramp, 'timing.even', { layers: undefined, layer: 'tram', frame: 12 }).compositions.by['main']!.layers.by['tram']!.timing.by['r']).toMatchObject({ rates: [1, 1, 0.5] });
  });
  test('of a remap what runs between two keys, with the later ones along', () => {
    const remap = film({ timing: [{ id: 'r', op: 'remap', keys: [{ id: 'a', at: 0, to: 0 }, { id: 'b', at: 10, to: 20 }, { id: 'c', at: 30, to: 40 }] }] });
    expect(shown(done(remap, 'timing.even', { layers: undefined, layer: 'tram', frame: 4 }), 0, 10, 20, 40)).toEqual([0, 10, 20, 40]);
    expect(refusal(film(), 'timing.even', { layers: undefined, layer: 'tram', frame: 4 })).toMatch(/^Nothing that bends the time of Tram here/);
  });
});

describe('the rate of a piece, typed', () => {
  const at = (timing: readonly object[], frame: number, rate: number, more: object = {}) => done(film({ timing, ...more }), 'timing.piece', { layers: undefined, layer: 'tram', frame, rate });
  const nodes = (project: Project) => Object.values(project.compositions.by['main']!.layers.by['tram']!.timing.by);
  test('is the rate of all steps together: the last step that has one there takes it', () => {
    expect(nodes(at([{ op: 'ramp', cuts: [10, 20], rates: [1, 3, 0.5] }], 12, 2))).toMatchObject([{ rates: [1, 2, 0.5] }]);
    expect(nodes(at([{ id: 's', op: 'speed', rate: 2 }, { id: 'r', op: 'ramp', cuts: [10], rates: [1, 3] }], 8, 1.5))).toMatchObject([{ rate: 2 }, { rates: [1, 0.75] }]);
    expect(nodes(at([{ op: 'speed', rate: 2 }], 8, -1))).toMatchObject([{ rate: -1 }]);
  });
  test('between keys of a remap the later ones go along', () => {
    const remap = at([{ id: 'r', op: 'remap', keys: [{ id: 'a', at: 0, to: 0 }, { id: 'b', at: 20, to: 20 }, { id: 'c', at: 30, to: 40 }] }], 4, 0.5);
    expect(shown(remap, 0, 20, 40, 50)).toEqual([0, 10, 20, 40]);
  });
  test('a piece that no step gave a rate becomes a part of its own; what stands has none', () => {
    expect(shown(at([{ op: 'loop', to: 20 }], 25, 2), 19, 20, 25, 29)).toEqual([19, 0, 10, 18]);
    expect(refusal(film({ timing: [{ op: 'freeze', at: 4 }] }), 'timing.piece', { layers: undefined, layer: 'tram', frame: 4, rate: 1 })).toMatch(/^Tram stands here/);
  });
});

describe('kept timings', () => {
  test('are kept with the project and go on other layers, in the frames that each counts', () => {
    const from = projectOf([
      { id: 'main', name: 'Main', duration: 120, layers: [{ id: 'a', name: 'A', kind: 'nest', source: 'reel', timing: [{ op: 'loop', to: 20 }, { op: 'speed', rate: 0.5 }] }, { id: 'b', name: 'B', kind: 'nest', source: 'slow' }] },
      { id: 'reel', name: 'Reel', duration: 60, layers: [] }, { id: 'slow', name: 'Slow', duration: 30, rate: [15, 1], layers: [] },
    ] as never);
    const kept = done(from, 'timing.keep', { layer: 'a', layers: undefined });
    expect(Object.values(kept.presets.by).map(({ name }) => name)).toEqual(['Loop, Speed']);
    const used = done(kept, 'timing.preset', { layers: ['b'], preset: kept.presets.order[0] });
    const { timing } = used.compositions.by['main']!.layers.by['b']!;
    expect(timing.order.map((id) => timing.by[id])).toMatchObject([{ op: 'loop', to: 10 }, { op: 'speed', rate: 0.5 }]);
    expect(refusal(from, 'timing.preset', { preset: 'none' })).toBe('That timing is not kept here any more.');
    expect(refusal(from, 'timing.keep', { layer: 'b', layers: undefined })).toBe('B has no timing to keep.');
  });
  test('a step goes several places at once', () => {
    const stack = film({ timing: [{ id: 'a', op: 'loop' }, { id: 'b', op: 'speed', rate: 2 }, { id: 'c', op: 'delay', by: 4 }] });
    const order = (project: Project) => project.compositions.by['main']!.layers.by['tram']!.timing.order;
    expect(order(done(stack, 'timing.order', { layers: undefined, layer: 'tram', operator: 'a', by: 2 }))).toEqual(['b', 'c', 'a']);
    expect(order(done(stack, 'timing.order', { layers: undefined, layer: 'tram', operator: 'c', by: -2 }))).toEqual(['c', 'a', 'b']);
  });
});

describe('cues from activity', () => {
  const reel = (markers: readonly object[]) => projectOf([
    { id: 'main', name: 'Main', duration: 120, layers: [{ id: 'tram', name: 'Tram', kind: 'nest', source: 'reel', spans: [[0, 60]], markers }] },
    { id: 'reel', name: 'Reel', duration: 60, layers: [{ id: 'dot', name: 'Dot', kind: 'shape', channels: { x: { keys: [{ at: 4, value: 0 }, { at: 12, value: 90 }, { at: 30, value: 90 }, { at: 40, value: 0 }] } } }] },
  ] as never);
  test('moves are those inside, and markers stand where each begins now: nothing looks different', () => {
    const before = reel([]);
    const after = done(before, 'timing.cues', {});
    const layer = after.compositions.by['main']!.layers.by['tram']!;
    expect(Object.values(layer.timing.by)).toMatchObject([{ op: 'cue', moves: [[4, 12], [30, 40]] }]);
    expect(Object.values(layer.markers).map(({ at }) => at)).toEqual([4, 30]);
    expect(shown(after, 4, 8, 20, 30, 35, 50)).toEqual([4, 8, 12, 30, 35, 40]);
  });
  test('markers that are there fire first; those that lack are set', () => {
    const after = done(reel([{ id: 'm', at: 9 }]), 'timing.cues', {});
    expect(Object.values(after.compositions.by['main']!.layers.by['tram']!.markers).map(({ at }) => at)).toEqual([9, 30]);
    expect(refusal(film(), 'timing.cues', {})).toBe('Nothing moves in Reel.');
  });
});
