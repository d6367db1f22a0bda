import { fail, type Around } from '../../src/core/formulas';

/** A place for formulas to be tried in: 30 frames a second, a tempo of 120, one layer to read, two markers. */
export function aroundFormulas(more: Partial<Around> = {}): Around {
  const around: Around = {
    gives: { kind: null, measure: 'plain', frames: false }, rate: [30, 1], ownRate: [30, 1], tempo: { bpm: 120, offset: 15, meter: [4, 4], map: null, origin: 'typed' }, name: 'Main', clockless: null, onHost: () => undefined, placeNow: () => around,
    keyed: { kind: 'number', measure: 'plain', moves: 'in time', at: ({ frame }) => frame * 2 }, frameOf: ({ f }) => f + 10, momentAt: (f, from) => ({ ...from, f, frame: f + 10 }), layers: () => ['Lamp'],
    reach(path) {
      const [layer, track, ...rest] = path.steps;
      if (path.nests.length > 0 || layer!.name !== 'Lamp') return fail(layer!, 'There is no such layer.');
      const kinds = { turn: ['number', 'angle', (frame: number) => frame], opacity: ['number', 'percent', () => 40], x: ['number', 'plain', (frame: number) => frame * 10], place: ['point', 'plain', (frame: number) => [frame, 7]], words: ['text', 'plain', () => 'tram'], ink: ['colour', 'plain', () => [1, 0.5, 0, 1]], on: ['truth', 'plain', () => true] } as const;
      const found = Object.hasOwn(kinds, track!.name) ? kinds[track!.name as keyof typeof kinds] : fail(track!, 'There is no such track.');
      return { kind: found[0], measure: found[1], moves: 'in time', read: found[2] as (frame: number) => unknown, rest };
    },
    marker: (which, place) => (which === 'arrive' || which === 1 ? 1 : which === 'leave' || which === 2 ? 3 : fail(place, 'There is no such marker.', typeof which === 'string' ? { marker: which } : {})),
    markerAt: (which) => [1, 3][which - 1] ?? NaN,
    ...more,
  };
  return around;
}
