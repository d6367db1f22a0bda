import { describe, expect, test } from 'vitest';
import { projectOf, smallFilm } from '../../../../tests/support/projects';
import type { Project } from '../../../core/model';
import { checkProject } from '../../../core/checks';
import { activity } from '../../../core/scene';
import { NOTHING_SELECTED } from '../editor/state';
import { drawRuler, type RulerLook } from './draw-ruler';
import { drawTracks } from './draw-tracks';
import { INK, LABELS } from './inks';
import { problemUnder } from './problem-under';
import { buildRows } from './rows/build-rows';
import type { TracksLook } from './tracks-look';

type Call = { readonly name: string; readonly args: readonly unknown[]; readonly fill: unknown; readonly stroke: unknown; readonly dash: readonly number[]; readonly alpha: unknown };

/** A canvas that writes down what it is asked to draw, and in which ink. */
function recorder(): { readonly to: CanvasRenderingContext2D; readonly calls: Call[] } {
  const calls: Call[] = [];
  const state: Record<string, unknown> = { globalAlpha: 1 };
  let dash: readonly number[] = [];
  const to = new Proxy(state, {
    get: (_, name: string) => (name in state ? state[name] : name === 'measureText' ? (text: string) => ({ width: text.length * 6 }) : (...args: unknown[]) => {
      if (name === 'setLineDash') dash = args[0] as readonly number[];
      calls.push({ name, args, fill: state['fillStyle'], stroke: state['strokeStyle'], dash, alpha: state['globalAlpha'] });
    }),
    set: (_, name: string, value) => { state[name] = value; return true; },
  }) as unknown as CanvasRenderingContext2D;
  return { to, calls };
}

function tracks(project: Project, more: Partial<Omit<TracksLook, 'lanes'>> & { readonly unfolded?: readonly string[]; readonly lanes?: readonly string[] } = {}): readonly Call[] {
  const composition = project.compositions.by['main']!;
  const { unfolded = [], lanes = [], ...look } = more;
  const rows = buildRows(project, composition, { unfolded: new Set(unfolded), lanes: new Set(lanes), order: 'list', search: '', filter: 'all', selected: [], alone: null, room: 0 });
  const { to, calls } = recorder();
  drawTracks(to, rows, { project, composition, view: { from: 0, pixelsPerFrame: 10 }, width: 1200, height: 400, scroll: 0, selection: NOTHING_SELECTED, frame: 0, marquee: null, grip: null, caught: null, shift: null, pulled: false, lanes: new Set(lanes), curvesOver: 'no', activity: (id) => activity(project, id), problems: [], ...look });
  return calls;
}
const film = smallFilm();
const bars = (calls: readonly Call[]) => calls.filter((call) => call.name === 'roundRect' && (call.args[3] as number) > 15);
const pegs = (calls: readonly Call[]) => calls.filter((call) => call.name === 'roundRect' && call.args[2] === 5 && call.args[3] === 12).map((call) => (call.args[0] as number) + 2.5);
const feet = (calls: readonly Call[]) => calls.filter((call) => call.name === 'rect' && call.args[3] === 2.5).map((call) => (call.args[0] as number) - 2);

