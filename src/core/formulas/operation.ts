import type { Around } from './around';
import { fail } from './fault';
import { alike, asSeconds } from './measure';
import type { NodeOf } from './tree';
import { asTurn } from './turns';
import { affine, asFactor, KIND_WORDS, known, made, numbers, wanted, type Measure, type Moment, type Numbers, type Pair, type Value } from './value';

type Place = NodeOf<'binary'>;

/** What stands on both sides of an operator, made one value. */
export function operation(node: Place, left: Value, right: Value, around: Around): Value {
  switch (node.op) {
    case 'or':
    case 'and': {
      const [a, b] = [wanted(left, 'truth', node.op), wanted(right, 'truth', node.op)];
      const [one, other] = [a.run, b.run];
      return made(node, 'truth', 'plain', [a, b], node.op === 'or' ? (at) => one(at) || other(at) : (at) => one(at) && other(at));
    }
    case '=':
    case '≠': return equal(node, left, right, around);
    case '<':
    case '≤':
    case '>':
    case '≥': {
      const [a, b] = alike(wanted(left, 'number', node.op), wanted(right, 'number', node.op), around, 'compared');
      const [x, y] = [numbers(a), numbers(b)];
      const tests = { '<': (at: Moment) => x(at) < y(at), '≤': (at: Moment) => x(at) <= y(at), '>': (at: Moment) => x(at) > y(at), '≥': (at: Moment) => x(at) >= y(at) };
      return made(node, 'truth', 'plain', [a, b], tests[node.op]);
    }
    case '+':
    case '-': return sum(node, left, right, around);
    case '*': return product(node, left, right, around);
    case '/': return quotient(node, left, right, around);
    case 'mod': {
      const [a, b, measure] = alike(wanted(left, 'number', 'mod'), wanted(right, 'number', 'mod'), around, 'added');
      return twoNumbers(node, measure, a, b, remainder);
    }
    case '^': {
      const [a, b] = [left, right].map((one) => asFactor(asSeconds(wanted(one, 'number', '^'), around)));
      return twoNumbers(node, 'plain', a!, b!, Math.pow);
    }
  }
}

/** What is left of `x`, with the sign of `y`; nothing where `x` is a whole number of `y`, to a hair. */
function remainder(x: number, y: number): number {
  const turns = asTurn(x / y);
  return Number.isInteger(turns) ? 0 : x - y * Math.floor(turns);
}

function equal(node: Place, left: Value, right: Value, around: Around): Value {
  if (left.kind !== right.kind) fail(node, `Only values of one kind can be equal: here ${KIND_WORDS[left.kind]} stands beside ${KIND_WORDS[right.kind]}.`);
  const same = node.op === '=';
  if (left.kind === 'number') {
    const [a, b] = alike(left, right, around, 'compared');
    const [x, y] = [numbers(a), numbers(b)];
    return made(node, 'truth', 'plain', [a, b], same ? (at) => x(at) === y(at) : (at) => x(at) !== y(at));
  }
  const [x, y] = [left.run, right.run];
  const alikeAt = (at: Moment) => (Array.isArray(x(at)) ? (x(at) as readonly number[]).every((one, i) => one === (y(at) as readonly number[])[i]) : x(at) === y(at));
  return made(node, 'truth', 'plain', [left, right], same ? alikeAt : (at) => !alikeAt(at));
}

function sum(node: Place, left: Value, right: Value, around: Around): Value {
  const minus = node.op === '-';
  if (left.kind === 'text' && right.kind === 'text' && !minus) {
    const [x, y] = [left.run, right.run];
    return made(node, 'text', 'plain', [left, right], (at) => joined(x(at) as string, y(at) as string));
  }
  if (left.kind === 'point' && right.kind === 'point') return twoPoints(node, left, right, minus ? (a, b) => a - b : (a, b) => a + b);
  if (left.kind !== right.kind) {
    const hint = left.kind === 'text' || right.kind === 'text' ? ' text(…) makes a text of a number.' : '';
    fail(left.kind === 'number' ? right : left, `${minus ? 'Taking' : 'Adding'} needs two values of one kind: here ${KIND_WORDS[left.kind]} stands beside ${KIND_WORDS[right.kind]}.${hint}`);
  }
  if (left.kind === 'colour') fail(node, 'Colours are not added: mix(a, b, u) goes from one to another.');
  const [a, b, measure] = alike(wanted(left, 'number', node.op), wanted(right, 'number', node.op), around, 'added');
  const [x, y] = [numbers(a), numbers(b)];
  const [one, other] = [known(a) as number | undefined, known(b) as number | undefined];
  // A part that stands still costs no call.
  if (other !== undefined) return affine(node, a, 1, minus ? -other : other, measure);
  if (one !== undefined) return affine(node, b, minus ? -1 : 1, one, measure);
  if (b.affine && b.affine.plus === 0) {
    // A share of something is added in one step.
    const { of, by } = b.affine;
    return made(node, 'number', measure, [a, b], minus ? (at) => x(at) - of(at) * by : (at) => x(at) + of(at) * by);
  }
  return made(node, 'number', measure, [a, b], minus ? (at) => x(at) - y(at) : (at) => x(at) + y(at));
}

