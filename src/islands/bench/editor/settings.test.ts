import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { PLAIN_SETTINGS, readSettings, writeSettings, type Settings } from './settings';

let kept: string | null;
beforeEach(() => {
  kept = null;
  vi.stubGlobal('localStorage', { getItem: () => kept, setItem: (_: string, value: string) => void (kept = value) });
});
afterEach(() => vi.unstubAllGlobals());

describe('settings', () => {
  test('are read as they were written', () => {
    const mine: Settings = { ...PLAIN_SETTINGS, snap: false, sharpness: 50, unit: 'frames', shortcuts: { 'time.split': ['K'], 'edit.undo': [] } };
    writeSettings(mine);
    expect(readSettings()).toEqual(mine);
  });
  test.each<[string, unknown]>([
    ['nothing', null], ['no JSON', '{'], ['a list', []], ['a number', 7], ['a sharpness that is none', { sharpness: 'splendid' }], ['folds that are none', { folded: 'Place' }], ['room for nothing', { memory: 3 }], ['words for a switch', { snap: 'yes' }],
    ['shortcuts that are none', { shortcuts: { 'time.split': 5 } }], ['a list of shortcuts', { shortcuts: [['K']] }], ['presses that are none', { shortcuts: { 'time.split': [5] } }], ['names that objects answer to', { constructor: 1, __proto__: { snap: false } }],
  ])('%s are left out, and the rest is as it comes', (_, value) => {
    kept = typeof value === 'string' ? value : value === null ? null : JSON.stringify(value);
    expect(readSettings()).toEqual(PLAIN_SETTINGS);
  });
  test('whatever is kept, what is read can be used', () => {
    fc.assert(fc.property(fc.dictionary(fc.constantFrom(...Object.keys(PLAIN_SETTINGS), 'other'), fc.jsonValue()), (value) => {
      kept = JSON.stringify(value);
      const read = readSettings();
      expect(Object.keys(read).sort()).toEqual(Object.keys(PLAIN_SETTINGS).sort());
      for (const presses of Object.values(read.shortcuts)) expect(presses.every((press) => typeof press === 'string')).toBe(true);
      expect(read.sharpness === null || (read.sharpness >= 10 && read.sharpness <= 100)).toBe(true);
      expect(read.folded.every((one) => typeof one === 'string')).toBe(true);
    }));
  });
  test('a browser that keeps nothing is no trouble', () => {
    vi.stubGlobal('localStorage', { getItem: () => { throw new Error('denied'); }, setItem: () => { throw new Error('denied'); } });
    expect(readSettings()).toEqual(PLAIN_SETTINGS);
    expect(() => writeSettings(PLAIN_SETTINGS)).not.toThrow();
  });
});
