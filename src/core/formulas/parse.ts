import type { SyntaxNode, Tree } from '@lezer/common';
import { fail, Faulty, type Fault } from './fault';
import { nearestTo } from './nearest';
import { parser } from './parser';
import type { Binary, Node, NodeOf, Place, Step, Unit } from './tree';
import { isBuiltName, UNITS } from './words';

/** Longer formulas are kept in the document, and are an error at their place. */
export const LONGEST = 20_000;
/** Brackets and operators within one another; deeper than anybody reads, and as deep as every engine can go. */
const DEEPEST = 400;
const TOO_DEEP = `It is nested too deeply from here on: more than ${DEEPEST} levels. Give parts of it a name with let.`;

export type Read = { readonly ok: true; readonly tree: Node } | { readonly ok: false; readonly fault: Fault };

/** Reads a formula's text into a tree, or tells the first thing that is wrong with how it is written. Never throws. */
export function parse(text: string): Read {
  let read = known.get(text);
  if (read) return read;
  read = readAnew(text);
  letters += text.length + 50;
  if (letters > MOST_LETTERS) {
    known.clear();
    letters = text.length;
  }
  known.set(text, read);
  return read;
}

/** The same formulas are read again after every edit of their composition. */
const known = new Map<string, Read>();
const MOST_LETTERS = 2_000_000;
let letters = 0;

/** Stops at the first thing that the grammar cannot take: to go on from there would cost more than it tells. */
const strict = parser.configure({ strict: true });

function readAnew(text: string): Read {
  try {
    if (text.length > LONGEST) fail({ from: LONGEST, to: text.length }, `This formula is ${text.length.toLocaleString('en')} characters long; ${LONGEST.toLocaleString('en')} is the most.`);
    if (text.trim() === '') fail({ from: 0, to: text.length }, 'There is no formula here yet.');
    const deep = deeperThan(text, DEEPEST);
    // The grammar has a stack of its own, and is not asked about what is deeper.
    if (deep !== null && deeperThan(text, DEEPEST * 5) !== null) fail({ from: deep, to: text.length }, unclosed(text) === null ? TOO_DEEP : closing(text));
    const tree = parsed(text);
    if (tree.topNode.lastChild === null || tree.topNode.lastChild.name === 'Comment' && tree.topNode.firstChild === tree.topNode.lastChild) fail({ from: 0, to: text.length }, 'There is no formula here yet.');
    return { ok: true, tree: formulaOf(tree.topNode, { text, lets: new Set() }) };
  } catch (problem) {
    if (problem instanceof Faulty) return { ok: false, fault: problem.fault };
    throw problem;
  }
}

function parsed(text: string): Tree {
  try {
    return strict.parse(text);
  } catch (problem) {
    const at = /^No parse at (\d+)/.exec(problem instanceof Error ? problem.message : '');
    if (!at) throw problem;
    return tellBroken(Number(at[1]), text);
  }
}

function closing(text: string): string {
  const open = unclosed(text)!;
  return open.quote ? `This quote (${text[open.at]}) is never closed.` : `This bracket ${text[open.at]} is never closed.`;
}

/** Says what is wrong where the grammar lost its way. */
function tellBroken(at: number, text: string): never {
  const open = unclosed(text);
  if (open) fail({ from: open.at, to: open.quote ? text.length : open.at + 1 }, closing(text));
  const begins = at + (/^\s*/.exec(text.slice(at))?.[0].length ?? 0);
  const token = /^(?:[\p{L}_][\p{L}\d_]*|[\d.]+[a-zA-Z%]*|\S)/u.exec(text.slice(begins))?.[0] ?? '';
  const broken: Place = { from: Math.min(begins, text.length), to: begins + token.length };
  const there = ENDS.has(token) && !closesNothing(text, begins) ? '' : token;
  const word = /^[\p{L}_][\p{L}\d_]*/u.exec(text.slice(broken.from).trimStart())?.[0];
  if (there === '') {
    const rest = token[0];
    fail({ from: broken.from, to: Math.min(text.length, broken.from + 1) }, rest === undefined ? 'A value is missing at the end.' : `A value is missing before ${rest === ')' || rest === ']' ? 'the bracket ' : ''}“${rest}”.`);
  }
  if (there[0] === ')' || there[0] === ']') fail(broken, `This bracket ${there[0]} closes nothing.`);
  fail(broken, `“${(word ?? there).slice(0, 30)}” does not fit here: something is missing before it, or it is one too many.`);
}

/** Before these a value may be missing. */
const ENDS: ReadonlySet<string> = new Set(['', ')', ']', ',', ';', '*', '/', '^', '=', '<', '>', '+', '@']);

