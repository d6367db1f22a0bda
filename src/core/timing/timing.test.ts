import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { compose, composeAll, identity, newOperator, OPERATORS, pieces, preimages, prepareStack, rateAt, straightMap, type OperatorContext, type StackContext, type TimeMap } from '.';
import { fits, type OperatorFields } from './field';
import type { OperatorDefinition } from './operator';

const context = (D: number | null, more: Partial<OperatorContext> = {}): OperatorContext => ({ on: D === null ? 'keys' : 'content', D, rates: { host: [30, 1], source: [30, 1] }, rigid: [], markers: [], ...more });

function make(op: string, fields: object, D: number | null = 40, more: Partial<OperatorContext> = {}): TimeMap {
  const definition = OPERATORS.find((one) => one.op === op) as unknown as OperatorDefinition<string, OperatorFields>;
  return definition.prepare(newOperator(op as never, 'o', fields as never) as never, context(D, more));
}

test('the list of operators is not empty', () => expect(OPERATORS.length).toBe(13));

for (const definition of OPERATORS as unknown as readonly OperatorDefinition<string, OperatorFields>[]) {
  describe(definition.title, () => {
    test.each(definition.examples.map((one) => [JSON.stringify(one.given), one.x, one.becomes, one] as const))('%s: frame %d shows %d', (_, x, becomes, example) =>
      expect(make(definition.op, example.given, example.D ?? null, { ...(example.rigid ? { rigid: example.rigid } : {}), ...(example.markers ? { markers: example.markers } : {}) }).at(x)).toBeCloseTo(becomes, 9));
    test('is born useful, of fields that fit and have no fault, on content and on keys', () => {
      // Elastic alone has nothing to do on keys.
      for (const D of definition.op === 'elastic' ? [24] : [24, null]) {
        const fields = definition.born({ D, length: 24, cycle: 24, at: 7, second: 30 });
        const node = newOperator(definition.op as never, 'o', fields as never);
        for (const [name, field] of Object.entries(definition.fields)) expect(fits(field, (node as unknown as Record<string, unknown>)[name]), name).toBe(true);
        expect([...(definition.faults?.(node as never) ?? []), ...(D === null ? (definition.faultsOnKeys?.(node as never) ?? []) : [])]).toEqual([]);
      }
    });
    test('names its fields and tells what it does', () => {
      expect(definition.about.length).toBeGreaterThan(10);
      const given = definition.examples[0]!.given;
      expect(definition.tell(newOperator(definition.op as never, 'o', given as never) as never)).not.toMatch(/undefined|NaN/);
    });
  });
}