/** Longer texts are nobody's: joined to themselves again and again they would fill the machine. */
const LONGEST_TEXT = 100_000;

function joined(a: string, b: string): string {
  return a.length + b.length > LONGEST_TEXT ? a : a + b;
}

/** A point or a number by a number. */
function product(node: Place, left: Value, right: Value, around: Around): Value {
  if (left.kind === 'point' || right.kind === 'point') {
    const [point, number] = left.kind === 'point' ? [left, right] : [right, left];
    if (number.kind === 'point') fail(node, 'Two points are not multiplied: take their parts, .x and .y.');
    return pointTimes(node, point, asFactor(asSeconds(wanted(number, 'number', '*'), around)), (one, by) => one * by);
  }
  const [a, b, measure] = multiplied(wanted(left, 'number', '*'), wanted(right, 'number', '*'), around);
  const [x, y] = [numbers(a), numbers(b)];
  const [one, other] = [known(a) as number | undefined, known(b) as number | undefined];
  if (other !== undefined) return affine(node, a, other, 0, measure);
  if (one !== undefined) return affine(node, b, one, 0, measure);
  return made(node, 'number', measure, [a, b], (at) => x(at) * y(at));
}

/** Which side of a product is a factor, and what comes of it: half of an angle is an angle, half of 80 % is 40 %. */
function multiplied(left: Value, right: Value, around: Around): readonly [Value, Value, Measure] {
  const percents = left.measure === 'percent' && right.measure === 'percent';
  if (percents) return [left, asFactor(right), 'percent'];
  for (const [one, other, turned] of [[left, right, false], [right, left, true]] as const) {
    if (one.measure !== 'ratio') continue;
    const factor = asFactor(one);
    return turned ? [other, factor, other.measure] : [factor, other, other.measure];
  }
  for (const [one, other, turned] of [[left, right, false], [right, left, true]] as const) {
    if (one.measure !== 'percent') continue;
    // Where a track in percent is made, twice of 40 % is 80 %; elsewhere a track in percent is a factor.
    if (other.measure === 'plain' && around.gives.measure === 'percent') return [left, right, 'percent'];
    const factor = asFactor(one);
    return turned ? [other, factor, other.measure] : [factor, other, other.measure];
  }
  if (left.measure === right.measure) {
    const [a, b] = left.measure === 'beats' ? [asSeconds(left, around), asSeconds(right, around)] : [left, right];
    return [a, b, left.measure === 'angle' ? 'angle' : 'plain'];
  }
  if (left.measure === 'plain' || right.measure === 'plain') return [left, right, left.measure === 'plain' ? right.measure : left.measure];
  const [a, b] = [asSeconds(left, around), asSeconds(right, around)];
  return [a, b, a.measure === 'angle' || b.measure === 'angle' ? 'angle' : 'plain'];
}

function quotient(node: Place, left: Value, right: Value, around: Around): Value {
  const by = wanted(right, 'number', '/');
  if (left.kind === 'point') return pointTimes(node, left, asFactor(asSeconds(by, around)), (one, part) => one / part);
  wanted(left, 'number', '/');
  if (left.measure === by.measure) return twoNumbers(node, 'plain', left, by, (x, y) => x / y);
  if (by.measure === 'plain') {
    // 40 % by two is 20 % where a track in percent is made, and a fifth elsewhere.
    const kept = left.measure === 'percent' && around.gives.measure !== 'percent' ? asFactor(left) : left;
    return twoNumbers(node, kept.measure, kept, by, (x, y) => x / y);
  }
  if (by.measure === 'ratio' || by.measure === 'percent') return twoNumbers(node, left.measure, left, asFactor(by), (x, y) => x / y);
  const [a, b] = [asSeconds(left, around), asSeconds(by, around)];
  return twoNumbers(node, 'plain', asFactor(a), asFactor(b), (x, y) => x / y);
}

function twoNumbers(node: Place, measure: Measure, a: Value, b: Value, work: (x: number, y: number) => number): Value {
  const [x, y]: readonly Numbers[] = [numbers(a), numbers(b)];
  return made(node, 'number', measure, [a, b], (at) => work(x!(at), y!(at)));
}

function twoPoints(node: Place, a: Value, b: Value, work: (x: number, y: number) => number): Value {
  const [p, q] = [a.run, b.run];
  return made(node, 'point', 'plain', [a, b], (at): Pair => {
    const [[x, y], [u, v]] = [p(at) as Pair, q(at) as Pair];
    return [work(x, u), work(y, v)];
  });
}

function pointTimes(node: Place, point: Value, by: Value, work: (one: number, by: number) => number): Value {
  const [p, factor] = [point.run, numbers(by)];
  return made(node, 'point', 'plain', [point, by], (at): Pair => {
    const [[x, y], part] = [p(at) as Pair, factor(at)];
    return [work(x, part), work(y, part)];
  });
}