describe('tracks', () => {
  test('a bar lies from its first frame to before its last, nests in time’s ink', () => {
    const [tram, lamp] = bars(tracks(film));
    expect([tram!.args[0], tram!.args[2], lamp!.args[2]]).toEqual([0, 1000, 1000]);
    expect(tram!.fill).not.toBe(lamp!.fill);
  });
  test('a hidden layer is pale, and what is selected has time’s edge', () => {
    const hidden = projectOf([{ id: 'main', name: 'Main', layers: [{ id: 'a', name: 'A', kind: 'null', visible: false }] }]);
    expect(bars(tracks(hidden))[0]!.fill).toBe('#23261d');
    const strokes = tracks(film, { selection: { ...NOTHING_SELECTED, layers: ['lamp'] } }).filter((call) => call.name === 'stroke').map((call) => call.stroke);
    expect(strokes).toContain(INK.leaf);
  });
  test('a loop has a notch at every turn, and none at its first frame', () => {
    const notches = tracks(film).filter((call) => call.name === 'fillRect' && call.fill === INK.ground && call.args[2] === 2).map((call) => (call.args[0] as number) + 1);
    expect(notches).toEqual([200, 400, 600, 800]);
  });
  test('what is wrong stands on the bar, and in a lane with what to do about it, until it is mended', () => {
    const cued = (markers: readonly object[]) => projectOf([
      { id: 'main', name: 'Main', duration: 100, layers: [{ id: 'n', name: 'N', kind: 'nest', source: 'reel', markers, timing: [{ op: 'cue', moves: [[0, 10], [10, 30]] }] } as never] },
      { id: 'reel', name: 'Reel', duration: 40, layers: [{ id: 'w', name: 'W', kind: 'null', channels: { x: { keys: [{ at: 0, value: 0 }, { at: 40, value: 90 }] } } } as never] },
    ]);
    const thorns = (project: Project, lanes: readonly string[] = []) => { const calls = tracks(project, { lanes, problems: checkProject(project) }); return { wrong: calls.filter((call) => call.name === 'fill' && call.fill === INK.rust).length, says: calls.filter((call) => call.name === 'fillText' && call.fill === INK.rust).map((call) => call.args[0]) }; };
    const few = cued([{ id: 'a', at: 12 }]);
    expect([thorns(few), thorns(few, ['main/n'])]).toEqual([{ wrong: 1, says: [] }, { wrong: 2, says: ['Add a marker where the last move should begin.'] }]);
    expect(thorns(cued([{ id: 'a', at: 12 }, { id: 'b', at: 50 }]), ['main/n'])).toEqual({ wrong: 0, says: [] });
    const rows = buildRows(few, few.compositions.by['main']!, { unfolded: new Set(), lanes: new Set(), order: 'list', search: '', filter: 'all', selected: [], alone: null, room: 0 });
    const under = (x: number) => problemUnder(rows, checkProject(few), 'main', { from: 0, pixelsPerFrame: 10 }, x, 12);
    expect([under(122), under(160)]).toEqual([expect.stringMatching(/its last move never plays\. Add a marker/), null]);
  });
  test('the rate of a nest stands in percent of its own frames, once for each part', () => {
    const ramped = projectOf([
      { id: 'main', name: 'Main', duration: 100, layers: [{ id: 'n', name: 'N', kind: 'nest', source: 'reel', timing: [{ op: 'ramp', cuts: [16, 32], rates: [1, -0.5, 2] }] } as never] },
      { id: 'reel', name: 'Reel', duration: 90, rate: [24, 1], layers: [] },
    ]);
    const said = (project: Project) => tracks(project, { lanes: ['main/n %'] }).filter((call) => call.name === 'fillText' && call.fill === INK.leaf).map((call) => call.args[0]);
    expect(said(ramped)).toEqual(['100 %', '-50 %', '200 %']);
    // The turns of a loop are no change of rate.
    expect(said(film)).toEqual([]);
    expect(tracks(film, { lanes: ['main/tram %'] }).filter((call) => call.name === 'fillText' && call.fill === INK.leaf).map((call) => call.args[0])).toEqual(['100 %']);
  });
  test('what moves inside a nest is told on its bar', () => {
    const activity = tracks(film).filter((call) => call.fill === 'rgba(163, 199, 109, 0.45)');
    expect(activity.length).toBeGreaterThan(80);
    const still = projectOf([
      { id: 'main', name: 'Main', duration: 100, layers: [{ id: 'n', name: 'N', kind: 'nest', source: 'inner' }] },
      { id: 'inner', name: 'Inner', duration: 100, layers: [{ id: 's', name: 'S', kind: 'shape' }] },
    ]);
    expect(tracks(still).filter((call) => call.fill === 'rgba(163, 199, 109, 0.45)')).toEqual([]);
  });
  test('pegs stand on a folded bar; unfolded they stand in the channel’s own row', () => {
    expect(pegs(tracks(film))).toEqual([0, 200, 400]);
    const open = tracks(film, { unfolded: ['main/lamp'] });
    expect(pegs(open)).toEqual([0, 200, 400]);
    expect(open.filter((call) => call.name === 'lineTo' && call.alpha === 0.75).length).toBeGreaterThan(100);
  });
  test('what a channel does after its last key goes on faintly, to the end of the composition', () => {
    const swinging = projectOf([{ id: 'main', name: 'Main', duration: 100, layers: [{ id: 'a', name: 'A', kind: 'null', channels: { x: { after: 'swing', keys: [{ at: 10, value: 0 }, { at: 30, value: 8 }] } } as never }] }]);
    const faint = tracks(swinging, { unfolded: ['main/a'] }).filter((call) => call.name === 'lineTo' && call.alpha === 0.35).map((call) => call.args as number[]);
    expect([faint[0]![0], faint.at(-1)![0]]).toEqual([302, 1000]);
    // It comes back to where it began, as high as it was.
    const heights = (x: number) => faint.find((point) => point[0] === x)![1]!;
    expect(heights(500)).toBeCloseTo(heights(900), 6);
    expect(heights(700)).toBeLessThan(heights(500));
    expect(tracks(film, { unfolded: ['main/lamp'] }).filter((call) => call.name === 'lineTo' && call.alpha === 0.35)).toEqual([]);
  });
  test('nothing is drawn of rows that are out of sight', () => {
    expect(bars(tracks(film, { scroll: 5000 }))).toEqual([]);
    expect(pegs(tracks(film, { view: { from: 50, pixelsPerFrame: 10 } }))).toEqual([]);
  });
  test('close up, frames are cells; farther away they are not', () => {
    const cells = (pixelsPerFrame: number) => tracks(film, { view: { from: 0, pixelsPerFrame } }).filter((call) => call.fill === 'rgba(52, 58, 44, 0.35)').length;
    expect([cells(20), cells(4)]).toEqual([61, 0]);
  });
  test('the lane of a loop goes up and falls back at every turn', () => {
    const lane = tracks(film, { lanes: ['main/tram'] });
    const rises = lane.filter((call) => call.name === 'lineTo' && call.stroke === INK.leaf).map((call) => call.args[0]);
    expect(rises).toEqual([200, 400, 600, 800, 1000]);
    const folded = tracks(film, { lanes: ['main/tram'], view: { from: 0, pixelsPerFrame: 0.1 } }).filter((call) => call.name === 'lineTo' && call.stroke === INK.leaf);
    expect(folded.every((call) => (call.args[1] as number) > 100)).toBe(true);
  });
  test('a caught moment is a line in the ink of sound', () =>
    expect(tracks(film, { caught: 33 }).find((call) => call.fill === INK.sky)!.args.slice(0, 3)).toEqual([330, 0, 1]));
});

