import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { parse, print } from '.';
import type { Binary, Node, Step, Unit } from './tree';

const at = { from: 0, to: 0 };
const bare = (node: unknown): unknown => JSON.parse(JSON.stringify(node, (key, value: unknown) => (key === 'from' || key === 'to' || key === 'named' ? undefined : value)));
const read = (text: string): Node => {
  const found = parse(text);
  if (!found.ok) throw new Error(`${text}: ${found.fault.message}`);
  return found.tree;
};

const step: fc.Arbitrary<Step> = fc.oneof(
  fc.constantFrom('Lamp', 'Tram', 'x', 'turn', 'größe').map((name) => ({ name, quoted: false, ...at })),
  fc.constantFrom('Left lamp', "the driver's cab", 'let', '9 to 5', '').map((name) => ({ name, quoted: true, ...at })),
);
const path = fc.record({ nests: fc.array(step, { maxLength: 2 }), steps: fc.array(step, { minLength: 2, maxLength: 3 }) }).map((fields): Node => ({ is: 'path', ...fields, ...at }));
const leaf: fc.Arbitrary<Node> = fc.oneof(
  fc.record({ value: fc.oneof(fc.nat(900), fc.double({ min: 0, max: 1e300, noNaN: true })), unit: fc.constantFrom<Unit>('', 's', 'f', 'b', 'bar', 'deg', '%') }).map(({ value, unit }): Node => ({ is: 'number', value: value === 0 ? 0 : value, unit, ...at })),
  fc.constantFrom('arrive', 'say "so"', '').map((value): Node => ({ is: 'text', value, ...at })),
  fc.boolean().map((value): Node => ({ is: 'truth', value, ...at })),
  fc.constantFrom('#fff', '#e0a84f').map((value): Node => ({ is: 'colour', value, ...at })),
  fc.constantFrom('t', 'clock', 'keyed', 'pi').map((name): Node => ({ is: 'name', name, quoted: false, ...at })),
  path,
);
const OPS: readonly Binary[] = ['or', 'and', '=', '≠', '<', '≤', '>', '≥', '+', '-', '*', '/', 'mod', '^'];
const { node } = fc.letrec<{ node: Node }>((tie) => ({
  node: fc.oneof(
    { depthSize: 'small', withCrossShrink: true }, leaf,
    fc.tuple(tie('node'), tie('node')).map(([x, y]): Node => ({ is: 'point', x, y, ...at })),
    fc.tuple(path, tie('node')).map(([of, time]): Node => ({ is: 'at', of, time, ...at })),
    fc.tuple(fc.constantFrom('sin', 'mix', 'if'), fc.array(tie('node'), { maxLength: 3 })).map(([name, args]): Node => ({ is: 'call', name, named: at, args, ...at })),
    fc.tuple(fc.constantFrom<'-' | 'not'>('-', 'not'), tie('node')).map(([op, of]): Node => ({ is: 'unary', op, of, ...at })),
    fc.tuple(fc.constantFrom(...OPS), tie('node'), tie('node')).map(([op, left, right]): Node => ({ is: 'binary', op, left, right, ...at })),
  ),
}));
const formula = fc.oneof(node, fc.tuple(node, node).map(([value, last]): Node => ({ is: 'lets', lets: [{ name: 'swing', named: at, value }], value: last, ...at })));

describe('a formula as text', () => {
  test('printed and read again, a tree is the same', () => {
    fc.assert(fc.property(formula, (tree) => {
      // A quoted name beside a stroke leads into a nest, so that names alone are no values there.
      const text = print(tree);
      expect(bare(read(text)), text).toEqual(bare(tree));
    }), { numRuns: 3000, seed: 41 });
  });

  test('what is written with other brackets and layout is printed alike', () => {
    for (const [text, plain] of [
      ["  ( 1+2 )*3 // three\n", '(1 + 2) * 3'], ['-2^2', '-2 ^ 2'], ['(-2)^2', '(-2) ^ 2'], ['2^3^2', '2 ^ 3 ^ 2'], ['(2^3)^2', '(2 ^ 3) ^ 2'], ['2^-1', '2 ^ -1'], ['a-(b-c)', 'a - (b - c)'],
      ['not(a)=b', 'not a = b'], ['x==1 and y!=2', 'x = 1 and y ≠ 2'], ['let a=1;let b=a;a/b', 'let a = 1; let b = a; a / b'], ['Lamp.rotation@(clock-4f)+5', 'Lamp.rotation @ (clock - 4f) + 5'],
    ] as const) expect(print(read(text))).toBe(plain);
  });

  test('a stroke after a name of a layer leads into a nest; after a value it divides', () => {
    const way = (text: string) => bare(read(text));
    expect(way('Tram/Door.x')).toMatchObject({ is: 'path', nests: [{ name: 'Tram' }], steps: [{ name: 'Door' }, { name: 'x' }] });
    expect(way('A/B/C.x')).toMatchObject({ is: 'path', nests: [{ name: 'A' }, { name: 'B' }] });
    expect(way('2 * A/B/C.x ^ 2')).toMatchObject({ is: 'binary', op: '*', right: { is: 'binary', op: '^', left: { is: 'path', nests: [{ name: 'A' }, { name: 'B' }] } } });
    expect(way('-Tram/Door.x @ 2s')).toMatchObject({ is: 'unary', of: { is: 'at', of: { is: 'path', nests: [{ name: 'Tram' }] } } });
    for (const text of ['f/count', 't/Lamp.x', 'let a = 2; a/Lamp.x', 'Lamp.x/Lamp.y', '2/Lamp.x']) expect(JSON.stringify(way(text)), text).toContain('"op":"/"');
    expect(way("'t'/Lamp.x")).toMatchObject({ is: 'path', nests: [{ name: 't' }] });
  });

  test.each([
    ['', 'There is no formula here yet.'], ['1 +', 'A value is missing at the end.'], ['(1 + 2', 'This bracket ( is never closed.'], ['"arrive', 'This quote (") is never closed.'], ['1 + )', 'This bracket ) closes nothing.'],
    ['2q + 1', '“q” is no unit. Units are s (seconds), f (frames), b (beats), bar, deg (degrees) and %.'], ['#12', '“#12” is no colour: after # come 3, 4, 6 or 8 of 0–9 and a–f.'], ['1 2', '“2” does not fit here: something is missing before it, or it is one too many.'],
    ['let a = 1;', 'After what is let, a value is missing.'], [`${'('.repeat(9_000)}1${')'.repeat(9_000)} + ${'-'.repeat(900)}1`, 'It is nested too deeply from here on: more than 400 levels. Give parts of it a name with let.'],
    ['1'.repeat(100_000), 'This formula is 100,000 characters long; 20,000 is the most.'],
  ])('%.20s is told in a sentence, at its place', (text, message) => {
    const found = parse(text);
    if (found.ok) throw new Error('it was read');
    expect(found.fault.message).toBe(message);
    expect(found.fault.from).toBeGreaterThanOrEqual(0);
    expect(found.fault.to).toBeLessThanOrEqual(Math.max(text.length, found.fault.from));
  });
});
