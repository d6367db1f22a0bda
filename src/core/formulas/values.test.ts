import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { aroundFormulas } from '../../../tests/support/formula-around';
import { compile, FUNCTIONS, functionNamed, takesOf, type Around } from '.';

/** The layer begins at frame 10: at composition frame 40 its own is 30. */
const at = { frame: 40, f: 30, index: 2, count: 5 };
function value(text: string, more: Partial<Around> = {}, moment = at): unknown {
  const made = compile(text, aroundFormulas(more));
  if (!made.ok) throw new Error(`${text}: ${made.fault.message}`);
  return made.formula.run(moment);
}
const percent: Partial<Around> = { gives: { kind: 'number', measure: 'percent', frames: false }, keyed: { kind: 'number', measure: 'percent', moves: 'in time', at: () => 40 } };
const angle: Partial<Around> = { gives: { kind: 'number', measure: 'angle', frames: false }, keyed: { kind: 'number', measure: 'angle', moves: 'in time', at: () => 30 } };

describe('what formulas come to', () => {
  test.each<readonly [string, unknown]>([
    ['t', 1], ['f', 30], ['clock', 40 / 30], ['beat', (25 / 30) * 2], ['bar', (25 / 30) / 2], ['keyed', 80], ['index + count', 7], ['2s', 2], ['12f', 0.4], ['1b', 0.5], ['1bar', 2], ['90deg', 90], ['#f00', [1, 0, 0, 1]], ['#11223344', [17 / 255, 34 / 255, 51 / 255, 68 / 255]],
    ['-2^2', -4], ['2^3^2', 512], ['2^-1', 0.5], ['-7 mod 3', 2], ['7 mod -3', -2], ['1 + 2 * 3', 7], ['not false and true or false', true], ['1 ≠ 2', true], ['1 != 1', false], ['2 <= 2', true], ['"a" + "b"', 'ab'], ['"say ""so"""', 'say "so"'], ['[1, 2] + [3, 4] * 2', [7, 10]], ['-[1, 2]', [-1, -2]], ['[3, 4].y', 4],
    ['let a = 2; let b = a * 3; a + b', 8], ['if(1 > 2, 5, 6)', 6], ['if(Lamp.on, "yes", "no")', 'yes'],
    ['sin(90deg)', 1], ['cos(pi)', -1], ['atan(1, 1)', 45], ['asin(1)', 90], ['angle([0, 5])', 90], ['length([3, 4])', 5], ['distance([1, 1], [4, 5])', 5], ['round(7.5)', 8], ['round(-7.5)', -7], ['round(37, 15)', 30], ['fract(-0.25)', 0.75], ['log(8, 2)', 3], ['clamp(0, 12, 10)', 10], ['min(3, 1, 2)', 1], ['mix(10, 20, 0.25)', 12.5], ['mix([0, 0], [4, 8], 50%)', [2, 4]], ['step(2, 2)', 1], ['smoothstep(0, 2, 1)', 0.5], ['hypot(3, 4)', 5], ['sign(-3)', -1],
    ['map(5, 0, 10, 0, 100)', 50], ['map(20, 0, 10, 0, 100)', 200], ['mapInside(20, 0, 10, 0, 100)', 100], ['ease(0.5, "linear")', 0.5], ['ease(0.5, "power in")', 0.125], ['ease(0.5, "power out")', 0.875], ['ease(2, "back out")', 1], ['spring(0, 2, 0.5)', 0], ['spring(100, 2, 0.5)', 1], ['spring(0.2, 1, 1)', 1 - Math.exp(-0.4 * Math.PI) * (1 + 0.4 * Math.PI)], ['decay(0.2, 0.2)', 0.5], ['decay(-1, 0.2)', 0],
    ['sine(4s)', 1], ['sine(4s, 0.25)', Math.sin(Math.PI)], ['triangle(4s)', 1], ['triangle(4s, 0, 3)', -1], ['saw(4s)', -0.5], ['square(4s)', 1], ['square(4s, 0.5)', -1], ['pulse(4s, 30%)', 1], ['pulse(4s, 0.2)', 0], ['sine(2b)', Math.sin(2 * Math.PI * (25 / 30))],
    ['wrap(5, 0, 2)', 1], ['wrap(-1, 0, 3)', 2], ['fold(3, 0, 2)', 1], ['quantize(7, 3)', 6], ['progress(0s, 2s)', 0.5], ['when("arrive")', 1], ['since(1)', 0], ['since(2)', -2], ['between("arrive", "leave")', 0], ['beatOf(2)', 0.5 + 1], ['text(3.14159, 2)', '3.14'], ['text(-0.001, 1)', '0.0'], ['text(40)', '40'], ['first("tram", 2)', 'tr'], ['letters("tram")', 4], ['rgb(255, 0, 51)', [1, 0, 0.2, 1]], ['rgb(50%, 0, 0, 50%)', [0.5, 0, 0, 0.5]], ['hsl(120deg, 100%, 50%)', [0, 1, 0, 1]],
    ['Lamp.turn', 40], ['Lamp.turn @ (clock - 6f)', 34], ['Lamp.x @ 2s + 1', 601], ['Lamp.place.x', 40], ['Lamp.place @ 1s', [30, 7]], ['sin(Lamp.turn @ 3s)', 1], ['Lamp.ink.g', 0.5], ['Lamp.words + "!"', 'tram!'],
  ])('%s', (text, expected) => {
    const found = value(text);
    if (typeof expected === 'number') expect(found).toBeCloseTo(expected, 10);
    else if (Array.isArray(expected)) (expected as readonly number[]).forEach((one, i) => expect((found as readonly number[])[i]).toBeCloseTo(one, 10));
    else expect(found).toBe(expected);
  });

  test.each<readonly [string, Partial<Around>, number]>([
    ['50%', percent, 50], ['keyed * 2', percent, 80], ['keyed * 50%', percent, 20], ['keyed + 10%', percent, 50], ['keyed + 10', percent, 50], ['50% * 80', percent, 40], ['100 + 50%', percent, 150], ['clamp(0, keyed, 100)', percent, 40], ['max(20%, keyed)', percent, 40], ['if(keyed > 30%, 1, 0)', percent, 1], ['Lamp.opacity', percent, 40], ['20 + keyed * 2', percent, 100],
    ['Lamp.opacity * 200', {}, 80], ['50% * 200', {}, 100], ['1 + 50%', {}, 1.5], ['mix(0, 200, 50%)', {}, 100], ['Lamp.opacity', {}, 40], ['sin(50% * 180deg)', {}, 1],
    ['keyed * 2', angle, 60], ['keyed + 10', angle, 40], ['sin(keyed)', angle, 0.5], ['keyed / 15deg', angle, 2], ['sin(keyed * 3)', angle, 1], ['12f', { gives: { kind: 'number', measure: 'plain', frames: true } }, 12], ['12', { gives: { kind: 'number', measure: 'plain', frames: true } }, 12],
  ])('%s by what it measures', (text, more, expected) => expect(value(text, more)).toBeCloseTo(expected, 10));

  test('waves and wraps close on their frame at every rate and period', () => {
    let tried = 0;
    fc.assert(fc.property(fc.constantFrom<readonly [number, number]>([24, 1], [25, 1], [30, 1], [50, 1], [60, 1], [24000, 1001], [30000, 1001], [60000, 1001]), fc.integer({ min: 1, max: 400 }), fc.integer({ min: -3000, max: 3000 }), ([num, den], period, turns) => {
      const around: Partial<Around> = { rate: [num, den], ownRate: [num, den] };
      const f = turns * period;
      const moment = { ...at, f, frame: f + 10 };
      expect(value(`saw(${period}f)`, around, moment)).toBe(-1);
      expect(value(`square(${period}f)`, around, moment)).toBe(1);
      expect(value(`pulse(${2 * period}f, 0.5)`, around, moment)).toBe(turns % 2 === 0 ? 1 : 0);
      expect(value(`square(${2 * period}f)`, around, moment)).toBe(turns % 2 === 0 ? 1 : -1);
      expect(value(`wrap(t, 0s, ${period}f)`, around, moment)).toBe(0);
      expect(value(`t mod ${period}f`, around, moment)).toBe(0);
      expect(value(`fold(t, 0s, ${period}f)`, around, moment)).toBe(turns % 2 === 0 ? 0 : (period * den) / num);
      expect(value(`quantize(t, ${period}f) - quantize(t + 0.5f, ${period}f)`, around, moment)).toBe(0);
      tried++;
    }), { seed: 2025, numRuns: 400 });
    expect(tried).toBe(400);
  });

  test('what is added up over time follows the trapezoids between whole frames, back before the beginning too', () => {
    const moment = (f: number) => ({ ...at, f, frame: f + 10 });
    for (const [f, expected] of [[30, 1], [15, 0.5], [15.5, 31 / 60], [-30, -1], [0, 0]] as const) expect(value('total(1)', {}, moment(f))).toBeCloseTo(expected, 12);
    // x = 2 · frame of the composition, which is 10 ahead: ∫ 2(f + 10) per second.
    const squared = (f: number) => (f * f + 20 * f) / 30;
    for (const f of [0, 12, 30, 7.5, -12]) expect(value('total(keyed)', {}, moment(f))).toBeCloseTo(squared(f) + (f % 1 === 0 ? 0 : 0), 9);
    const again = compile('total(keyed)', aroundFormulas());
    if (!again.ok) throw new Error();
    expect([90, 3, 60].map((f) => again.formula.run(moment(f)))).toEqual([squared(90), squared(3), squared(60)].map((one) => expect.closeTo(one, 8) as number));
    expect(again.formula.run(moment(1e9))).toBeNaN();
  });

  test('each function has an example that works, and takes as many values as it says', () => {
    for (const one of FUNCTIONS) {
      const [least] = takesOf(one);
      const made = compile(one.example.replace('self.position', 'Lamp.place').replaceAll('Lamp.position', 'Lamp.place').replace('"hit"', '"arrive"').replaceAll('keyed', one.group === 'words' && one.name !== 'text' ? 'Lamp.words' : one.name === 'noise2' ? 'Lamp.place' : 'keyed').replace(/\b[xy]\b/g, '2'), aroundFormulas());
      if (one.group === 'sound') expect(made.ok ? '' : made.fault.message).toContain('no sound that has been measured');
      else expect(made.ok ? '' : `${one.name}: ${made.fault.message}`).toBe('');
      if (least > 0) expect(compile(`${one.name}()`, aroundFormulas())).toMatchObject({ ok: false, fault: { message: expect.stringContaining(`${one.name}(`) as string } });
      expect(functionNamed(one.name)).toBe(one);
    }
    expect(new Set(FUNCTIONS.map(({ name }) => name)).size).toBe(FUNCTIONS.length);
  });
});

