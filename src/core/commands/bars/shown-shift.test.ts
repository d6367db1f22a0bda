import fc from 'fast-check';
import { expect, test } from 'vitest';
import { counting, randomFilm } from '../../../../tests/support/random-film';
import { evaluateFrame } from '../../evaluate';
import { inOrder, inTime } from '../../model';
import { ownTracks } from '../../scene';
import { applyPatches, shiftMoments, shownShift, type KeyRef } from '..';

test('a drag shows what letting it go will come to, in random films', () => {
  const seen = counting();
  let moved = 0;
  fc.assert(fc.property(randomFilm, fc.integer({ min: -9, max: 9 }), fc.nat(), fc.nat(), (film, by, a, b) => {
    seen.see(film);
    const main = film.compositions.by['main']!;
    const all = inOrder(main.layers).flatMap((layer) => ownTracks(layer).flatMap((track) => inTime(track.channel?.keys ?? {}).map((key): KeyRef => ({ layer: layer.id, track: track.address, key: key.id }))));
    const keys = all.filter((_, i) => (i * 7 + a) % 3 === 0);
    const slide = main.layers.order.filter((_, i) => (i + b) % 4 === 0);
    const moments = { slide, trimStart: [], trimEnd: [], keys, markers: [] };
    const draft = shiftMoments(film, 'main', moments, by);
    const then = draft ? applyPatches(film, draft.patches).project : film;
    const now = shownShift(film, { ...moments, composition: 'main', by });
    const shown = (project: typeof film, frame: number) => JSON.stringify(evaluateFrame(project, 'main', frame, { faces: () => null, purpose: 'bench' }), (key, value: unknown) => (key === 'picture' ? undefined : value));
    for (let frame = 0; frame < main.duration; frame += 3) if (shown(then, frame) !== shown(now, frame)) throw new Error(`frame ${frame}, by ${by}: ${JSON.stringify(moments)}`);
    if (keys.length > 0 && by !== 0) moved++;
  }), { seed: 21, numRuns: 150, endOnFailure: true });
  expect(moved).toBeGreaterThan(60);
}, 120_000);
