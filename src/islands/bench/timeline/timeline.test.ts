import { applyPatches, work, type Draft } from '../../../core/commands';
import { timeHandles, timingOf } from '../../../core/scene';
import type { Channel } from '../../../core/model';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { projectOf, smallFilm, type LayerInput } from '../../../../tests/support/projects';
import { gestureIds } from '../editor/fresh-id';
import { NOTHING_SELECTED } from '../editor/state';
import { catchesFor, classifyDrag, foretell, limitsOf, momentsOf, ownFrames, snapDrag, stepOf, tellDrag, whyLocked, type Drag } from './drag';
import { dropPlace } from './drop-place';
import { headLines } from './head-lines';
import type { Hit } from './hit';
import { barsInside, hitTest, keysInside } from './hit-test';
import { buildRows, rowAt, totalHeight } from './rows/build-rows';
import type { RowChoice } from './rows/row';
import { frameOf, markStep, panBy, wholeView, xOf, zoomAt } from './scale';
import { handleHeight, handlePlace, laneScale } from './time-grip';
import { timingWords } from './timing-words';

const film = smallFilm();
const main = film.compositions.by['main']!;
const choice = (more: Partial<RowChoice> = {}): RowChoice => ({ unfolded: new Set(), lanes: new Set(), order: 'list', search: '', filter: 'all', selected: [], alone: null, room: 0, ...more });
const rows = buildRows(film, main, choice({ unfolded: new Set(['main/lamp']), lanes: new Set(['main/tram']) }));
const nameRow = (row: (typeof rows)[number]) => row.key;
const view = { from: 0, pixelsPerFrame: 10 };

describe('the axis', () => {
  test('frames and pixels are each other’s inverse', () => fc.assert(fc.property(fc.double({ min: -1e4, max: 1e4, noNaN: true }), (frame) => Math.abs(frameOf(xOf(frame, view), view) - frame) < 1e-6)));
  test('zooming keeps what lies under the pointer', () =>
    fc.assert(fc.property(fc.integer({ min: 200, max: 800 }), fc.double({ min: 1.01, max: 3, noNaN: true }), (x, factor) => {
      const whole = wholeView(300, 1000);
      const closer = zoomAt(whole, x, factor, 300, 1000);
      return Math.abs(frameOf(x, closer) - frameOf(x, whole)) < 1e-6;
    })));
  test('never farther than the whole, never closer than cells, never off the composition', () => {
    expect(zoomAt(wholeView(300, 1000), 500, 0.01, 300, 1000)).toEqual(wholeView(300, 1000));
    expect(zoomAt(wholeView(300, 1000), 500, 1e9, 300, 1000).pixelsPerFrame).toBe(60);
    const close = zoomAt(wholeView(300, 1000), 500, 8, 300, 1000);
    expect(frameOf(1000, panBy(close, 1e9, 300, 1000))).toBeLessThan(304);
    expect(panBy(close, -1e9, 300, 1000).from).toBeGreaterThan(-3);
  });
  test('marks are whole frames, and never crowd', () => {
    for (const pixels of [0.01, 0.3, 1, 3, 11, 60]) {
      const step = markStep(pixels, 30, 50);
      expect(Number.isInteger(step)).toBe(true);
      expect(step * pixels).toBeGreaterThanOrEqual(50);
    }
    expect(markStep(5, 29.97, 50)).toBe(10);
  });
});