/** Operators with numbers of every kind, fractional ones too. */
const frames = fc.oneof(fc.integer({ min: -20, max: 60 }), fc.integer({ min: -40, max: 120 }).map((n) => n / 4));
const positive = fc.oneof(fc.integer({ min: 1, max: 30 }), fc.integer({ min: 1, max: 60 }).map((n) => n / 4));
const remapMore = fc.constantFrom<object>({}, {}, { right: 'hold' }, { right: 'smooth', left: 'smooth' }, { right: [6, 20], left: [-3, 9] }, { arrives: 3 }, { curve: { kind: 'sine', side: 'both' } }, { curve: { kind: 'back', side: 'out' } }, { curve: { kind: 'elastic' } }, { curve: { kind: 'bounce' } });
const arbitraryMap: fc.Arbitrary<TimeMap> = fc.oneof(
  frames.map((by) => make('delay', { by })),
  fc.array(fc.record({ gap: positive, to: frames, more: remapMore }), { minLength: 1, maxLength: 4 }).map((list) => {
    let at = -5;
    return make('remap', { keys: Object.fromEntries(list.map(({ gap, to, more }, i) => [`k${i}`, { id: `k${i}`, at: (at += gap), to, ...more }])) });
  }),
  fc.record({ rate: fc.constantFrom(-2, -1, -0.5, 0, 0.3, 0.7, 1, 1.5, 3), at: frames }).map((fields) => make('speed', fields)),
  fc.record({ from: frames, length: positive }).map(({ from, length }) => make('reverse', { from, to: from + length })),
  fc.record({ from: frames, length: positive, mode: fc.constantFrom('repeat', 'swing'), ends: fc.constantFrom('once', 'twice'), count: fc.option(fc.integer({ min: 1, max: 5 })) })
    .map(({ from, length, ...fields }) => make('loop', { ...fields, from, to: from + length })),
  fc.record({ from: frames, length: positive, mode: fc.constantFrom('repeat', 'swing'), ends: fc.constantFrom('once', 'twice'), until: frames, then: fc.constantFrom('stay', 'on') })
    .map(({ from, length, ...fields }) => make('loop', { ...fields, from, to: from + length })),
  fc.record({ every: positive, phase: frames, round: fc.constantFrom('down', 'near'), cuts: fc.array(fc.tuple(frames, positive), { maxLength: 3 }) }).map((fields) => make('step', fields)),
  fc.record({ gaps: fc.array(positive, { maxLength: 4 }), rates: fc.array(fc.constantFrom(-1, -0.5, 0, 0.25, 1, 2), { minLength: 5, maxLength: 5 }), feet: fc.oneof(positive, fc.array(fc.tuple(positive, positive), { minLength: 4, maxLength: 4 }), fc.constant(0)) }).map(({ gaps, rates, feet }) => {
    let at = 0;
    const cuts = gaps.map((gap) => (at += gap));
    return make('ramp', { cuts, rates: rates.slice(0, cuts.length + 1), blend: Array.isArray(feet) ? feet.slice(0, cuts.length) : feet });
  }),
  fc.record({ length: fc.integer({ min: 0, max: 120 }), rigid: fc.constantFrom<[number, number][]>([], [[0, 10]], [[5, 12], [30, 40]], [[0, 40]]) }).map(({ length, rigid }) => make('elastic', { length }, 40, { rigid })),
  fc.record({ moves: fc.array(fc.oneof(fc.tuple(frames, frames), fc.record({ from: frames, to: frames, rest: fc.record({ kind: fc.constantFrom('still', 'loop', 'swing'), from: frames, to: frames, finish: fc.boolean() }) })), { minLength: 1, maxLength: 4 }), gaps: fc.array(positive, { maxLength: 5 }) }).map(({ moves, gaps }) => {
    let at = -4;
    return make('cue', { moves }, 40, { markers: gaps.map((gap) => (at += gap)) });
  }),
  fc.record({ gaps: fc.array(fc.tuple(positive, frames, positive), { minLength: 1, maxLength: 4 }), shape: fc.constantFrom('linear', 'smooth') }).map(({ gaps, shape }) => {
    let [at, up] = [-5, -3];
    return make('pins', { shape, pins: gaps.map(([gap, to, rise]) => [(at += gap), shape === 'smooth' ? (up += rise) : to]) });
  }),
  fc.record({ at: frames, for: positive }).map((fields) => make('pause', fields)),
  frames.map((at) => make('freeze', { at })),
);
const arbitraryStack = fc.array(arbitraryMap, { minLength: 1, maxLength: 4 }).map(composeAll);

describe('any composed map', () => {
  test('its pieces cover the window without a hole and agree with what it answers', () =>
    fc.assert(fc.property(arbitraryStack, frames, positive, (map, from, length) => {
      let x = from;
      for (const piece of pieces(map, from, from + length)) {
        if (Math.abs(piece.from - x) > 1e-9 || piece.to <= piece.from) return false;
        x = piece.to;
        for (const u of [0.13, 0.5, 0.87]) {
          if (piece.to - piece.from < 1e-4) continue;
          const at = piece.from + u * (piece.to - piece.from);
          const wanted = piece.kind === 'curved' ? piece.at(at) : piece.start + u * (piece.end - piece.start);
          // The dust of a time may be stretched by what bends it afterwards.
          if (Math.abs(map.at(at) - wanted) > 1e-4 * (1 + Math.abs(piece.rate(at)))) return false;
          // A piece runs one way.
          if ((piece.at(at) - piece.start) * (piece.end - piece.at(at)) < -1e-6) return false;
        }
      }
      return Math.abs(x - (from + length)) < 1e-9;
    }), { seed: 32, numRuns: 800 }));
  test('its rate is the slope between two near times inside a piece', () =>
    fc.assert(fc.property(arbitraryStack, (map) => {
      for (const piece of pieces(map, 0, 30)) {
        if (piece.to - piece.from < 0.01) continue;
        const middle = (piece.from + piece.to) / 2;
        const [low, high] = piece.kind === 'curved' ? [middle - 1e-4, middle + 1e-4] : [piece.from, piece.to];
        const slope = piece.kind === 'curved' ? (piece.at(high) - piece.at(low)) / (high - low) : (piece.end - piece.start) / (piece.to - piece.from);
        if (Math.abs(rateAt(map, middle) - slope) > 1e-3 * (1 + Math.abs(slope))) return false;
      }
      return true;
    }), { seed: 33 }));
  test('what it shows at a frame is found again among the preimages', () =>
    fc.assert(fc.property(arbitraryStack, fc.integer({ min: 0, max: 59 }), (map, x) => {
      const { found, capped } = preimages(map, map.at(x), 0, 60);
      return capped || found.some(({ from, to }) => x >= from - 1e-5 && x <= Math.max(to, from) + 1e-5);
    }), { seed: 34, numRuns: 800 }));
  test('every preimage shows what was asked for', () =>
    fc.assert(fc.property(arbitraryStack, fc.integer({ min: 0, max: 40 }), (map, s) =>
      preimages(map, s, 0, 60).found.every(({ from, to }) => Math.abs(map.at(from === to ? from : (from + to) / 2) - s) < 1e-5)), { seed: 35 }));
  test('composing is associative', () =>
    fc.assert(fc.property(arbitraryMap, arbitraryMap, arbitraryMap, frames, (a, b, c, x) => compose(compose(a, b), c).at(x) === compose(a, compose(b, c)).at(x))));
  test('the identity changes nothing', () => {
    const map = make('loop', {}, 20);
    expect(compose(identity, map)).toBe(map);
    expect(compose(map, identity)).toBe(map);
  });
});