describe('what is held', () => {
  const held = (channels: object) => projectOf([{ id: 'main', name: 'Main', duration: 100, layers: [{ id: 'a', name: 'A', kind: 'text', channels } as never] }]);
  const jumpy = held({ x: { keys: [{ at: 0, value: 0, right: 'hold' }, { at: 1, value: 5 }, { at: 40, value: 9, right: 'hold' }, { at: 80, value: 0 }] } });
  test('has a foot where there is no room for its line', () => {
    expect(feet(tracks(jumpy))).toEqual([0, 400]);
    expect(feet(tracks(jumpy, { unfolded: ['main/a'] }))).toEqual([0]);
  });
  test('is dashed where there is room, and only there', () => {
    const dashed = tracks(jumpy, { unfolded: ['main/a'] }).filter((call) => call.name === 'lineTo' && call.dash.length > 0 && call.alpha === 0.75).map((call) => call.args[0] as number);
    expect(Math.min(...dashed.filter((x) => x > 10))).toBeGreaterThanOrEqual(400);
    expect(Math.max(...dashed)).toBeLessThan(800);
    const levels = new Set(tracks(jumpy, { unfolded: ['main/a'] }).filter((call) => call.name === 'lineTo' && call.dash.length > 0 && (call.args[0] as number) > 400).map((call) => call.args[1]));
    expect(levels.size).toBe(1);
  });
  test('words always hold, a moving channel never does', () => {
    expect(feet(tracks(held({ text: { keys: [{ at: 0, value: 'a' }, { at: 50, value: 'b' }] } })))).toEqual([0, 500]);
    expect(feet(tracks(film))).toEqual([]);
  });
});

describe('markers', () => {
  const marked = projectOf([{
    id: 'main', name: 'Main', duration: 100, markers: [{ id: 'a', at: 10, name: 'hit' }, { id: 'b', at: 30, fires: false }, { id: 'c', at: 50, length: 20, colour: 2 }],
    layers: [],
  }]);
  test('are flags in plum or in their own ink, notes hollow, lengths as bands', () => {
    const calls = tracks(marked);
    const flag = (x: number) => calls.findIndex((call) => call.name === 'moveTo' && call.args[0] === x);
    const drawn = (x: number) => { const from = flag(x); return calls.slice(from, from + 8).map((call) => call.name); };
    expect(drawn(100)).toContain('fill');
    expect(drawn(300)).not.toContain('fill');
    expect(drawn(300)).toContain('stroke');
    expect(calls[flag(100)]!.fill).toBe(INK.plum);
    expect(calls[flag(500)]!.fill).toBe(LABELS[2]);
    expect(calls.find((call) => call.name === 'fillRect' && call.alpha === 0.35)!.args).toEqual([500, expect.any(Number), 200, 11]);
    expect(calls.some((call) => call.name === 'fillText' && call.args[0] === 'hit')).toBe(true);
  });
});