describe('rows', () => {
  test('a layer, under it its picture time and its keyed channels', () =>
    expect(rows.map(nameRow)).toEqual(['layer tram', 'lane tram', 'layer lamp', 'track lamp x', 'layer child']));
  test('a height belongs to one row', () => {
    expect(totalHeight(rows)).toBe(27 * 3 + 104 + 24);
    expect(nameRow(rowAt(rows, 0)!)).toBe('layer tram');
    expect(rowAt(rows, 27)!.is.kind).toBe('lane');
    expect(rowAt(rows, -1)).toBeNull();
    expect(rowAt(rows, 1e4)).toBeNull();
  });
  test('are found by name or channel, filtered, and stand in order of start', () => {
    const shown = (more: Partial<RowChoice>) => buildRows(film, main, choice(more)).map(nameRow);
    expect(shown({ search: 'LAM' })).toEqual(['layer lamp']);
    expect(shown({ search: 'across' })).toEqual(['layer lamp']);
    expect(shown({ filter: 'nests' })).toEqual(['layer tram']);
    expect(shown({ filter: 'keyed' })).toEqual(['layer lamp']);
    expect(shown({ filter: 'selected', selected: ['child'] })).toEqual(['layer child']);
    const late = projectOf([{ id: 'main', name: 'Main', markers: [{ at: 5 }], layers: [{ id: 'a', name: 'A', kind: 'null', spans: [[50, 90]] }, { id: 'b', name: 'B', kind: 'null', spans: [[10, 90]] }, { id: 'c', name: 'C', kind: 'null', spans: [[10, 20]] }] }]);
    expect(buildRows(late, late.compositions.by['main']!, choice({ order: 'start' })).map(nameRow)).toEqual(['markers', 'layer b', 'layer c', 'layer a']);
  });
  test('a lane that stands alone has its layer and all the room; a nest of another composition changes nothing', () => {
    const alone = buildRows(film, main, choice({ alone: 'main/tram', room: 400 }));
    expect(alone.map(nameRow)).toEqual(['layer tram', 'lane tram']);
    expect(totalHeight(alone)).toBe(400);
    expect(totalHeight(buildRows(film, main, choice({ alone: 'main/tram', room: 20 })))).toBe(27 + 104);
    expect(buildRows(film, main, choice({ alone: 'reel/tram', room: 400 })).length).toBe(3);
    expect(buildRows(film, main, choice({ alone: 'main/lamp', room: 400 })).length).toBe(3);
    expect(buildRows(film, main, choice({ alone: 'main/tram', room: 400, search: 'lamp' })).map(nameRow)).toEqual(['layer lamp']);
  });
  test('a row grown into a lane has it right below; folded, the lanes are what is left', () => {
    const two = projectOf([{ id: 'main', name: 'Main', layers: [{ id: 'a', name: 'A', kind: 'null', channels: { x: { keys: [{ at: 0, value: 0 }] }, y: { keys: [{ at: 0, value: 0 }] } } } as LayerInput] }]);
    const grown = (unfolded: readonly string[]) => buildRows(two, two.compositions.by['main']!, choice({ unfolded: new Set(unfolded), lanes: new Set(['main/a x', 'main/a y']) })).map(nameRow);
    expect(grown(['main/a'])).toEqual(['layer a', 'track a x', 'curve a x', 'track a y', 'curve a y']);
    expect(grown([])).toEqual(['layer a', 'curve a x', 'curve a y']);
  });
  test('dropped on the middle of a layer’s row they follow it, at its edges they go before or after it', () => {
    const between = (before: string | null, top: number) => ({ kind: 'between', before, top });
    expect(dropPlace(rows, 5)).toEqual(between('tram', 0));
    expect(dropPlace(rows, 13)).toEqual({ kind: 'onto', layer: 'tram' });
    expect(dropPlace(rows, 13, ['tram'])).toEqual(between('tram', 0));
    expect(dropPlace(rows, 23)).toEqual(between('lamp', 131));
    expect(dropPlace(rows, 100)).toEqual(between('lamp', 131));
    expect(dropPlace(rows, 9999)).toEqual(between(null, totalHeight(rows)));
    expect(dropPlace(rows, -9)).toEqual(between('tram', 0));
    expect(dropPlace([], 5)).toBeNull();
  });
  test('followers stand right under their leaders when they are asked to, rings and all', () => {
    const led = (id: string, parent: string | null): LayerInput => ({ id, name: id, kind: 'null', ...(parent === null ? {} : { parent }) }) as LayerInput;
    const order = (layers: LayerInput[]) => { const project = projectOf([{ id: 'main', name: 'Main', layers }]); return buildRows(project, project.compositions.by['main']!, choice({ nestled: true })).map(({ layer }) => layer!.id); };
    expect(order([led('hand', 'arm'), led('lamp', null), led('arm', 'body'), led('body', null), led('foot', 'body')])).toEqual(['lamp', 'body', 'arm', 'hand', 'foot']);
    expect(headLines(buildRows(film, main, choice({})), main)).toMatchObject([{ is: 'follows', leader: 'lamp', to: [expect.any(Number) as number] }]);
  });
  test('who is read by formulas has a line to whom it drives; what leads nowhere and what is off have none', () => {
    const driven = (id: string, formula: string, more: object = {}): LayerInput => ({ id, name: id, kind: 'null', channels: { rotation: { formula, ...more } } }) as LayerInput;
    const project = projectOf([{ id: 'main', name: 'Main', layers: [driven('a', 'c.x + self.y + nowhere.x'), driven('b', 'c.x + a.x'), driven('d', 'c.x', { formulaOff: true }), { ...driven('e', 'parent.x'), parent: 'd' } as LayerInput, { id: 'c', name: 'c', kind: 'null' }] }]);
    const film = project.compositions.by['main']!;
    const rows = buildRows(project, film, choice({}));
    const at = (id: string) => rows.find((row) => row.layer?.id === id)!.top + 13.5;
    const lines = headLines(rows, film).map(({ is, leader, from, to }) => ({ is, leader, from, to }));
    expect(lines).toEqual([{ is: 'follows', leader: 'd', from: at('d'), to: [at('e')] }, { is: 'drives', leader: 'c', from: at('c'), to: [at('a'), at('b')] }, { is: 'drives', leader: 'a', from: at('a'), to: [at('b')] }, { is: 'drives', leader: 'd', from: at('d'), to: [at('e')] }]);
  });
  test('say what a timing does', () => {
    expect(timingWords(main.layers.by['tram']!)).toBe('Loop frames 0 to 20, without end');
    expect(timingWords(main.layers.by['lamp']!)).toBe('As it is');
  });
});