/** Whether a bracket that closes stands where none is open. */
function closesNothing(text: string, at: number): boolean {
  if (text[at] !== ')' && text[at] !== ']') return false;
  let depth = 0;
  for (let i = 0; i < at; i++) {
    if (text[i] === '(' || text[i] === '[') depth++;
    else if (text[i] === ')' || text[i] === ']') depth--;
  }
  return depth <= 0;
}

/** Where brackets stand within more than so many others, or null. */
function deeperThan(text: string, most: number): number | null {
  let depth = 0;
  for (let i = 0; i < text.length; i++) {
    if (text[i] === '(' || text[i] === '[') depth++;
    else if (text[i] === ')' || text[i] === ']') depth--;
    if (depth > most) return i;
  }
  return null;
}

/** The first bracket or quote that is opened and never closed. */
function unclosed(text: string): { readonly at: number; readonly quote: boolean } | null {
  const open: number[] = [];
  for (let i = 0; i < text.length; i++) {
    const letter = text[i]!;
    if (letter === '"' || letter === "'") {
      const end = text.indexOf(letter, i + 1);
      if (end < 0) return { at: i, quote: true };
      i = end;
    } else if (letter === '/' && text[i + 1] === '/') {
      const end = text.indexOf('\n', i);
      i = end < 0 ? text.length : end;
    } else if (letter === '(' || letter === '[') open.push(i);
    else if (letter === ')' || letter === ']') open.pop();
  }
  return open.length > 0 ? { at: open[0]!, quote: false } : null;
}

type Around = { readonly text: string; /** Names that are given a value before this. */ readonly lets: Set<string> };

function formulaOf(top: SyntaxNode, around: Around): Node {
  const lets: { name: string; named: Place; value: Node }[] = [];
  let value: Node | null = null;
  for (let child = top.firstChild; child; child = child.nextSibling) {
    if (child.name === 'Let') {
      const name = child.getChild('Definition')!;
      const given = nodeOf(valuesIn(child)[1]!, around, 1);
      around.lets.add(textOf(name, around));
      lets.push({ name: textOf(name, around), named: placeOf(name), value: given });
    } else if (child.name !== 'Comment') value = nodeOf(child, around, 1);
  }
  if (!value) fail({ from: around.text.length, to: around.text.length }, 'After what is let, a value is missing.');
  return lets.length === 0 ? value : { is: 'lets', lets, value, from: 0, to: around.text.length };
}

const textOf = ({ from, to }: Place, { text }: Around) => text.slice(from, to);
const placeOf = ({ from, to }: Place): Place => ({ from, to });

/** The children of a node that are values. */
function valuesIn(node: SyntaxNode): readonly SyntaxNode[] {
  const list: SyntaxNode[] = [];
  for (let child = node.firstChild; child; child = child.nextSibling) if (/^[A-Z]/.test(child.name) && !BETWEEN.has(child.name)) list.push(child);
  return list;
}
const BETWEEN: ReadonlySet<string> = new Set(['Operator', 'WordOperator', 'Compare', 'Comment', 'Arguments']);

function nodeOf(given: SyntaxNode, around: Around, depth: number): Node {
  let node = given;
  if (depth > DEEPEST) fail(node, TOO_DEEP);
  // Brackets say only what belongs together; many of them are one level.
  while (node.name === 'Group') node = valuesIn(node)[0]!;
  const place = placeOf(node);
  const inner = (one: SyntaxNode) => nodeOf(one, around, depth + 1);
  switch (node.name) {
    case 'Number': return numberOf(node, around);
    case 'Text': return { is: 'text', value: unquoted(textOf(node, around)), ...place };
    case 'Truth': return { is: 'truth', value: textOf(node, around) === 'true', ...place };
    case 'Colour': return colourOf(node, around);
    case 'Name': return { is: 'name', name: textOf(node, around), quoted: false, ...place };
    case 'QuotedName': return { is: 'name', name: unquoted(textOf(node, around)), quoted: true, ...place };
    case 'Point': {
      const [x, y] = valuesIn(node);
      return { is: 'point', x: inner(x!), y: inner(y!), ...place };
    }
    case 'Member': return memberOf(node, inner, around);
    case 'At': {
      const [of, time] = valuesIn(node).map(inner) as [Node, Node];
      return { is: 'at', of, time, ...place };
    }
    case 'Call': {
      const named = placeOf(node.firstChild!);
      return { is: 'call', name: textOf(named, around), named, args: valuesIn(node.getChild('Arguments')!).map(inner), ...place };
    }
    case 'Unary': {
      const of = inner(valuesIn(node)[0]!);
      const op = textOf(node.firstChild!, around);
      return op === '+' ? of : { is: 'unary', op: op as '-' | 'not', of, ...place };
    }
    case 'Binary': {
      const [left, right] = valuesIn(node).map(inner) as [Node, Node];
      const op = textOf((node.getChild('Operator') ?? node.getChild('WordOperator') ?? node.getChild('Compare'))!, around);
      const way = op === '/' ? wayInto(left, right, around) : null;
      return way ?? { is: 'binary', op: (SPELLED[op] ?? op) as Binary, left, right, ...place };
    }
    default: return fail(place, 'This cannot be read.');
  }
}