describe('what is wrong is told at its place', () => {
  test.each<[text: string, message: string, place: string | undefined]>(([
    ['flor(2)', 'There is no function called “flor”. Is “floor” meant?', 'flor'], ['clok + 1', 'There is nothing called “clok” here. Is “clock” meant?', 'clok'], ['clamp(1, 2)', 'clamp(lo, x, hi) takes 3 values, and here are 2.', 'clamp(1, 2)'], ['"a" + 1', 'Adding needs two values of one kind: here a text stands beside a number. text(…) makes a text of a number.', '"a"'],
    ['1 < 2 < 3', '< wants a number, and this is true or false.', '1 < 2'], ['[1, 2] * [3, 4]', 'Two points are not multiplied: take their parts, .x and .y.'], ['#fff + #000', 'Colours are not added: mix(a, b, u) goes from one to another.'], ['since("late")', 'There is no such marker.', '"late"'], ['Lamp.place.z', 'A point has .x and .y, and no “z”.', 'z'], ['(1 + 2) @ 2s', 'Only a track can be read at another time, as in Lamp.x @ (clock - 2f).'],
    ['ease(t, "bak out")', 'There is no ease called “bak out”. There are sine, power, exponential, back, elastic, bounce (each in, out or both), and the words of CSS.', '"bak out"'], ['Lamp', '“Lamp” is a layer: which of its tracks is meant stands after a point, as in Lamp.x.', 'Lamp'], ['sin', '“sin” is a function: what it takes stands in brackets, as in sin(t * 90deg).', 'sin'], ['if(1, 2, 3)', 'The first of if(…) wants true or false, and this is a number.', '1'], ['1e400', 'This number is too large to be worked with.', '1e400'],
  ] as readonly (readonly [string, string, string?])[]).map(([text, message, place]) => [text, message, place]))('%s', (text, message, place) => {
    const made = compile(text, aroundFormulas());
    if (made.ok) throw new Error('it was taken');
    expect(made.fault.message).toBe(message);
    if (place !== undefined) expect(text.slice(made.fault.from, made.fault.to)).toBe(place);
  });
  test.each<readonly [string, string]>([['beat', 'Main has no tempo yet: give it one, and beats can be counted.'], ['sine(1b)', 'Main has no tempo yet: give it one, and beats can be counted.']])('%s without a tempo', (text, message) => expect(compile(text, aroundFormulas({ tempo: null }))).toMatchObject({ ok: false, fault: { message } }));
  test('a number of an operator has no clock', () => {
    const clockless = aroundFormulas({ clockless: 'a number of an operator is worked out once' });
    for (const text of ['t', 'clock', 'Lamp.x', 'noise(1, 2)', 'random(1, 1s)']) expect(compile(text, clockless), text).toMatchObject({ ok: false });
    expect(compile('random(3) * 4 + 2', clockless)).toMatchObject({ ok: true });
  });
  test('what grows beyond all numbers is no number, and no throw', () => {
    for (const text of ['1e308 * 10', '0 / 0', '1 / 0', 'sqrt(-1)', 'ln(0)', 'quantize(t, 0)', 'wrap(t, 1, 1)']) expect(Number.isFinite(value(text))).toBe(false);
  });
});