describe('what lies under the pointer', () => {
  const lamp = 27 + 104;
  test('ends, bars, rows and nothing', () => {
    expect(hitTest(rows, film, main, view, 500, 10)).toEqual({ kind: 'bar', layer: 'tram' });
    expect(hitTest(rows, film, main, view, 998, 10)).toEqual({ kind: 'trim', layer: 'tram', end: 'end' });
    expect(hitTest(rows, film, main, view, 3, 10)).toEqual({ kind: 'trim', layer: 'tram', end: 'start' });
    // The lower half of an end stretches.
    expect(hitTest(rows, film, main, view, 998, 20)).toEqual({ kind: 'stretch', layer: 'tram', end: 'end' });
    expect(hitTest(rows, film, main, view, 302, 5)).toEqual({ kind: 'marker', ref: { layer: 'tram', marker: 'm' } });
    expect(hitTest(rows, film, main, view, 302, 20)).toEqual({ kind: 'bar', layer: 'tram' });
    expect(hitTest(rows, film, main, view, 1200, 10)).toEqual({ kind: 'row', layer: 'tram' });
    expect(hitTest(rows, film, main, view, 500, 60)).toEqual({ kind: 'row', layer: 'tram' });
    expect(hitTest(rows, film, main, view, 500, 900)).toEqual({ kind: 'nothing' });
  });
  test('pegs in their row, and on the folded bar', () => {
    expect(hitTest(rows, film, main, view, 203, lamp + 27 + 12)).toMatchObject({ kind: 'keys', at: 20, refs: [{ layer: 'lamp', track: 'x', key: 'b' }] });
    const folded = buildRows(film, main, choice());
    expect(hitTest(folded, film, main, view, 400, 27 + 20)).toMatchObject({ kind: 'keys', at: 40 });
    expect(hitTest(folded, film, main, view, 420, 27 + 20)).toMatchObject({ kind: 'bar' });
  });
  test('the end of a marker’s band, which is pulled to make it longer or shorter', () => {
    const marked = projectOf([{ id: 'main', name: 'Main', markers: [{ id: 'm', at: 30, name: 'hit', length: 20 }], layers: [{ id: 'a', name: 'A', kind: 'null', markers: [{ id: 'n', at: 10, length: 30 }] }] }]);
    const composition = marked.compositions.by['main']!;
    const list = buildRows(marked, composition, choice());
    const band = hitTest(list, marked, composition, view, 502, 8);
    expect(foretell(band, NOTHING_SELECTED, composition)).toBe('hit lasts 20 f: drag to change');
    const drag = classifyDrag(band, false, NOTHING_SELECTED);
    expect(limitsOf(drag, null, marked, 'main')).toEqual([-20, Infinity]);
    expect(ownFrames(drag, marked, composition, null)).toEqual([50]);
    expect(tellDrag(drag, marked, 'main', 5, { at: 55, name: 'beat' })).toBe('lasts 25 f, at beat');
    const step = stepOf(drag, null, 'main', 5)!;
    const { draft } = work(marked, step.event, { composition: 'main', ...step.args, ...step.move } as never, () => 'k');
    expect(applyPatches(marked, (draft as Draft).patches).project.compositions.by['main']!.markers['m']!.length).toBe(25);
    expect(stepOf(drag, null, 'main', 0)).toBeNull();
    // Its flag still moves it, and below the flags a layer's bar is what it was.
    expect(hitTest(list, marked, composition, view, 305, 8)).toEqual({ kind: 'marker', ref: { layer: null, marker: 'm' } });
    expect(hitTest(list, marked, composition, view, 400, 20 + 5)).toMatchObject({ kind: 'grip', as: { ref: { layer: 'a', marker: 'n' } } });
    expect(hitTest(list, marked, composition, view, 400, 20 + 20)).toEqual({ kind: 'bar', layer: 'a' });
  });
  test('pegs inside a rectangle', () => {
    expect(keysInside(rows, film, main, view, [150, 0, 450, 999]).map((ref) => ref.key)).toEqual(['b', 'c']);
    expect(keysInside(rows, film, main, view, [150, 0, 450, 60])).toEqual([]);
    expect(barsInside(rows, view, [150, 0, 450, 60])).toEqual(['tram']);
    expect(barsInside(rows, view, [1100, 0, 1200, 999])).toEqual([]);
  });
});