describe('the ruler', () => {
  const ruler = (more: Partial<RulerLook> = {}) => {
    const { to, calls } = recorder();
    drawRuler(to, { composition: film.compositions.by['main']!, view: { from: 0, pixelsPerFrame: 10 }, width: 1000, unit: 'frames', ready: null, problems: [], ...more });
    return calls;
  };
  const words = (calls: readonly Call[]) => calls.filter((call) => call.name === 'fillText').map((call) => call.args[0]);
  test('counts frames or seconds', () => {
    expect(words(ruler())).toEqual(['0', '10', '20', '30', '40', '50', '60', '70', '80', '90']);
    expect(words(ruler({ unit: 'seconds', view: { from: 0, pixelsPerFrame: 3 } }))).toEqual(['0s', '1s', '2s', '3s'].slice(0, words(ruler({ unit: 'seconds', view: { from: 0, pixelsPerFrame: 3 } })).length));
  });
  test('shows bars where there is a tempo', () => {
    const beaten = projectOf([{ id: 'main', name: 'Main', duration: 300, tempo: { bpm: 120, offset: 0, meter: [4, 4] } }]).compositions.by['main']!;
    const bars = ruler({ composition: beaten, view: { from: 0, pixelsPerFrame: 3 } }).filter((call) => call.name === 'fillText' && call.fill === INK.sky).map((call) => call.args[0]);
    expect(bars).toEqual(['1', '2', '3', '4', '5']);
  });
  test('hatches frames whose picture is not ready', () => {
    const hatches = (ready: Uint8Array | null) => ruler({ ready }).filter((call) => call.name === 'fillRect' && call.args[3] === 2 && call.args[2] === 2).length;
    expect(hatches(new Uint8Array(100).fill(1))).toBe(0);
    expect(hatches(null)).toBeGreaterThan(hatches(new Uint8Array(100).fill(1, 50)));
  });
  test('has a tick for each problem of this composition that has a moment', () => {
    const at = (composition: string, frame?: number) => ({ code: 'x', level: 'error', message: '', where: { composition, ...(frame === undefined ? {} : { frame }) } }) as unknown as RulerLook['problems'][number];
    const ticks = ruler({ problems: [at('main', 12), at('reel', 5), at('main')] }).filter((call) => call.fill === INK.rust);
    expect(ticks.map((call) => call.args[0])).toEqual([119]);
  });
  test('outside the play range it is darker, and its ends are two pegs', () => {
    const ranged = projectOf([{ id: 'main', name: 'Main', duration: 100, range: [20, 60] }]).compositions.by['main']!;
    const calls = ruler({ composition: ranged });
    expect(calls.filter((call) => call.fill === 'rgba(16, 18, 9, 0.5)').map((call) => call.args)).toEqual([[0, 0, 200, 52], [600, 0, 400, 52]]);
    expect(calls.filter((call) => call.name === 'roundRect' && call.args[3] === 13).map((call) => call.args[0])).toEqual([197.5, 597.5]);
    expect(calls.some((call) => call.fill === INK.leaf)).toBe(false);
  });
});

describe('a lane of a track', () => {
  const film = projectOf([{ id: 'main', name: 'Main', duration: 60, layers: [
    { id: 'a', name: 'A', kind: 'null', channels: { x: { limits: [0, 80], keys: [{ id: 'k', at: 0, value: 0 }, { id: 'l', at: 20, value: 100, arrives: 60 }, { id: 'm', at: 40, value: 0, right: 'hold' }, { id: 'n', at: 50, value: 20 }] }, y: { keys: [{ id: 'p', at: 0, value: 5 }, { id: 'q', at: 50, value: 9 }] } } },
  ] } as never]);
  const lane = (more: Parameters<typeof tracks>[1] = {}) => tracks(film, { lanes: ['main/a x'], ...more });
  test('shows a handle on each side of a motion that has some, none where it is held', () => {
    expect(lane().filter((call) => call.name === 'arc').length).toBe(4);
  });
  test('draws a key that arrives on another value in two halves, its bounds as dashes, and what lies beyond them in rust', () => {
    const halves = lane().filter((call) => call.name === 'roundRect' && call.args[2] === 3);
    // On the bar and in the lane.
    expect(halves.map((call) => call.args[0])).toEqual([196.5, 200.5, 196.5, 200.5]);
    expect(lane().some((call) => call.name === 'moveTo' && call.stroke === INK.rust && call.dash.length === 2)).toBe(true);
    expect(lane().some((call) => call.name === 'fillRect' && call.fill === INK.rust)).toBe(true);
  });
  test('draws the curves of other open lanes over it when that is asked for', () => {
    const names = (more: Parameters<typeof tracks>[1]) => lane({ lanes: ['main/a x', 'main/a y'], ...more }).filter((call) => call.name === 'fillText').map((call) => call.args[0]);
    expect(names({ curvesOver: 'own' })).toContain('Down');
    expect(names({})).not.toContain('Down');
  });
});
