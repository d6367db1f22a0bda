import { describe, expect, test } from 'vitest';
import { projectOf } from '../../../tests/support/projects';
import { contentBox, coverOf } from '.';

const film = projectOf([
  { id: 'main', name: 'Main', duration: 40, layers: [
    { id: 'lamp', name: 'Lamp', kind: 'shape', channels: { width: { value: 100 }, height: { value: 60 } }, stroke: { join: 'round', channels: { width: { value: 8 } } },
      effects: [
        { id: 'e1', kind: 'blur', channels: { radius: { keys: [{ id: 'a', at: 0, value: 0 }, { id: 'b', at: 10, value: 20 }] } } },
        { id: 'e2', kind: 'shadow', channels: { x: { value: 30 }, y: { value: -5 }, radius: { value: 4 } } },
        { id: 'e3', kind: 'glow', off: true, channels: { radius: { value: 500 } } },
        { id: 'e4', kind: 'tint' },
      ] },
    { id: 'tram', name: 'Tram', kind: 'nest', source: 'reel', effects: [{ id: 'e1', kind: 'glow', channels: { radius: { value: 7 } } }] },
    { id: 'guide', name: 'Guide', kind: 'null' },
  ] },
  { id: 'reel', name: 'Reel', width: 40, height: 20, duration: 20, layers: [] },
]);
const main = film.compositions.by['main']!;
const cover = (layer: string, frame: number) => coverOf(film, main, main.layers.by[layer]!, frame);

describe('what a layer covers', () => {
  test('is its content with its stroke and the reach of its effects, one after the other, at that time', () => {
    // A round stroke of 8 reaches 6 at most; the shadow goes 30 to the right and 5 up, and 6 beyond that.
    expect(cover('lamp', 0)).toEqual([-56, -47, 92, 37]);
    // A blur of 10 is painted as far as 15.
    expect(cover('lamp', 5)).toEqual([-71, -62, 107, 52]);
    expect(contentBox(film, main, main.layers.by['lamp']!, 0)).toEqual([-50, -30, 50, 30]);
  });
  test('of a nest is its frame and what its effects add; of what is not drawn nothing', () => {
    expect(cover('tram', 0)).toEqual([-10.5, -10.5, 50.5, 30.5]);
    expect(cover('guide', 0)).toBeNull();
  });
});