describe('what a drag means', () => {
  test('first match wins', () => {
    expect(classifyDrag({ kind: 'bar', layer: 'tram' }, true, NOTHING_SELECTED)).toEqual({ kind: 'pan' });
    expect(classifyDrag({ kind: 'bar', layer: 'tram' }, false, NOTHING_SELECTED)).toEqual({ kind: 'slide', layers: ['tram'] });
    expect(classifyDrag({ kind: 'bar', layer: 'tram' }, false, { ...NOTHING_SELECTED, layers: ['tram', 'lamp'] })).toEqual({ kind: 'slide', layers: ['tram', 'lamp'] });
    expect(classifyDrag({ kind: 'nothing' }, false, NOTHING_SELECTED)).toEqual({ kind: 'marquee' });
    const ref = (key: string) => ({ layer: 'lamp', track: 'x', key });
    const keys = { kind: 'keys', refs: [ref('a')], at: 0, layer: 'lamp' } as const;
    expect(classifyDrag(keys, false, { ...NOTHING_SELECTED, keys: [ref('a'), ref('b')] })).toEqual({ kind: 'moveKeys', refs: [ref('a'), ref('b')] });
    expect(classifyDrag(keys, false, { ...NOTHING_SELECTED, keys: [ref('b')] })).toEqual({ kind: 'moveKeys', refs: [ref('a')] });
  });
  test('grips and markers', () => {
    expect(classifyDrag({ kind: 'stretch', layer: 'tram', end: 'end' }, false, NOTHING_SELECTED)).toEqual({ kind: 'stretch', layers: ['tram'], end: 'end' });
    const ref = { layer: 'tram', marker: 'm' };
    expect(classifyDrag({ kind: 'marker', ref }, false, NOTHING_SELECTED)).toEqual({ kind: 'moveMarkers', refs: [ref] });
    expect(classifyDrag({ kind: 'marker', ref }, false, { ...NOTHING_SELECTED, markers: [ref, { layer: null, marker: 'x' }] })).toEqual({ kind: 'moveMarkers', refs: [ref, { layer: null, marker: 'x' }] });
  });
  const moments = (drag: Drag, more: object = {}) => momentsOf(drag, film, main, { ripple: false, together: false, ...more });
  test('comes to one change, and tells where that is', () => {
    const trim = { kind: 'trim', layers: ['tram'], end: 'end' } as const;
    const labelOf = (step: ReturnType<typeof stepOf>) => (work(film, step!.event, { ...step!.args, ...step!.move } as never, () => 'k').draft as { label: string }).label;
    expect(labelOf(stepOf(trim, moments(trim), 'main', -30))).toBe('Trim Tram');
    expect(tellDrag(trim, film, 'main', -30, null)).toBe('−30 f, ends before 70');
    expect(tellDrag(trim, film, 'main', -300, { at: 1, name: 'playhead' })).toBe('−300 f, ends before 1, at playhead');
    expect(tellDrag({ kind: 'slide', layers: ['tram'] }, film, 'main', 4, null)).toBe('+4 f, starts at 4');
    const stretch = { kind: 'stretch', layers: ['lamp'], end: 'end' } as const;
    expect(labelOf(stepOf(stretch, moments(stretch), 'main', 50))).toBe('Stretch Lamp');
    expect(tellDrag(stretch, film, 'main', 50, null)).toBe('+50 f, 150 % as long');
    expect(stepOf({ kind: 'marquee' }, null, 'main', 4)).toBeNull();
    expect(whyLocked({ kind: 'bar', layer: 'tram' }, film, 'main')).toBeNull();
    expect(limitsOf(stretch, null, film, 'main')).toEqual([-99, Infinity]);
  });
  test('the switches add what comes later and what stands at the same moment', () => {
    const keys = { kind: 'moveKeys', refs: [{ layer: 'lamp', track: 'x', key: 'b' }] } as const;
    expect(moments(keys, { ripple: true })!.keys.map((ref) => ref.key)).toEqual(['b', 'c']);
    expect(moments({ kind: 'slide', layers: ['tram'] }, { together: true })!.trimEnd).toEqual(['lamp', 'child']);
  });
  test('with Together a key goes as far as its neighbour lets it, and no further; without it passes', () => {
    const crowd = projectOf([{ id: 'main', name: 'Main', duration: 100, layers: [
      { id: 'a', name: 'A', kind: 'shape', spans: [[0, 40]] },
      { id: 'b', name: 'B', kind: 'shape', spans: [[40, 90]], channels: { x: { keys: [{ id: 'k', at: 33, value: 0 }, { id: 'l', at: 40, value: 1 }, { id: 'm', at: 44, value: 2 }] } } },
    ] }]);
    const host = crowd.compositions.by['main']!;
    const trim = { kind: 'trim', layers: ['a'], end: 'end' } as const;
    const taken = momentsOf(trim, crowd, host, { ripple: false, together: true })!;
    expect(taken.keys.map((ref) => ref.key)).toEqual(['l']);
    expect(limitsOf(trim, taken, crowd, 'main', true)).toEqual([-6, 3]);
    expect(limitsOf(trim, taken, crowd, 'main')).toEqual([-39, 49]);
    const all = momentsOf(trim, crowd, host, { ripple: true, together: true })!;
    expect(limitsOf(trim, all, crowd, 'main', true)[1]).toBeLessThanOrEqual(49);
  });
  test('an edge that layers share is rolled by its own grip: both bars, no key', () => {
    const shared = projectOf([{ id: 'main', name: 'Main', duration: 100, layers: [
      { id: 'a', name: 'A', kind: 'shape', spans: [[0, 40]] }, { id: 'b', name: 'B', kind: 'shape', spans: [[40, 90]], channels: { x: { keys: [{ id: 'k', at: 40, value: 0 }] } } }, { id: 'c', name: 'C', kind: 'shape', spans: [[10, 90]] },
    ] }]);
    const host = shared.compositions.by['main']!;
    const list = buildRows(shared, host, { unfolded: new Set(), lanes: new Set(), order: 'list', search: '', filter: 'all', selected: [], alone: null, room: 0 });
    const at = (id: string, x: number) => { const row = list.find((one) => one.layer?.id === id)!; return hitTest(list, shared, host, { from: 0, pixelsPerFrame: 10 }, x, row.top + row.height / 2); };
    const view = { from: 0, pixelsPerFrame: 10 };
    const hit = at('a', xOf(40, view)) as Extract<ReturnType<typeof at>, { kind: 'grip' }>;
    expect(hit).toMatchObject({ kind: 'grip', event: 'spans.roll', limits: [-39, 49], args: { layers: ['a', 'b'], at: 40 } });
    expect(at('c', xOf(10, view)).kind).not.toBe('grip');
    const { draft } = work(shared, 'spans.roll', { ...hit.args, by: 8 } as never, () => 'x');
    const rolled = applyPatches(shared, (draft as Draft).patches).project.compositions.by['main']!.layers.by;
    expect([rolled['a']!.spans, rolled['b']!.spans, (rolled['b']!.channels as Record<string, Channel>)['x']!.keys['k']!.at]).toEqual([[[0, 48]], [[48, 90]], 40]);
  });
  test('is caught by moments near it, but not by its own, and stays within its limits', () => {
    const keys = { kind: 'moveKeys', refs: [{ layer: 'lamp', track: 'x', key: 'b' }] } as const;
    const catches = catchesFor(film, main, moments(keys), keys, 33, [-100, 300]);
    expect(catches.find((one) => one.at === 20)).toBeUndefined();
    expect(catches.map((one) => one.at)).toEqual(expect.arrayContaining([0, 30, 33, 40, 100]));
    expect(ownFrames(keys, film, main, moments(keys))).toEqual([20]);
    const free: readonly [number, number] = [-Infinity, Infinity];
    expect(snapDrag(12.6, [20], catches, 0.7, free)).toEqual({ by: 13, caught: { at: 33, name: 'playhead' } });
    expect(snapDrag(12.6, [20], [], 0.7, free)).toEqual({ by: 13, caught: null });
    expect(snapDrag(6.3, [20], catches, 0.7, free)).toEqual({ by: 6, caught: null });
    expect(snapDrag(500, [20], catches, 0.7, [-5, 9])).toEqual({ by: 9, caught: null });
    fc.assert(fc.property(fc.double({ min: -500, max: 500, noNaN: true }), (raw) => {
      const { by } = snapDrag(raw, [20], catches, 3, [-50, 50]);
      return by >= -50 && by <= 50 && (Math.abs(raw) > 50 || Math.abs(by - raw) <= 3);
    }));
  });
  test('is foretold before the press', () => {
    expect(foretell({ kind: 'trim', layer: 'tram', end: 'end' }, NOTHING_SELECTED, main)).toBe('Trim the end, up to 99 f earlier');
    expect(foretell({ kind: 'stretch', layer: 'tram', end: 'start' }, { ...NOTHING_SELECTED, layers: ['tram', 'lamp'] }, main)).toBe('Stretch the start of 2 layers, up to 99 f later');
    expect(foretell({ kind: 'nothing' }, NOTHING_SELECTED, main)).toBe('');
  });
  test('a gesture gives its keys the same ids at every move', () => {
    const begin = gestureIds();
    const [first, again] = [begin(), begin()];
    expect([first(), first()]).toEqual([again(), again()]);
  });
});