const SPELLED: Readonly<Record<string, string>> = { '==': '=', '!=': '≠', '<=': '≤', '>=': '≥' };

function numberOf(node: SyntaxNode, around: Around): Node {
  const [, digits, unit] = /^([\d.]+(?:[eE][+-]?\d+)?)(.*)$/.exec(textOf(node, around))!;
  const place = placeOf(node);
  if (unit !== '' && !Object.hasOwn(UNITS, unit!)) {
    const near = nearestTo(unit!, Object.keys(UNITS));
    fail(place, `“${unit}” is no unit. Units are s (seconds), f (frames), b (beats), bar, deg (degrees) and %.`, near ? { nearest: `${digits}${near}` } : {});
  }
  const value = Number(digits);
  if (!Number.isFinite(value)) fail(place, 'This number is too large to be worked with.');
  return { is: 'number', value, unit: unit as Unit, ...place };
}

function colourOf(node: SyntaxNode, around: Around): Node {
  const value = textOf(node, around);
  if (!/^#([0-9a-f]{3,4}|[0-9a-f]{6}|[0-9a-f]{8})$/i.test(value)) fail(node, `“${value.slice(0, 20)}” is no colour: after # come 3, 4, 6 or 8 of 0–9 and a–f.`);
  return { is: 'colour', value: value.toLowerCase(), ...placeOf(node) };
}

/** What stands between quotes: a quote inside is doubled. */
function unquoted(text: string): string {
  const quote = text[0]!;
  return text.slice(1, -1).replaceAll(quote + quote, quote);
}

function memberOf(node: SyntaxNode, inner: (one: SyntaxNode) => Node, around: Around): Node {
  const [of, name] = [node.firstChild!, node.lastChild!];
  const quoted = name.name === 'QuotedName';
  const step: Step = { name: quoted ? unquoted(textOf(name, around)) : textOf(name, around), quoted, ...placeOf(name) };
  const place = placeOf(node);
  const base = of.name === 'Group' ? null : inner(of);
  if (base?.is === 'path') return { ...base, steps: [...base.steps, step], to: place.to };
  // What was let is a value; any other name before a point is a layer's.
  if (base?.is === 'name' && (base.quoted || !around.lets.has(base.name))) {
    return { is: 'path', nests: [], steps: [{ name: base.name, quoted: base.quoted, from: base.from, to: base.to }, step], ...place };
  }
  return { is: 'member', of: base ?? inner(of), step, ...place };
}

/**
 * `Tram/Door.x` is a way into a nest, not a division: what lies beside the stroke, at its left, is a name that stands for no value, at its right a
 * track. Null where it is a division.
 */
function wayInto(left: Node, right: Node, around: Around): Node | null {
  const [nest, track] = [rightmost(left), leftmost(right)];
  if (nest.is !== 'name' || track.is !== 'path' || (!nest.quoted && (isBuiltName(nest.name) || around.lets.has(nest.name)))) return null;
  const path: NodeOf<'path'> = { ...track, nests: [{ name: nest.name, quoted: nest.quoted, from: nest.from, to: nest.to }, ...track.nests], from: nest.from };
  return withRightmost(left, withLeftmost(right, path), around);
}

function rightmost(node: Node): Node {
  if (node.is === 'unary') return rightmost(node.of);
  return node.is === 'binary' && BINDS_TIGHT.has(node.op) ? rightmost(node.right) : node;
}

function leftmost(node: Node): Node {
  if (node.is === 'at' || node.is === 'member') return leftmost(node.of);
  return node.is === 'binary' && node.op === '^' ? leftmost(node.left) : node;
}

/** A name at the end of a product or a power is what the stroke stands beside. */
const BINDS_TIGHT: ReadonlySet<string> = new Set(['*', '/', 'mod', '^']);

function withRightmost(node: Node, value: Node, around: Around): Node {
  if (node.is === 'unary') return { ...node, of: withRightmost(node.of, value, around), to: value.to };
  if (node.is !== 'binary' || !BINDS_TIGHT.has(node.op)) return value;
  const right = withRightmost(node.right, value, around);
  return (node.op === '/' ? wayInto(node.left, right, around) : null) ?? { ...node, right, to: value.to };
}

function withLeftmost(node: Node, value: Node): Node {
  if (node.is === 'at' || node.is === 'member') return { ...node, of: withLeftmost(node.of, value), from: value.from };
  return node.is === 'binary' && node.op === '^' ? { ...node, left: withLeftmost(node.left, value), from: value.from } : value;
}
