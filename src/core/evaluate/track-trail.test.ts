import { describe, expect, test } from 'vitest';
import { projectOf } from '../../../tests/support/projects';
import { trackTrail } from '.';

const film = projectOf([{ id: 'main', name: 'Main', layers: [{
  id: 'a', name: 'A', kind: 'shape', start: 10,
  channels: {
    x: { keys: [{ at: 0, value: 0 }, { at: 10, value: 100, right: 'hold' }, { at: 20, value: 50, curve: { kind: 'back' } }, { at: 30, value: 80 }], after: 'repeat' },
    y: { value: 5 },
  },
}] }] as never);
const told = (frame: number) => trackTrail(film, 'main', 'a', 'x', frame).map(({ at, title }) => `${Math.round(at * 100) / 100} ${title}`);

describe('the trail of a track', () => {
  test('a key, how it runs from there, and what it comes to', () => {
    expect(told(15)).toEqual(['0 keyed at 0', '50 straight, % of the way', '50 Across']);
    expect(told(24)).toEqual(['100 keyed at 10', '40 held, % of the time', '100 Across']);
    expect(told(35)[1]).toBe('-8.8 back, % of the way');
  });
  test('beyond its keys what it does there, at the key that is next', () => {
    expect(told(5)).toEqual(['0 keyed at 0', '-5 stands', '0 Across']);
    expect(told(45)).toEqual(['80 keyed at 30', '35 repeats', '50 Across']);
  });
  test('its stops lead to the frames of the keys; what has no keys has none', () => {
    expect(trackTrail(film, 'main', 'a', 'x', 15).map(({ leads }) => leads)).toEqual([{ kind: 'key', frame: 10 }, { kind: 'key', frame: 20 }, { kind: 'none' }]);
    expect(trackTrail(film, 'main', 'a', 'y', 15)).toEqual([]);
    expect(trackTrail(film, 'main', 'gone', 'x', 15)).toEqual([]);
  });
  test('a driven track goes on from what its keys give to what its formula makes of it', () => {
    const { layers } = film.compositions.by['main']!;
    const driven = (track: string, formula: string) => { const layer = layers.by['a']!; const channels = layer.channels as Readonly<Record<string, object>>; return { ...film, compositions: { ...film.compositions, by: { ...film.compositions.by, main: { ...film.compositions.by['main']!, layers: { ...layers, by: { ...layers.by, a: { ...layer, channels: { ...channels, [track]: { ...channels[track], formula } } } as never } } } } } }; };
    expect(trackTrail(driven('x', 'keyed * 2'), 'main', 'a', 'x', 15).slice(-2).map(({ at, title }) => `${at} ${title}`)).toEqual(['50 by its keys', '100 Across, by its formula']);
  });
});
