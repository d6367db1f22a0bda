import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { projectOf, smallFilm, type LayerInput } from '../../../tests/support/projects';
import { ACTIONS, actionFor, keysFor, pressOf, pressWords } from './editor/actions';
import { PLAIN_SETTINGS } from './editor/settings';
import { changeShortcut } from './find/change-shortcut';
import { scoreName } from './find/score';
import { playOfLoop } from './header/play-of-loop';
import { readColour } from './panel/colour-field';
import { readNumber, readNumberForEach, showNumber } from './panel/read-number';

const film = smallFilm();
const main = film.compositions.by['main']!;

describe('typed numbers', () => {
  test.each([['12', 12], ['*2', 20], ['+10', 20], ['/4', 2.5], ['-5', -5], ['(3+4)*2', 14], ['50 px', 50], ['1,5', 1.5], ['+2*3', 16], ['--4', 4], ['10-3', 7], ['+=10', 20], ['-=10', 0], ['*=2', 20], ['/=2', 5], ['-=2*3', 4], ['-=10 px', 0]])('%s from 10 is %d', (text, value) =>
    expect(readNumber(text, 10, 'px')).toMatchObject({ ok: true, value }));
  test.each(['', 'ten', '1/0', '2**3', '(3', '4)', 'alert(1)', '1 2'])('“%s” is refused in words', (text) => expect(readNumber(text, 10, 'px')).toMatchObject({ ok: false, why: expect.stringMatching(/[a-z]/) as string }));
  test('a plain minus sets and says how to subtract; times are read where a field is one', () => {
    expect(readNumber('-10', 30, 'px')).toMatchObject({ ok: true, value: -10, read: '-10 px; -=10 subtracts' });
    const clock = { at: 0, rate: [30, 1] as const, tempo: { bpm: 120, offset: 0, meter: [4, 4] as const, map: null, origin: 'typed' as const } };
    const read = (text: string) => { const reading = readNumber(text, 30, 'f', clock as never); return reading.ok ? reading.value : reading.why; };
    expect(['1s', '12f', '2b', '00:01:10', '+1s', '-=1s', '7.5', '*2'].map(read)).toEqual([30, 12, 30, 40, 60, 0, 7.5, 60]);
    expect(read('soon')).toMatch(/is not a time/);
    expect(readNumber('1s', 30, 'px').ok).toBe(false);
  });
  test('never throws, and shows at most two places', () => {
    fc.assert(fc.property(fc.string(), (text) => typeof readNumber(text, 3, '%').ok === 'boolean'));
    expect([showNumber(3), showNumber(1.005), showNumber(-0.333333)]).toEqual(['3', '1', '-0.33']);
  });
});

test('which play of a loop a host frame is in', () => {
  expect([0, 19, 20, 99].map((frame) => playOfLoop(film, main, main.layers.by['tram']!, frame))).toEqual([1, 1, 2, 5]);
  expect(playOfLoop(film, main, main.layers.by['lamp']!, 3)).toBeNull();
  // In frames of the source: 20 of its 24 a second are 25 of the host's 30; and what comes before the loop is asked.
  const slower = (timing: readonly object[]) => {
    const project = projectOf([{ id: 'main', name: 'Main', duration: 200, layers: [{ id: 'n', name: 'N', kind: 'nest', source: 'reel', start: 10, timing } as LayerInput] }, { id: 'reel', name: 'Reel', rate: [24, 1], duration: 20 }]);
    const host = project.compositions.by['main']!;
    return [9, 10, 34, 35, 60, 110].map((frame) => playOfLoop(project, host, host.layers.by['n']!, frame));
  };
  expect(slower([{ op: 'loop' }])).toEqual([null, 1, 1, 2, 3, 5]);
  expect(slower([{ op: 'speed', rate: 0.5 }, { op: 'loop', count: 2 }])).toEqual([null, 1, 1, 1, 2, 2]);
  expect(slower([{ op: 'loop', mode: 'swing' }])[3]).toBe(2);
});

