import { expect, test } from 'vitest';
import { projectOf } from '../../../../../tests/support/projects';
import type { EditorState } from '../state';
import { readPose } from './pose-line';

const leg = (id: string, y: number) => ({ id, name: `Leg ${id}`, kind: 'shape' as const, channels: { y: { value: y }, rotation: { value: 5 } } });
const project = projectOf([{ id: 'main', name: 'Main', layers: [leg('a', 100), leg('b', 200), leg('c', 300), { ...leg('d', 400), locked: true }] }]);
const state = (...layers: readonly string[]) => ({ project, way: [{ composition: 'main' }], selection: { layers }, frame: 0 }) as unknown as EditorState;
const values = (layers: readonly string[], text: string) => { const read = readPose(state(...layers), text); return 'why' in read ? read.why : read.values.map(({ layer, track, value }) => `${layer} ${track} ${String(value)}`); };

test('a line gives one layer, or several, what it says; even steps go from the first to the last in the order of their selection', () => {
  expect(values(['a'], 'down 280 turn -12')).toEqual(['a y 280', 'a rotation -12']);
  expect(values(['a', 'b'], 'down +=10, size 90 110')).toEqual(['a y 110', 'a scaleX 90', 'a scaleY 110', 'b y 210', 'b scaleX 90', 'b scaleY 110']);
  expect(values(['a', 'b', 'c'], 'down -=20..40')).toEqual(['a y 80', 'b y 170', 'c y 260']);
  expect(values(['c', 'a'], 'turn 0..90 down 7')).toEqual(['c rotation 0', 'c y 7', 'a rotation 90', 'a y 7']);
  expect(values(['a'], 'Leg b: turn 20; Leg c: turn -=5')).toEqual(['b rotation 20', 'c rotation 0']);
});

test.each([
  [['a'], 'down 1..2', /needs several values/], [['a', 'b'], 'down 1..x', /not a number/], [['a'], 'sideways 3', /is no track of Leg a/], [['a'], 'down', /A number comes after “down”/],
  [['a'], 'Leg x: turn 3', /No layer here is called “Leg x”/], [['a', 'd'], 'turn 3', /Leg d is locked/], [['a'], '', /Write what changes/],
] as const)('%j “%s” is refused in words', (layers, text, why) => expect(values(layers, text)).toMatch(why));
