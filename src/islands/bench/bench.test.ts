import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { applyPatches } from '../../core/commands';
import { worldMatrix } from '../../core/evaluate';
import { transform } from '../../core/display';
import { projectOf, smallFilm } from '../../../tests/support/projects';
import { gestureIds } from './editor/fresh-id';
import { keyOf, SHORTCUTS } from './editor/shortcuts';
import { NOTHING_SELECTED } from './editor/state';
import { playOfLoop } from './header/play-of-loop';
import { readNumber, showNumber } from './panel/read-number';
import { dragLayers } from './picture/drag-layers';
import { fitPicture } from './picture/fit';
import { classifyDrag, draftOf, tellDrag, whyLocked } from './timeline/drag';
import { hitTest, keysInside } from './timeline/hit-test';
import { buildRows, rowAt, timingWords, totalHeight } from './timeline/rows';
import { frameOf, markStep, panBy, wholeView, xOf, zoomAt } from './timeline/scale';

const film = smallFilm();
const main = film.compositions.by['main']!;
const rows = buildRows(main, new Set(['main/lamp']), new Set(['main/tram']));
const view = { from: 0, pixelsPerFrame: 10 };

describe('typed numbers', () => {
  test.each([['12', 12], ['*2', 20], ['+10', 20], ['/4', 2.5], ['-5', -5], ['(3+4)*2', 14], ['50 px', 50], ['1,5', 1.5], ['+2*3', 16], ['--4', 4], ['10-3', 7]])('%s from 10 is %d', (text, value) =>
    expect(readNumber(text, 10, 'px')).toMatchObject({ ok: true, value }));
  test.each(['', 'ten', '1/0', '2**3', '(3', '4)', 'alert(1)', '1 2'])('“%s” is refused in words', (text) => expect(readNumber(text, 10, 'px')).toMatchObject({ ok: false, why: expect.stringMatching(/[a-z]/) as string }));
  test('never throws, and shows at most two places', () => {
    fc.assert(fc.property(fc.string(), (text) => typeof readNumber(text, 3, '%').ok === 'boolean'));
    expect([showNumber(3), showNumber(1.005), showNumber(-0.333333)]).toEqual(['3', '1', '-0.33']);
  });
});

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
    expect(rows.map((row) => `${row.kind} ${row.layer.id}${row.kind === 'channel' ? ` ${row.found.name}` : ''}`)).toEqual(['layer tram', 'lane tram', 'layer lamp', 'channel lamp x', 'layer child']));
  test('a height belongs to one row', () => {
    expect(totalHeight(rows)).toBe(27 * 3 + 104 + 24);
    expect(rowAt(rows, 0)!.layer.id).toBe('tram');
    expect(rowAt(rows, 27)!.kind).toBe('lane');
    expect(rowAt(rows, -1)).toBeNull();
    expect(rowAt(rows, 1e4)).toBeNull();
  });
  test('say what a timing does', () => {
    expect(timingWords(main.layers.by['tram']!)).toBe('Loop frames 0 to 20, without end');
    expect(timingWords(main.layers.by['lamp']!)).toBe('As it is');
  });
});

describe('what lies under the pointer', () => {
  const lamp = 27 + 104;
  test('ends, bars, rows and nothing', () => {
    expect(hitTest(rows, view, 500, 10)).toEqual({ kind: 'bar', layer: 'tram' });
    expect(hitTest(rows, view, 998, 10)).toEqual({ kind: 'trim', layer: 'tram', end: 'end' });
    expect(hitTest(rows, view, 3, 10)).toEqual({ kind: 'trim', layer: 'tram', end: 'start' });
    expect(hitTest(rows, view, 1200, 10)).toEqual({ kind: 'row', layer: 'tram' });
    expect(hitTest(rows, view, 500, 60)).toEqual({ kind: 'row', layer: 'tram' });
    expect(hitTest(rows, view, 500, 900)).toEqual({ kind: 'nothing' });
  });
  test('pegs in their row, and on the folded bar', () => {
    expect(hitTest(rows, view, 203, lamp + 27 + 12)).toMatchObject({ kind: 'keys', at: 20, refs: [{ layer: 'lamp', channel: 'x', key: 'b' }] });
    const folded = buildRows(main, new Set(), new Set());
    expect(hitTest(folded, view, 400, 27 + 20)).toMatchObject({ kind: 'keys', at: 40 });
    expect(hitTest(folded, view, 420, 27 + 20)).toMatchObject({ kind: 'bar' });
  });
  test('pegs inside a rectangle', () => {
    expect(keysInside(rows, view, [150, 0, 450, 999]).map((ref) => ref.key)).toEqual(['b', 'c']);
    expect(keysInside(rows, view, [150, 0, 450, 60])).toEqual([]);
  });
});

