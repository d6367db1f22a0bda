import fc from 'fast-check';
import { expect, test } from 'vitest';
import { projectOf } from '../../../tests/support/projects';
import { drivenFilm } from '../../../tests/support/driven-film';
import { randomFilm } from '../../../tests/support/random-film';
import type { Group } from '../display';
import { inOrder } from '../model';
import { asDrawn, drawnLayers } from '../scene';
import { evaluateFrame } from '.';

const around = { faces: () => null } as const;

test('a layer of which nothing is asked but its keys is painted as the long way paints it, at any time, in any order', () => {
  let [simple, driven, others, resting] = [0, 0, 0, 0];
  fc.assert(fc.property(fc.oneof(randomFilm, drivenFilm), fc.array(fc.integer({ min: -4, max: 44 }), { minLength: 4, maxLength: 12 }), (film, frames) => {
    for (const host of inOrder(film.compositions)) {
      const kinds = new Map(drawnLayers(host).map((one) => [one.id, asDrawn(film, host, one).simple ? (one.apart ? 'driven' : 'simple') : null]));
      for (const frame of [...frames, frames[0]!, frames[0]!]) {
        const short = evaluateFrame(film, host.id, frame, { ...around, purpose: 'output' })!;
        const long = evaluateFrame(film, host.id, frame, { ...around, purpose: 'bench' })!;
        const longWay = new Map(long.drawn.map((id, i) => [id, long.root.items[i]]));
        for (const [i, id] of short.drawn.entries()) {
          if (!longWay.has(id)) continue;
          expect(short.root.items[i]).toEqual(longWay.get(id));
          if (kinds.get(id) === 'simple') simple++;
          else if (kinds.get(id) === 'driven') driven++;
          else others++;
          if (short.root.items[i] === longWay.get(id)) resting++;
        }
        // Of films without guides and layers alone, both show the same.
        if (inOrder(host.layers).every(({ guide, solo }) => !guide && !solo)) expect(short.drawn).toEqual(long.drawn);
      }
    }
  }), { seed: 7, numRuns: 100 });
  expect([simple > 300, driven > 20, others > 100, resting > 100]).toEqual([true, true, true, true]);
});

test('what rests is one object, before, between and after what moves it', () => {
  const film = projectOf([{ id: 'main', name: 'Main', duration: 100, layers: [{ id: 'a', name: 'A', kind: 'shape', channels: { x: { keys: [{ at: 10, value: 0 }, { at: 20, value: 50 }] }, opacity: { keys: [{ at: 30, value: 100 }, { at: 40, value: 0 }] } } }] }]);
  const item = (frame: number) => evaluateFrame(film, 'main', frame, { ...around, purpose: 'output' })!.root.items[0] as Group | undefined;
  expect(item(9)).toBe(item(3));
  expect([15, 35].map((frame) => item(frame) === item(frame))).toEqual([false, false]);
  expect(item(15)).toEqual(item(15));
  expect([item(15)!.matrix[4], item(35)!.opacity, item(41)]).toEqual([25, 0.5, undefined]);
});
