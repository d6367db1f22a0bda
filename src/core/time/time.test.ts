import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  framesBy,
  ratio,
  written,
  barAndBeat, beatAt, clipSpan, convertFrames, dust, formatTimecode, frameOfBeat, frameOnScreen, hull, inSpans, mergeSpans, moveSpans, parseTimecode, readTypedLength, readTypedTime, toFrames, toSeconds, trimEnd, trimStart,
  type Rate, type Tempo,
} from '.';

const RATES: readonly Rate[] = [[24, 1], [25, 1], [30, 1], [60, 1], [24000, 1001], [30000, 1001]];
const rate = fc.constantFrom(...RATES);
const frame = fc.integer({ min: -100_000, max: 1_000_000 });

describe('the dust rule', () => {
  test('a time within 1e-6 of a whole frame is that frame, and no further', () => {
    expect(dust(3.0000009)).toBe(3);
    expect(dust(2.9999991)).toBe(3);
    expect(dust(3.000002)).toBe(3.000002);
    expect(Object.is(dust(-1e-9), 0)).toBe(true);
  });
  test('is idempotent', () => fc.assert(fc.property(fc.double({ min: -1e6, max: 1e6, noNaN: true }), (x) => dust(dust(x)) === dust(x))));
});

describe('rates', () => {
  test('there and back meets whole frames exactly', () =>
    fc.assert(fc.property(frame, rate, rate, (n, a, b) => convertFrames(convertFrames(n, a, b), b, a) === n)));
  test('30→24→30 keeps every frame', () => {
    for (let n = 0; n < 1000; n++) expect(convertFrames(convertFrames(n, [30, 1], [24, 1]), [24, 1], [30, 1])).toBe(n);
  });
  test('seconds are frames · den / num', () => {
    expect(toSeconds(48, [24, 1])).toBe(2);
    expect(toSeconds(30000, [30000, 1001])).toBe(1001);
    expect(toFrames(2, [25, 1])).toBe(50);
  });
  test('frame n is on screen from its start until the next', () =>
    fc.assert(fc.property(fc.integer({ min: 0, max: 500_000 }), rate, (n, r) => frameOnScreen(toSeconds(n, r), r) === n && frameOnScreen(toSeconds(n + 0.99, r), r) === n)));
});

describe('spans are half-open', () => {
  test('the end is outside', () => {
    expect(inSpans([[0, 10], [20, 30]], 9.999)).toBe(true);
    expect(inSpans([[0, 10], [20, 30]], 10)).toBe(false);
    expect(inSpans([[0, 10], [20, 30]], 20)).toBe(true);
    expect(inSpans([], 0)).toBe(false);
  });
  test('hull, clip and move', () => {
    expect(hull([[2, 3], [5, 9]])).toEqual([2, 9]);
    expect(hull([])).toBeNull();
    expect(clipSpan([0, 10], [5, 20])).toEqual([5, 10]);
    expect(clipSpan([0, 5], [5, 20])).toBeNull();
    const spans = [[0, 5]] as const;
    expect(moveSpans(spans, 0)).toBe(spans);
    expect(moveSpans(spans, 3)).toEqual([[3, 8]]);
  });
  test('trimming keeps one frame, and touches the outer spans alone', () => {
    expect(trimStart([[0, 10], [20, 30]], 4)).toEqual([[4, 10], [20, 30]]);
    expect(trimStart([[0, 10]], 99)).toEqual([[9, 10]]);
    expect(trimEnd([[0, 10], [20, 30]], 24)).toEqual([[0, 10], [20, 24]]);
    expect(trimEnd([[5, 10]], 0)).toEqual([[5, 6]]);
  });
  test('merged spans are apart, rising, and cover the same times', () =>
    fc.assert(fc.property(fc.array(fc.tuple(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 1, max: 20 })), { maxLength: 12 }), (list) => {
      const spans = list.map(([from, length]) => [from, from + length] as const);
      const merged = mergeSpans(spans);
      for (let t = 0; t < 85; t += 0.5) if (inSpans(spans, t) !== inSpans(merged, t)) return false;
      return merged.every(([from, to], i) => from < to && (i === 0 || from > merged[i - 1]![1]));
    })));
});

const even: Tempo = { bpm: 104, offset: 12, meter: [4, 4], map: null, origin: 'typed' };
const drifting: Tempo = { ...even, map: [[0, 0], [30, 2], [90, 4]] };

describe('tempo', () => {
  test('beat 0 falls on the offset', () => expect(beatAt(12, even, [30, 1])).toBe(0));
  test('frames and beats are each other’s inverse', () =>
    fc.assert(fc.property(fc.double({ min: -500, max: 5000, noNaN: true }), fc.constantFrom(even, drifting), rate, (at, tempo, r) =>
      Math.abs(frameOfBeat(beatAt(at, tempo, r), tempo, r) - at) < 1e-6)));
  test('a map takes the place of bpm and goes on at its outer paces', () => {
    expect(beatAt(15, drifting, [30, 1])).toBe(1);
    expect(beatAt(60, drifting, [30, 1])).toBe(3);
    expect(beatAt(120, drifting, [30, 1])).toBe(5);
    expect(beatAt(-15, drifting, [30, 1])).toBe(-1);
  });
  test('bars are counted from 1', () => {
    expect(barAndBeat(0, even)).toEqual({ bar: 1, beat: 1 });
    expect(barAndBeat(6.5, even)).toEqual({ bar: 2, beat: 3.5 });
    expect(barAndBeat(-1, even)).toEqual({ bar: 0, beat: 4 });
  });
});

