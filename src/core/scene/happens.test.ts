import { describe, expect, test } from 'vitest';
import { projectOf } from '../../../tests/support/projects';
import { activity, happensAt, movesIn } from '.';

const film = projectOf([
  { id: 'main', name: 'Main', duration: 100, layers: [{ id: 'tram', name: 'Tram', kind: 'nest', source: 'reel', spans: [[10, 100]], start: 10, timing: [{ op: 'loop', to: 30 }] }, { id: 'lamp', name: 'Lamp', kind: 'shape', channels: { x: { keys: [{ at: 5, value: 0 }, { at: 9, value: 4 }] } } }, { id: 'calm', name: 'Calm', kind: 'shape' }] },
  { id: 'reel', name: 'Reel', duration: 40, layers: [{ id: 'wheel', name: 'Wheel', kind: 'shape', channels: { rotation: { keys: [{ at: 4, value: 0 }, { at: 10, value: 90 }, { at: 20, value: 90 }, { at: 24, value: 0 }] } } }] },
] as never);

describe('when does this happen', () => {
  test('a layer moves where its keys do, from the frame that it leaves', () => expect(happensAt(film, 'main', ['lamp'])).toEqual([[5, 10]]));
  test('a layer inside a loop moves in every play, and where the nest comes and at a seam only where it jumps', () => {
    expect(happensAt(film, 'main', ['tram', 'wheel'])).toEqual([[9, 11], [14, 21], [30, 35], [44, 51], [60, 65], [74, 81], [90, 95]]);
  });
  test('what is carried moves with what carries it: a nest that slides, and whom it follows', () => {
    const slide = projectOf([
      { id: 'main', name: 'Main', duration: 60, layers: [{ id: 'tram', name: 'Tram', kind: 'nest', source: 'reel', channels: { x: { keys: [{ at: 20, value: 0 }, { at: 24, value: 9 }] } } }] },
      { id: 'reel', name: 'Reel', duration: 60, layers: [{ id: 'hub', name: 'Hub', kind: 'shape', parent: 'wheel' }, { id: 'wheel', name: 'Wheel', kind: 'null', channels: { rotation: { keys: [{ at: 40, value: 0 }, { at: 43, value: 90 }] } } }] },
    ] as never);
    expect(happensAt(slide, 'main', ['tram', 'hub'])).toEqual([[20, 25], [40, 44]]);
  });
  test('what stands never does, and what is gone neither', () => expect([happensAt(film, 'main', ['calm']), happensAt(film, 'main', ['tram', 'gone']), happensAt(film, 'main', [])]).toEqual([[], [], []]));
});

describe('moves', () => {
  test('are from the pose that they leave to the pose that they rest on', () => expect(movesIn(activity(film, 'reel'))).toEqual([[4, 10], [20, 24]]));
  test('short rests belong to them', () => {
    expect(movesIn(Uint8Array.from([0, 0, 1, 1, 0, 0, 1, 0, 0, 0, 0, 0, 1]))).toEqual([[1, 6], [11, 12]]);
    expect(movesIn(new Uint8Array(5))).toEqual([]);
  });
});
