import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { counting, randomFilm } from '../../../tests/support/random-film';
import { projectOf } from '../../../tests/support/projects';
import { applyPatches, moveKeys } from '../commands';
import { inOrder, inTime } from '../model';
import { keyedTracks, keyTimesOf, pulled, trackAt } from '.';

const one = (timing: readonly object[], more: object = {}) => {
  const film = projectOf([{ id: 'main', name: 'Main', duration: 60, layers: [{ id: 'a', name: 'A', kind: 'null', start: 5, spans: [[5, 60]], timing, channels: { x: { keys: [{ id: 'k', at: 0, value: 0 }, { id: 'l', at: 10, value: 9 }] } }, ...more }] }] as never);
  const main = film.compositions.by['main']!;
  return { film, main, layer: main.layers.by['a']!, times: keyTimesOf(film, main, main.layers.by['a']!) };
};

describe('the host moments of a key', () => {
  test('without a timing of keys: one, at start and time, wherever it lies', () => {
    const { times } = one([]);
    expect(times.even).toBe(true);
    expect(times.moments(-900)).toEqual([{ from: -895, to: -895 }]);
  });
  test('none, one or many through what bends keys', () => {
    expect(one([{ op: 'freeze', at: 3 }]).times.moments(10)).toEqual([]);
    expect(one([{ op: 'speed', rate: 2 }]).times.moments(10)).toEqual([{ from: 10, to: 10 }]);
    expect(one([{ op: 'loop', from: 0, to: 12 }]).times.moments(10).map(({ from }) => from)).toEqual([15, 27, 39, 51]);
    expect(one([{ op: 'pause', at: 10, for: 6 }]).times.moments(10)).toEqual([expect.objectContaining({ from: 15 })]);
  });
  test('are those of a scan over the frames, in random films', () => {
    const seen = counting();
    let [none, single, many] = [0, 0, 0];
    fc.assert(fc.property(randomFilm, (film) => {
      seen.see(film);
      for (const host of inOrder(film.compositions)) for (const layer of inOrder(host.layers)) for (const track of keyedTracks(film, layer)) {
        const times = keyTimesOf(film, host, layer, track);
        for (const key of inTime(track.channel!.keys)) {
          const found = times.moments(key.at);
          if (found.length === 0) none++;
          else if (found.length === 1) single++;
          else many++;
          for (let frame = 0; frame < host.duration; frame++) {
            const here = Math.abs(times.at(frame) - key.at) <= 1e-6;
            const told = found.some(({ from, to }) => (from === to ? Math.abs(frame - from) <= 2e-6 : frame >= from - 2e-6 && frame < to));
            if (here !== told) throw new Error(`${layer.id} ${track.address} of ${host.id}: frame ${frame} is key time ${times.at(frame)}, the key stands at ${key.at} and ${JSON.stringify(found)}`);
          }
        }
      }
    }), { seed: 17, numRuns: 120, endOnFailure: true });
    expect(Math.min(none, single, many)).toBeGreaterThan(20);
    expect(seen.held['stacks on both']).toBeGreaterThan(10);
  });
});

describe('a key pulled by its moment', () => {
  test('goes as its time does there', () => {
    const { film, times } = one([{ op: 'speed', rate: 2 }]);
    expect(pulled(times, 10, 3)).toBe(16);
    const { project } = applyPatches(film, moveKeys(film, 'main', [{ layer: 'a', track: 'x', key: 'l' }], 3)!.patches);
    expect(project.compositions.by['main']!.layers.by['a']!.channels).toMatchObject({ x: { keys: { l: { at: 16 } } } });
  });
  test('backwards where time runs backwards, by the moment that was taken hold of', () => {
    const { times } = one([{ op: 'loop', from: 0, to: 12, mode: 'swing' }]);
    expect(times.moments(10).map(({ from }) => from).slice(0, 2)).toEqual([15, 17]);
    expect(pulled(times, 10, 1, 15)).toBe(11);
    expect(pulled(times, 10, 1, 17)).toBe(9);
  });
  test('lands where it is seen: its new moment is the old one and so much', () => {
    fc.assert(fc.property(fc.constantFrom(0.5, 2, -1, 1.25), fc.integer({ min: -6, max: 6 }), (rate, by) => {
      const { times } = one([{ op: 'speed', rate, at: 12 }]);
      const [before] = times.moments(10);
      const [after] = times.moments(pulled(times, 10, by));
      return before !== undefined && after !== undefined && Math.abs(after.from - before.from - by) < 1e-6;
    }));
  });
  test('keys on the way together keep their own time; where two would meet, none goes', () => {
    const { film, main, layer } = one([{ op: 'freeze', at: 10 }]);
    expect(trackAt(film, layer, 'x')).not.toBeNull();
    expect(moveKeys(film, main.id, [{ layer: 'a', track: 'x', key: 'l' }], 4)).toBeNull();
  });
});