describe('chance', () => {
  test('is the same to the bit, everywhere', () => {
    expect(['random(1)', 'random(1.5)', 'random(-3)', 'random(7, 3f)', 'noise(2, 3)', 'noise(0.7, 4)'].map((text) => value(text))).toEqual(CHANCE);
    expect(value('noise2(2, 3)')).toEqual(CHANCE2);
  });
  test('is even, stays in its bounds, and runs without a jump', () => {
    const numbers = Array.from({ length: 4000 }, (_, i) => value(`random(${i})`) as number);
    expect(Math.min(...numbers)).toBeGreaterThanOrEqual(0);
    expect(Math.max(...numbers)).toBeLessThan(1);
    for (let tenth = 0; tenth < 10; tenth++) expect(Math.abs(numbers.filter((one) => Math.floor(one * 10) === tenth).length - 400)).toBeLessThan(90);
    const noise = compile('noise(3, 5)', aroundFormulas());
    if (!noise.ok) throw new Error();
    let before = noise.formula.run({ ...at, f: 0 }) as number;
    for (let f = 0.1; f < 300; f += 0.1) {
      const now = noise.formula.run({ ...at, f }) as number;
      expect(Math.abs(now)).toBeLessThanOrEqual(1);
      expect(Math.abs(now - before)).toBeLessThan(0.05);
      before = now;
    }
  });
});

