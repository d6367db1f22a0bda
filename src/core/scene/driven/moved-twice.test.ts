import { expect, test } from 'vitest';
import { projectOf } from '../../../../tests/support/projects';
import { timeMovedTwice, trackAt, trackMovedTwice } from '..';

const MOVING = { keys: [{ id: 'a', at: 0, value: 0 }, { id: 'b', at: 50, value: 50 }] };
const REMAP = { id: 'r', op: 'remap', keys: [{ id: 'k', at: 0, to: 0 }, { id: 'l', at: 50, to: 20 }] };
const FORMULA = { id: 'f', op: 'formula', source: 't' };

const track = (channel: object, timing: readonly object[] = [], address = 'x') => {
  const project = projectOf([{ id: 'main', name: 'Main', layers: [{ id: 'a', name: 'A', kind: 'shape', channels: { x: channel }, timing }] }] as never);
  const main = project.compositions.by['main']!;
  return trackMovedTwice(project, main, main.layers.by['a']!, trackAt(project, main.layers.by['a']!, address)!)?.words ?? null;
};
const time = (timing: readonly object[]) => {
  const project = projectOf([{ id: 'main', name: 'Main', layers: [{ id: 'n', name: 'N', kind: 'nest', source: 'reel', timing }] }, { id: 'reel', name: 'Reel', layers: [] }] as never);
  const main = project.compositions.by['main']!;
  return timeMovedTwice(project, main, main.layers.by['n']!)?.sentence ?? null;
};

test('a track is moved twice by keys and a formula of its own, or by one of the time of its keys', () => {
  expect(track(MOVING)).toBeNull();
  expect(track({ value: 3, formula: 'keyed + t' })).toBeNull();
  expect(track({ ...MOVING, formula: 'keyed + t' })).toBe('keys, and a formula');
  expect(track({ ...MOVING, formula: 't' })).toBe('its keys are not seen');
  expect(track({ ...MOVING, formula: 't', formulaOff: true })).toBeNull();
  expect(track(MOVING, [{ ...FORMULA, on: 'keys' }])).toBe('keys, and a formula of time');
  expect(track(MOVING, [{ ...FORMULA, on: 'keys', off: true }])).toBeNull();
  expect(track(MOVING, [{ ...FORMULA, on: 'keys', tracks: ['y'] }])).toBeNull();
  expect(track(MOVING, [REMAP])).toBeNull();
});

test('picture time is moved twice by keys of time and a formula, told in their order', () => {
  expect([time([]), time([REMAP]), time([FORMULA]), time([REMAP, { ...FORMULA, off: true }])]).toEqual([null, null, null, null]);
  expect(time([REMAP, FORMULA])).toMatch(/^Keys of time move it, and a formula bends/);
  expect(time([FORMULA, REMAP])).toMatch(/^A formula moves it, and keys of time bend/);
});