describe('several values at once', () => {
  test('sums act on each, a number makes all the same', () => {
    expect(readNumberForEach('+10', [1, 2], 'px')).toMatchObject({ ok: true, value: [11, 12], read: '2 values, each by its own' });
    expect(readNumberForEach('7', [1, 2], 'px')).toMatchObject({ ok: true, value: [7, 7], read: '7 px' });
    expect(readNumberForEach('1/0', [1, 2], 'px').ok).toBe(false);
    const valuesOf = (text: string, now: readonly number[], unit = 'px', clock?: never) => { const reading = readNumberForEach(text, now, unit, clock); return reading.ok ? reading.value : reading.why; };
    expect(valuesOf('10..60', [0, 0, 0])).toEqual([10, 35, 60]);
    expect(valuesOf('-=20..70', [100, 200, 300, 400, 500, 600])).toEqual([80, 170, 260, 350, 440, 530]);
    expect(valuesOf('*1.5..2.5 px', [10, 10, 10])).toEqual([15, 20, 25]);
    expect(valuesOf('-10..10', [3, 3])).toEqual([-10, 10]);
    expect(valuesOf('1s..2s', [0, 0], 'f', { at: 0, rate: [30, 1], tempo: null } as never)).toEqual([30, 60]);
    expect(readNumberForEach('+=1..3', [5, 5], 'px')).toMatchObject({ read: '2 values, += 1 to 3 in even steps' });
    for (const [text, now] of [['1..2', [1]], ['1..', [1, 2]], ['..', [1, 2]], ['a..b', [1, 2]], ['1..2..3', [1, 2]], ['+=1..x', [1, 2]]] as const) expect(valuesOf(text, now)).toMatch(/[a-z]/);
  });
  test('colours in the ways that people write them', () => {
    expect(readColour('#FF0000', 0.5)).toMatchObject({ ok: true, value: [1, 0, 0, 0.5] });
    expect(readColour('0f0', 1)).toMatchObject({ ok: true, value: [0, 1, 0, 1] });
    expect(readColour('#00000080', 1)).toMatchObject({ ok: true, value: [0, 0, 0, 0.502] });
    for (const text of ['', 'red', '#12', '#12345g']) expect(readColour(text, 1).ok).toBe(false);
  });
});

describe('actions and their shortcuts', () => {
  test('every action has its own id and words, and every press starts one of them', () => {
    expect(ACTIONS.length).toBeGreaterThan(80);
    expect(new Set(ACTIONS.map((one) => one.id)).size).toBe(ACTIONS.length);
    const presses = ACTIONS.flatMap((one) => one.keys ?? []);
    expect(new Set(presses).size).toBe(presses.length);
    for (const action of ACTIONS) for (const key of action.keys ?? []) expect(actionFor(key, PLAIN_SETTINGS)).toBe(action);
  });
  test('names answer to the words in them, the best first', () => {
    const found = (typed: string) => ['Select nothing', 'Hide Tram layers.hide', 'Show whole frames', 'Nest Tram …'].filter((name) => scoreName(name, typed) > 0);
    expect(found('hide')).toEqual(['Hide Tram layers.hide']);
    expect(found('tram nest')).toEqual(['Nest Tram …']);
    expect(scoreName('Hide Tram', 'hide')).toBeGreaterThan(scoreName('Show or hide', 'hide'));
    expect(scoreName('a (b', '(b')).toBeGreaterThan(0);
  });
  test('presses are written as shortcuts are', () => {
    const press = (key: string, more: object = {}) => pressOf({ key, ctrlKey: false, metaKey: false, shiftKey: false, altKey: false, ...more });
    expect([press(' '), press('k', { shiftKey: true }), press('z', { metaKey: true, shiftKey: true }), press('ArrowLeft'), press('?', { shiftKey: true })]).toEqual(['Space', 'Shift+K', 'Ctrl+Shift+Z', 'ArrowLeft', '?']);
    expect(pressWords('Ctrl+Shift+ArrowUp')).toBe('Ctrl Shift ↑');
  });
  test('a changed shortcut is taken from who had it, and single letters can be switched off', () => {
    const split = ACTIONS.find((one) => one.id === 'time.split')!;
    const { shortcuts, told } = changeShortcut(ACTIONS, {}, split, ['K']);
    expect(told).toMatch(/lost them/);
    expect(keysFor(split, { shortcuts })).toEqual(['K']);
    expect(actionFor('K', { ...PLAIN_SETTINGS, shortcuts })).toBe(split);
    expect(actionFor('S', { ...PLAIN_SETTINGS, shortcuts })).toBeNull();
    expect(changeShortcut(ACTIONS, shortcuts, split, ['S']).shortcuts).not.toHaveProperty('time.split');
    expect(actionFor('S', { ...PLAIN_SETTINGS, letters: false })).toBeNull();
    expect(actionFor('Ctrl+Z', { ...PLAIN_SETTINGS, letters: false })?.id).toBe('edit.undo');
  });
});