const CHANCE: readonly number[] = [0.2945013511925936, 0.4515886807348579, 0.3628079304471612, 0.8154521209653467, 0.28699026443064213, 0.19628092823229726];
const CHANCE2: readonly number[] = [0.09964339854195714, -0.3391842511482537];

describe('any text', () => {
  const pieces = fc.constantFrom('1', '2s', '12f', '50%', '90deg', '1b', 't', 'f', 'clock', 'keyed', 'Lamp.turn', 'Lamp.place', "'Left lamp'.x", 'self.x', 'Tram/Door.x', '"arrive"', '#e0a84f', 'let a = 2;', '+', '-', '*', '/', '^', 'mod', 'and', 'not', '=', '<', '(', ')', '[', ']', ',', '@', '.', ';', 'if(', 'sine(', 'mix(', 'total(', 'random(', 'ease(', '//', '\n', 'é', '\u0000', '𝄞', ' ');
  test('is taken or told in a sentence at its place, and ends', () => {
    fc.assert(fc.property(fc.oneof(fc.array(pieces, { maxLength: 24 }).map((list) => list.join('')), fc.string({ unit: 'binary', maxLength: 60 })), (text) => {
      const made = compile(text, aroundFormulas());
      if (made.ok) made.formula.run(at);
      else {
        expect(made.fault.message.length).toBeGreaterThan(10);
        expect(made.fault.from).toBeGreaterThanOrEqual(0);
        expect(made.fault.to).toBeLessThanOrEqual(Math.max(text.length, made.fault.from));
      }
    }), { numRuns: 20_000, seed: 13 });
  });
  test('however long or deep', () => {
    for (const text of ['('.repeat(10_000), '1+'.repeat(9_000) + '1', `${'sin('.repeat(3000)}1${')'.repeat(3000)}`, `${'let a = 1 + 1; '.repeat(900)}a`, '-'.repeat(15_000) + '1', '"'.repeat(9999), 'a.'.repeat(9000) + 'b', 'x'.repeat(100_000)]) expect(['boolean']).toContain(typeof compile(text, aroundFormulas()).ok);
    // Each is let from twice the one before: worked out once each, not 2^60 times.
    const doubled = `let a0 = t; ${Array.from({ length: 60 }, (_, i) => `let a${i + 1} = a${i} + a${i};`).join(' ')} a60`;
    expect(value(doubled)).toBe(2 ** 60);
  });
});