describe('what is pulled where it is drawn', () => {
  const keyed = projectOf([{ id: 'main', name: 'Main', duration: 100, layers: [
    { id: 'a', name: 'A', kind: 'null', channels: { x: { keys: [{ id: 'k', at: 0, value: 0 }, { id: 'l', at: 30, value: 90, right: [6, 12] }, { id: 'm', at: 60, value: 30 }] } } },
    { id: 'b', name: 'B', kind: 'null', spans: [[0, 20], [20, 50]] },
  ] } as never]);
  const host = keyed.compositions.by['main']!;
  const list = buildRows(keyed, host, choice({ unfolded: new Set(['main/a']), lanes: new Set(['main/a x']) }));
  const row = (kind: string) => list.find((one) => one.is.kind === kind)!;
  const at = (kind: string, x: number, y: number, drawing: string | null = null) => hitTest(list, keyed, host, view, x, row(kind).top + y, drawing);
  /** The line of the track at a place across, wherever it stands in its row. */
  const onLine = (x: number) => Array.from({ length: 24 }, (_, y) => at('track', x, y)).find((hit) => hit.kind === 'grip') ?? at('track', x, 12);
  const grip = (hit: Hit) => { if (hit.kind !== 'grip') throw new Error(`a ${hit.kind}`); return hit; };
  test('the line between two pegs: its first half says how the motion leaves, its second how it arrives', () => {
    const first = grip(onLine(380));
    expect(at('track', 380, 22).kind).toBe('row');
    expect(first).toMatchObject({ event: 'keys.pull', args: { keys: [{ layer: 'a', track: 'x', key: 'l' }] } });
    expect(first.pull(4, 0)).toEqual({ move: { leaves: 10, out: 20 }, told: 'leaves over 10 f' });
    expect(first.pull(-50, 0).move).toEqual({ leaves: 0 });
    expect(first.pull(0, -17).move).toMatchObject({ leaves: 6, out: 57 });
    expect(grip(onLine(540)).pull(-3, 0)).toEqual({ move: { arrives: 3 }, told: 'arrives over 3 f' });
    expect(first.twice).toEqual({ event: 'keys.add', args: { composition: 'main', tracks: [{ layer: 'a', track: 'x' }], frame: 38 } });
    expect(onLine(700).kind).toBe('row');
  });
  test('in a lane: keys go both ways, handles by their own key, the tail repeats as far as it is pulled', () => {
    const tall = row('curve').height;
    // From 0 to 102, the height to which its handle stands out.
    const y = (value: number) => tall - 16 - (value / 102) * (tall - 32);
    const key = grip(at('curve', 300, y(90)));
    expect(key).toMatchObject({ event: 'keys.set', args: { keys: [{ layer: 'a', track: 'x', key: 'l' }] } });
    expect(key.pull(5, 0).move).toEqual({ fields: { at: 35 } });
    expect(key.pull(0, 10).move).toMatchObject({ fields: { value: expect.closeTo(90 - (10 * 102) / (tall - 32), 1) as number } });
    const handle = grip(at('curve', 360, y(102)));
    expect(handle.pull(2, 0)).toMatchObject({ move: { fields: { right: [8, 12] } } });
    const tail = grip(at('curve', 650, y(30)));
    expect(tail.pull(70, 0)).toEqual({ move: { rule: 'repeat', repeats: 2 }, told: 'repeats, 2 plays in all' });
    expect(tail.pull(-5, 0).move).toEqual({ rule: 'hold', repeats: null });
    expect(at('curve', 480, 4).kind).toBe('row');
  });
  test('the picture time of a nest, pulled sideways: what is shown slides under the bar', () => {
    const reel = rows.find((one) => one.is.kind === 'lane')!;
    const { D } = timingOf(film, main, main.layers.by['tram']!).source!;
    const line = (s: number) => reel.top + reel.height - 12 - (s / D) * (reel.height - 24);
    const under = (x: number, y: number) => hitTest(rows, film, main, view, x, y);
    const slip = grip(under(50, line(5)));
    expect(slip).toMatchObject({ event: 'layers.slip', args: { layers: ['tram'], by: 0 } });
    expect(slip.pull(3, 0)).toEqual({ move: { by: 3 }, told: 'what is shown comes 3 f later' });
    expect(under(50, line(5) + 20).kind).toBe('row');
  });
  test('with the pencil a lane is a sheet: what the pointer passes is what is drawn', () => {
    const sheet = grip(at('curve', 200, 60, 'main/a x'));
    sheet.pull(1, 0);
    sheet.pull(2.5, 6);
    expect((sheet.pull(4, -3).move as { points: number[][] }).points.map(([frame]) => frame)).toEqual([20, 22.5, 24]);
    expect(sheet.free).toBe(true);
  });
  test('the edge at which two bars of a layer meet is rolled', () => {
    const layer = list.find((one) => one.is.kind === 'layer' && one.layer?.id === 'b')!;
    const edge = grip(hitTest(list, keyed, host, view, 201, layer.top + 4));
    expect(edge).toMatchObject({ event: 'spans.roll', args: { layers: ['b'], at: 20 }, limits: [-19, 29] });
  });
});