describe('loops', () => {
  test('frame `to` shows `from`: nothing blinks where it closes', () =>
    fc.assert(fc.property(fc.integer({ min: 0, max: 50 }), fc.integer({ min: 1, max: 60 }), fc.integer({ min: 0, max: 99 }), (from, length, n) =>
      make('loop', { from, to: from + length }).at(from + n * length) === from)));
  test('an endless loop never leaves its part', () =>
    fc.assert(fc.property(fc.integer({ min: 0, max: 50 }), fc.integer({ min: 1, max: 60 }), fc.double({ min: 0, max: 10_000, noNaN: true }), fc.constantFrom('repeat', 'swing'), (from, length, x, mode) => {
      const at = make('loop', { from, to: from + length, mode }).at(from + x);
      return at >= from && at < from + length;
    })));
  test('a rate of 0.7 before a loop of 21 meets its edges exactly', () => {
    const map = compose(make('speed', { rate: 0.7 }), make('loop', { from: 0, to: 21 }));
    for (let n = 0; n < 200; n++) expect(map.at(n * 30)).toBe(0);
  });
  test('lists a million turns lazily and stops at the cap', () => {
    const { found, capped } = preimages(make('loop', { to: 1 }), 0, 0, 1e9);
    expect(capped).toBe(true);
    expect(found.length).toBeLessThanOrEqual(100_000);
    const [first] = pieces(make('loop', { to: 1 }), 0, 1e9);
    expect(first).toMatchObject({ from: 0, to: 1 });
  });
  test('its pieces are its plays, and every turn is a jump', () => {
    const list = [...pieces(make('loop', {}, 32), 0, 80)];
    expect(list.map(({ from, to, jump }) => [from, to, jump])).toEqual([[0, 32, false], [32, 64, true], [64, 80, true]]);
  });
});

describe('a layer’s stack', () => {
  const base: StackContext = { host: [30, 1], source: { rate: [24, 1], D: 48, rigid: [] }, start: 10, markers: [] };
  const node = (op: string, fields: object) => ({ id: op, op, off: false, ...fields });
  const parsed = (op: string, fields: object) => {
    const { on, off, ...own } = fields as { on?: 'content' | 'keys' | 'both'; off?: boolean };
    return node(op, { ...newOperator(op as never, op, own as never), ...(on ? { on } : {}), ...(off ? { off } : {}) });
  };
  test('content runs in source frames from end to end', () => {
    const { content, keys } = prepareStack([], base);
    expect(content.at(15)).toBe(4);
    expect(keys.at(15)).toBe(5);
  });
  test('`on` sends an operator to content, keys or both', () => {
    const pause = (on: 'content' | 'keys' | 'both') => prepareStack([parsed('pause', { at: 4, for: 8, on })], base);
    expect([pause('content').content.at(25), pause('content').keys.at(25)]).toEqual([4, 15]);
    expect([pause('keys').content.at(25), pause('keys').keys.at(25)]).toEqual([12, 7]);
    // The same moments for both: 4 source frames are 5 host frames.
    expect([pause('both').content.at(25), pause('both').keys.at(25)]).toEqual([4, 5]);
  });
  test('an operator that is off, or only kept, is passed over', () => {
    expect(prepareStack([parsed('freeze', { at: 3, off: true }), node('cue', { moves: [] })], base).content.at(15)).toBe(4);
  });
  test('without content, `content` operators have nothing to act on', () => {
    const { content, steps } = prepareStack([parsed('freeze', { at: 3, on: 'content' })], { ...base, source: null });
    expect(steps).toEqual([]);
    expect(content.at(15)).toBe(5);
  });
  test('held time stays inside its source, for content alone', () => {
    expect(prepareStack([parsed('freeze', { at: 90 })], base).content.at(12)).toBe(47);
    expect(prepareStack([parsed('freeze', { at: 90, on: 'keys' })], base).keys.at(12)).toBe(90);
  });
  test('maps through five nests of two rates keep whole frames whole', () => {
    const through = composeAll(Array.from({ length: 5 }, (_, i) => straightMap(0, i % 2 ? 30 : 24, i % 2 ? 24 : 30)));
    for (let n = 0; n < 300; n += 5) expect(Number.isInteger(through.at(n))).toBe(true);
  });
});
