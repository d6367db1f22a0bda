import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { inPlace, placeNow, placeOfCopy } from '../place';
import { remembered, settled, settledAt, sharedRows } from './deep-values';

describe('values at other times', () => {
  test('are what they are worked out to be, each once, whatever the times, tracks and kinds', () => fc.assert(fc.property(
    fc.array(fc.record({ track: fc.nat(9), frame: fc.oneof(fc.integer({ min: -300, max: 300 }), fc.double({ min: -50, max: 50, noNaN: true })) }), { minLength: 1, maxLength: 200 }),
    (asked) => {
      const shared = sharedRows();
      const worked = new Map<string, number>();
      const of = (track: number, frame: number): unknown => (track === 7 ? [frame, track] : track === 8 ? `at ${frame}` : track === 9 ? frame > 0 : frame * 10 + track);
      const tracks = Array.from({ length: 10 }, (_, track) => remembered((frame) => { worked.set(`${track} ${frame + 0}`, (worked.get(`${track} ${frame + 0}`) ?? 0) + 1); return of(track, frame); }, shared));
      for (const { track, frame } of asked) expect(tracks[track]!.at(frame + 0)).toEqual(of(track, frame + 0));
      expect([...worked.values()].every((times) => times === 1)).toBe(true);
    },
  )));
  test('are kept for each place by itself', () => {
    const shared = sharedRows();
    let place = 'here';
    const track = remembered(() => place, shared);
    expect(track.at(3)).toBe('here');
    place = 'there';
    expect(track.at(3)).toBe('here');
    expect(inPlace(placeOfCopy(placeNow(), 1, 4), () => track.at(3))).toBe('there');
  });
  test('of more times than are kept stay right', () => {
    const shared = sharedRows();
    const [one, other] = [remembered((frame) => frame * 2, shared), remembered((frame) => `${frame}`, shared)];
    for (let frame = 0; frame < 40_000; frame++) if (one.at(frame) !== frame * 2 || other.at(frame) !== `${frame}`) throw new Error(`at ${frame}`);
    for (const frame of [0, 1, 20_000, 39_999]) expect([one.at(frame), other.at(frame)]).toEqual([frame * 2, `${frame}`]);
  });
  test('are let go of where they lie farthest from what is asked for', () => {
    let worked = 0;
    const one = remembered((frame) => { worked++; return frame; }, sharedRows());
    // From far away towards what is asked for: the last come in are not the first to go.
    settledAt({ at: (frame) => { one.at(frame); for (let time = 20_000; time > 0; time--) one.at(frame + time); return 0; } }, 500, () => NaN);
    const again = (from: number, to: number) => { worked = 0; settledAt({ at: () => { one.at(500); for (let time = from; time < to; time++) one.at(time); return 0; } }, 500, () => NaN); return worked; };
    expect(again(500, 4500)).toBe(0);
    expect(again(19_500, 20_500)).toBe(1000);
  });
  test('come to their end however long the chain is, and are told where there is none in sight', () => {
    const shared = sharedRows();
    const chain: ReturnType<typeof remembered>[] = [remembered((frame) => frame, shared)];
    for (let i = 1; i < 3000; i++) chain.push(remembered((frame) => (chain[i - 1]!.at(frame - 1) as number) + 1, shared));
    expect(settledAt<unknown>(chain[2999]!, 10, () => 'too much')).toBe(10);
    let i = 0;
    const endless = remembered((frame): unknown => endless.at(frame + ++i), sharedRows());
    expect(settled(() => endless.at(0), () => 'too much')).toBe('too much');
  });
});