describe('the timing pulled in its lane', () => {
  const timed = (timing: NonNullable<LayerInput['timing']>, more: object = {}) => projectOf([
    { id: 'main', name: 'Main', duration: 100, layers: [{ id: 'n', name: 'N', kind: 'nest', source: 'reel', timing, ...more } as LayerInput] },
    { id: 'reel', name: 'Reel', duration: 40, layers: [] },
  ]);
  const grips = (project: ReturnType<typeof projectOf>) => {
    const host = project.compositions.by['main']!;
    const list = buildRows(project, host, choice({ lanes: new Set(['main/n']) }));
    const lane = list.find((one) => one.is.kind === 'lane')!;
    return timeHandles(project, host, host.layers.by['n']!).map((handle) => {
      const hit = hitTest(list, project, host, view, handlePlace(handle, view), lane.top + handleHeight(handle, lane.height, 40));
      return { handle, hit };
    });
  };
  test.each([
    [{ op: 'loop', from: 0, to: 20 }, 'where it ends', { to: 25 }],
    [{ op: 'loop', from: 0, to: 20, count: 3 }, 'the end of its plays', { count: 3 }],
    [{ op: 'loop', from: 0, to: 20, until: 45 }, 'the end of its plays', { until: 50 }],
    [{ op: 'pause', at: 10, for: 8 }, 'where it goes on', { for: 13 }],
    [{ op: 'ramp', cuts: [10, 30], rates: [1, 0.5, 1] }, 'cut 1', { cuts: [15, 30] }],
    [{ op: 'ramp', cuts: [10, 30], rates: [1, 0.5, 1], blend: 4 }, 'how softly it changes after cut 2', { blend: [[2, 2], [2, 7]] }],
    [{ op: 'elastic', length: 60 }, 'its end', { length: 65 }],
    [{ op: 'pins', pins: [[5, 5], [30, 30]] }, 'pin 2', { pins: [[5, 5], [35, 30]] }],
    [{ op: 'step', every: 2, cuts: [[10, 3]] }, 'cut 1', { cuts: [[15, 3]] }],
    [{ op: 'delay', by: 4 }, 'where it begins', { by: 9 }],
  ] as const)('%o: %s, pulled 5 frames sideways', (node, name, fields) => {
    const found = grips(timed([node as never])).find(({ handle }) => handle.name === name)!;
    expect(found.hit).toMatchObject({ kind: 'grip', event: 'timing.set', args: { layer: 'n' } });
    expect((found.hit as Extract<Hit, { kind: 'grip' }>).pull(5, 0).move).toEqual({ fields });
  });
  test('a slope is pulled up and down and caught at round rates; a pose goes by whole frames', () => {
    const speed = grips(timed([{ op: 'speed', rate: 0.5 } as never]))[0]!.hit as Extract<Hit, { kind: 'grip' }>;
    expect(speed.pull(0, 0).told).toBe('50 %');
    expect(speed.pull(0, -19).move).toEqual({ fields: { rate: 1 } });
    const freeze = grips(timed([{ op: 'freeze', at: 10 } as never]))[0]!.hit as Extract<Hit, { kind: 'grip' }>;
    expect(freeze.pull(0, -10).move).toEqual({ fields: { at: 15 } });
  });
  test('a loop goes to and fro where the end of its second play is pulled down, and begins again where it is pulled up', () => {
    const turn = (node: object) => (grips(timed([node as never])).find(({ handle }) => handle.name === 'how its second play ends')?.hit ?? null) as Extract<Hit, { kind: 'grip' }> | null;
    const [round, fro] = [turn({ op: 'loop', to: 20 })!, turn({ op: 'loop', to: 20, mode: 'swing' })!];
    expect([round.pull(0, 30), round.pull(0, 4).move, fro.pull(0, -30).move]).toEqual([{ move: { fields: { mode: 'swing' } }, told: 'to and fro' }, { fields: { mode: 'repeat' } }, { fields: { mode: 'repeat' } }]);
    expect(turn({ op: 'loop', to: 20, count: 1 })).toBeNull();
  });
  test('a locked layer has none to take; a key of a remap goes both ways', () => {
    expect(grips(timed([{ op: 'pause', at: 10, for: 8 } as never], { locked: true })).every(({ hit }) => hit.kind === 'row')).toBe(true);
    const keys = [{ id: 'a', at: 0, to: 0 }, { id: 'b', at: 30, to: 20 }];
    const key = grips(timed([{ op: 'remap', keys } as never])).find(({ handle }) => handle.name === 'key 2')!.hit as Extract<Hit, { kind: 'grip' }>;
    expect((key.pull(4, -10).move as { fields: { keys: Record<string, object> } }).fields.keys['b']).toMatchObject({ at: 34, to: 25 });
  });
  test('edges of what is rigid inside are pulled from the bar, below its pegs and beside its own ends', () => {
    const film = projectOf([
      { id: 'main', name: 'Main', duration: 100, layers: [{ id: 'n', name: 'N', kind: 'nest', source: 'reel', start: 10, spans: [[10, 50]] } as LayerInput, { id: 'o', name: 'O', kind: 'nest', source: 'reel' } as LayerInput] },
      { id: 'reel', name: 'Reel', duration: 40, layers: [], rigid: [[0, 12], [30, 40]], markers: [{ id: 'm', at: 15, name: 'arrive' }] } as never,
    ]);
    const host = film.compositions.by['main']!;
    const list = buildRows(film, host, choice({}));
    const row = list.find((one) => one.is.kind === 'layer' && one.layer!.id === 'n')!;
    const at = (x: number, part: number) => hitTest(list, film, host, view, x, row.top + row.height * part);
    const grip = at(220, 0.85) as Extract<Hit, { kind: 'grip' }>;
    expect(grip).toMatchObject({ kind: 'grip', event: 'composition.set', args: { composition: 'reel' }, words: 'Rigid up to frame 12 of Reel: pull it, for every use' });
    expect(grip.pull(6, 0)).toEqual({ move: { fields: { rigid: [[0, 18], [30, 40]] } }, told: 'rigid 0 to 18: changes 2 uses' });
    expect(grip.pull(-90, 0).move).toEqual({ fields: { rigid: [[0, 1], [30, 40]] } });
    expect(grip.pull(3, 0, { later: false, ties: true }).move).toEqual({ fields: { rigid: [[0, { marker: 'm', end: false, plus: 0, was: 15 }], [30, 40]] } });
    expect([at(220, 0.4).kind, at(100, 0.85).kind]).toEqual(['bar', 'stretch']);
  });
  describe('markers inside', () => {
    const marked = (node: object) => projectOf([
      { id: 'main', name: 'Main', duration: 100, layers: [{ id: 'n', name: 'N', kind: 'nest', source: 'reel', timing: [node], markers: [{ id: 'go', at: 20 }, { id: 'on', at: 50 }] } as unknown as LayerInput] },
      { id: 'reel', name: 'Reel', duration: 40, layers: [], markers: [{ id: 'm', at: 12, name: 'arrive', length: 6 }] } as never,
    ]);
    const pull = (node: object, name: string, by: number, down = 0, ties = true) => {
      const { move, told } = (grips(marked(node)).find(({ handle }) => handle.name === name)!.hit as Extract<Hit, { kind: 'grip' }>).pull(by, down, { later: false, ties });
      return [(move as { readonly fields: object }).fields, told];
    };
    const arrive = { marker: 'm', end: false, plus: 0, was: 12 };
    test('a time that is pulled onto one holds on to it, unless nothing is to be caught', () => {
      expect(pull({ op: 'loop', from: 0, to: 20 }, 'where it ends', -8)).toEqual([{ to: arrive }, 'tied to arrive']);
      expect(pull({ op: 'loop', from: 0, to: 20 }, 'where it ends', -2)).toEqual([{ to: { ...arrive, end: true, was: 18 } }, 'tied to the end of arrive']);
      expect(pull({ op: 'loop', from: 0, to: 20 }, 'where it ends', -8, 0, false)).toEqual([{ to: 12 }, 'loops up to frame 12']);
      expect(pull({ op: 'pause', at: 10, for: 8 }, 'where it stands', 2)[0]).toEqual({ at: arrive });
      // How long it stands is no time of what is shown.
      expect(pull({ op: 'pause', at: 4, for: 8 }, 'where it goes on', 4)[0]).toEqual({ for: 12 });
      expect(pull({ op: 'freeze', at: 10 }, 'the frame that stands', 0, -4)[0]).toEqual({ at: arrive });
      expect(pull({ op: 'cue', moves: [[0, 10], [10, 30]] }, 'the pose that move 1 rests on', 0, -4)[0]).toMatchObject({ moves: [{ to: arrive }, [10, 30]] });
    });
    test('what is tied goes on following, as much further on; its neighbours are left alone', () => {
      expect(pull({ op: 'loop', from: 0, to: arrive }, 'where it ends', 20, 0, false)[0]).toEqual({ to: { ...arrive, plus: 20, was: 32 } });
      const keys = [{ id: 'a', at: 0, to: arrive }, { id: 'b', at: 30, to: 20 }];
      expect(pull({ op: 'remap', keys }, 'key 2', 4, 0)[0]).toMatchObject({ keys: { a: { to: arrive }, b: { at: 34, to: 20 } } });
    });
  });
  test('a double-click puts a remap through a point of real time', () => {
    const project = timed([]);
    const host = project.compositions.by['main']!;
    const list = buildRows(project, host, choice({ lanes: new Set(['main/n']) }));
    const lane = list.find((one) => one.is.kind === 'lane')!;
    const hit = hitTest(list, project, host, view, 150, lane.top + laneScale(lane.height, 40)(15));
    expect(hit).toMatchObject({ kind: 'grip', event: 'layers.slip', twice: { event: 'timing.add', args: { op: 'remap', frame: 15 } } });
    const { draft } = work(project, 'timing.add', (hit as unknown as { twice: { args: never } }).twice.args, () => 'new');
    const after = applyPatches(project, (draft as Draft).patches).project;
    expect(timingOf(after, after.compositions.by['main']!, after.compositions.by['main']!.layers.by['n']!).stack.content.at(15)).toBe(15);
    expect(after.compositions.by['main']!.layers.by['n']!.timing.by['new']).toMatchObject({ keys: { k2: { at: 15, to: 15 } } });
  });
});