describe('what a drag means', () => {
  test('first match wins', () => {
    expect(classifyDrag({ kind: 'bar', layer: 'tram' }, true, NOTHING_SELECTED)).toEqual({ kind: 'pan' });
    expect(classifyDrag({ kind: 'bar', layer: 'tram' }, false, NOTHING_SELECTED)).toEqual({ kind: 'slide', layers: ['tram'] });
    expect(classifyDrag({ kind: 'bar', layer: 'tram' }, false, { ...NOTHING_SELECTED, layers: ['tram', 'lamp'] })).toEqual({ kind: 'slide', layers: ['tram', 'lamp'] });
    expect(classifyDrag({ kind: 'nothing' }, false, NOTHING_SELECTED)).toEqual({ kind: 'marquee' });
    const ref = (key: string) => ({ layer: 'lamp', channel: 'x', key });
    const keys = { kind: 'keys', refs: [ref('a')], at: 0, layer: 'lamp' } as const;
    expect(classifyDrag(keys, false, { ...NOTHING_SELECTED, keys: [ref('a'), ref('b')] })).toEqual({ kind: 'moveKeys', refs: [ref('a'), ref('b')] });
    expect(classifyDrag(keys, false, { ...NOTHING_SELECTED, keys: [ref('b')] })).toEqual({ kind: 'moveKeys', refs: [ref('a')] });
  });
  test('comes to one change, and tells where that is', () => {
    const trim = { kind: 'trim', layers: ['tram'], end: 'end' } as const;
    expect(draftOf(trim, film, 'main', -30)!.label).toBe('Trim Tram');
    expect(tellDrag(trim, film, 'main', -30)).toBe('−30 f, ends before 70');
    expect(tellDrag(trim, film, 'main', -300)).toBe('−300 f, ends before 1');
    expect(tellDrag({ kind: 'slide', layers: ['tram'] }, film, 'main', 4)).toBe('+4 f, starts at 4');
    expect(draftOf({ kind: 'marquee' }, film, 'main', 4)).toBeNull();
    expect(whyLocked({ kind: 'bar', layer: 'tram' }, film, 'main')).toBeNull();
  });
});

describe('on the picture', () => {
  test('the composition fits the room', () =>
    fc.assert(fc.property(fc.integer({ min: 60, max: 3000 }), fc.integer({ min: 60, max: 2000 }), (w, h) => {
      const fit = fitPicture([w, h], { width: 1280, height: 720 }, 10);
      return fit.left >= 9 && fit.top >= 9 && fit.left + fit.width <= w - 9 && fit.top + fit.height <= h - 9;
    })));
  test('layers move by what the pointer did, in their parent’s space, and children go along by themselves', () => {
    const project = projectOf([{ id: 'main', name: 'Main', layers: [
      { id: 'p', name: 'P', kind: 'null', channels: { rotation: { value: 90 }, scaleX: { value: 200 }, scaleY: { value: 200 } } },
      { id: 'c', name: 'C', kind: 'shape', parent: 'p' },
    ] }]);
    const composition = project.compositions.by['main']!;
    const place = (now: typeof project, id: string) => transform(worldMatrix(now, now.compositions.by['main']!, now.compositions.by['main']!.layers.by[id]!, 0, new Map()), 0, 0).map((v) => Math.round(v * 100) / 100 + 0);
    const how = { frame: 0, keying: false, newId: () => 'k' };
    const child = applyPatches(project, dragLayers(project, composition, ['c'], [12, 8], how)!.patches).project;
    expect(place(child, 'c')).toEqual([12, 8]);
    const both = applyPatches(project, dragLayers(project, composition, ['p', 'c'], [12, 8], how)!.patches).project;
    expect([place(both, 'p'), place(both, 'c')]).toEqual([[12, 8], [12, 8]]);
    expect(dragLayers(project, composition, ['c'], [0, 0], how)).toBeNull();
  });
  test('a gesture gives its keys the same ids at every move', () => {
    const begin = gestureIds();
    const [first, again] = [begin(), begin()];
    expect([first(), first()]).toEqual([again(), again()]);
  });
});

test('which play of a loop a host frame is in', () => {
  expect([0, 19, 20, 99].map((frame) => playOfLoop(main.layers.by['tram']!, frame))).toEqual([1, 1, 2, 5]);
  expect(playOfLoop(main.layers.by['lamp']!, 3)).toBeNull();
});

describe('shortcuts', () => {
  test('every press means one thing', () => expect(new Set(SHORTCUTS.map((one) => one.keys)).size).toBe(SHORTCUTS.length));
  test('presses are written as shortcuts are', () => {
    const press = (key: string, more: object = {}) => keyOf({ key, ctrlKey: false, metaKey: false, shiftKey: false, altKey: false, ...more });
    expect([press(' '), press('k', { shiftKey: true }), press('z', { metaKey: true, shiftKey: true }), press('ArrowLeft')]).toEqual(['Space', 'Shift+K', 'Ctrl+Shift+Z', 'ArrowLeft']);
  });
});