describe('timecode', () => {
  test('is read as it is written', () =>
    fc.assert(fc.property(fc.integer({ min: 0, max: 5_000_000 }), rate, (n, r) => parseTimecode(formatTimecode(n, r), r) === n)));
  test('refuses other texts', () => {
    for (const text of ['', '12', 'a:b', '1:2:3:4:5', '1:']) expect(parseTimecode(text, [30, 1])).toBeNull();
  });
});

describe('typed times', () => {
  const from = { at: 100, rate: [30, 1] as Rate, tempo: even };
  const at = (text: string, tempo: Tempo | null = even) => {
    const reading = readTypedTime(text, { ...from, tempo });
    return reading.ok ? reading.at : reading.why;
  };
  test.each([['132', 132], ['132f', 132], ['4.4s', 132], ['4:12', 132], ['+10f', 110], ['-=1s', 70], ['+=2b', 135], ['-10', -10], ['-1s', -30], ['-0:10', -10], ['/2', 50], ['*=1.5', 150], ['bar 1', 12], ['bar 2.1', 81], ['1b', 29], ['+1bar', 169]])('%s is frame %d', (text, frameOf) => expect(at(text)).toBe(frameOf));
  test('says how it read', () => expect(readTypedTime('4.4s', from)).toMatchObject({ read: expect.stringContaining('frame 132, 00:04:12') as string }));
  test('a plain minus sets, and says how to subtract', () => expect(readTypedTime('-10', from)).toMatchObject({ ok: true, at: -10, read: expect.stringMatching(/-=10 goes back/) as string }));
  test('says what is wrong', () => {
    expect(at('*two')).toMatch(/needs a number/);
    expect(at('/0')).toMatch(/needs a number/);
    expect(at('soon')).toMatch(/“soon” is not a time/);
    expect(at('bar 2', null)).toMatch(/no tempo/);
    expect(at('3b', null)).toMatch(/no tempo/);
    expect(at('')).toMatch(/Type frames/);
  });
  test('never throws', () => fc.assert(fc.property(fc.string(), (text) => typeof readTypedTime(text, from).ok === 'boolean')));
});

describe('typed lengths', () => {
  const from = { at: 100, length: 20, rate: [30, 1] as Rate, tempo: even };
  const lasts = (text: string, tempo: Tempo | null = even) => {
    const reading = readTypedLength(text, { ...from, tempo });
    return reading.ok ? reading.at : reading.why;
  };
  // A length has no place: where the first beat falls does not matter to it.
  test.each([['12', 12], ['12f', 12], ['0.5s', 15], ['1:00', 30], ['1b', 17], ['+10f', 30], ['-=5', 15], ['-=20', 0], ['*2', 40], ['/=4', 5], ['0', 0]])('%s lasts %d frames', (text, length) => expect(lasts(text)).toBe(length));
  test('beats of a tempo that drifts are as long as they are there', () => {
    const length = lasts('1b', drifting);
    expect(length).toBe(Math.round(frameOfBeat(beatAt(100, drifting, [30, 1]) + 1, drifting, [30, 1]) - 100));
  });
  test('says what is wrong, and what to type', () => {
    expect(lasts('')).toMatch(/Type frames/);
    expect(lasts('bar 2')).toMatch(/is not a time/);
    expect(lasts('2b', null)).toMatch(/no tempo/);
    expect(lasts('-=21')).toMatch(/less than 0 frames/);
    expect(lasts('-5')).toMatch(/-=5 makes it shorter/);
  });
  test('never throws, and never answers a length below 0', () =>
    fc.assert(fc.property(fc.string(), fc.nat(500), (text, length) => {
      const reading = readTypedLength(text, { ...from, length });
      return !reading.ok || (reading.at >= 0 && Number.isInteger(reading.at));
    })));
});

test('frames at another rate are those that evaluation comes to, to the bit; noise of the last bits is not written', () => {
  const rates = [[24, 1], [25, 1], [30, 1], [48, 1], [50, 1], [60, 1], [24000, 1001], [30000, 1001], [60000, 1001]] as const;
  for (const from of rates) for (const to of rates) for (let at = 0; at < 400; at++) {
    expect(framesBy(at, ratio(from, to))).toBe((at * (to[0] * from[1])) / (to[1] * from[0]));
    expect(Math.abs(written(framesBy(at, ratio(from, to))) - (at * (to[0] * from[1])) / (to[1] * from[0]))).toBeLessThanOrEqual(1e-6);
  }
  expect([framesBy(3, Math.PI), framesBy(2, 0), framesBy(4, -0.5)]).toEqual([3 * Math.PI, 0, -2]);
  expect([written(2.9000000000000004), written(20 / 3), written(7 - 4e-7), Object.is(written(-1e-12), 0)]).toEqual([2.9, 20 / 3, 7, true]);
});
