import type { Around } from './around';
import { fail, Faulty, type Fault } from './fault';
import { functionNamed, FUNCTIONS, takesOf } from './functions';
import { asSeconds, beatsAround, ownSeconds } from './measure';
import { nearestTo } from './nearest';
import { operation } from './operation';
import { parse } from './parse';
import { everyNode, type Node, type NodeOf, type Step } from './tree';
import { asFactor, constant, KIND_WORDS, made, numbers, scaled, straight, wanted, type Kind, type Moment, type Moves, type Pair, type Value } from './value';
import { HOMES, isBuiltName, NAMES, type BuiltName } from './words';
import { dust, toFrames, type Frames } from '../time';

/** A formula that is ready to be asked. */
export type Compiled = { readonly run: (at: Moment) => unknown; readonly kind: Kind; readonly moves: Moves; /** Nothing in it is remembered by the moment that it was asked for: one moment may be used again and again. */ readonly forgets: boolean; /** It reads which of several it is. */ readonly counts: boolean; /** Where `run` is a number times one, plus one: so that whoever asks every frame need not ask through it. */ readonly affine: Value['affine'] | null };
export type Outcome = { readonly ok: true; readonly formula: Compiled } | { readonly ok: false; readonly fault: Fault };

/** Checks a formula against what is around it and makes it ready to be asked. Never throws: what is wrong is told with its place. */
export function compile(text: string, around: Around): Outcome {
  const read = parse(text);
  return read.ok ? compileTree(read.tree, around) : read;
}

export function compileTree(tree: Node, around: Around): Outcome {
  try {
    const value = given(valueOf(tree, { around, lets: new Map() }), around);
    return { ok: true, formula: { run: value.run, kind: value.kind, moves: value.moves, affine: value.affine ?? null, forgets: tree.is !== 'lets', counts: [...everyNode(tree)].some((node) => node.is === 'name' && (node.name === 'index' || node.name === 'count')) } };
  } catch (problem) {
    if (problem instanceof Faulty) return { ok: false, fault: problem.fault };
    throw problem;
  }
}

type Scope = { readonly around: Around; readonly lets: ReadonlyMap<string, Value> };

/** The result as what it is given to: as the interface shows it, a time in frames where frames are counted. */
function given(value: Value, around: Around): Value {
  const { gives } = around;
  if (gives.kind !== null && value.kind !== gives.kind) {
    const hint = gives.kind === 'text' && value.kind === 'number' ? ' text(…) makes one of a number.' : gives.kind === 'number' && value.kind === 'point' ? ' Take its .x or .y.' : gives.kind === 'truth' && value.kind === 'number' ? ' Compare it, as in … > 0.' : '';
    fail(value, `Here ${KIND_WORDS[gives.kind]} is wanted, and this comes to ${KIND_WORDS[value.kind]}.${hint}`);
  }
  if (value.kind !== 'number') return value;
  const plain = asSeconds(value, around);
  return gives.frames && plain.measure === 'time' ? scaled(plain, around.ownRate[0] / around.ownRate[1], 'plain') : plain;
}

function valueOf(node: Node, scope: Scope): Value {
  const { around } = scope;
  switch (node.is) {
    case 'number': return numberOf(node, around);
    case 'text': return constant(node, 'text', node.value);
    case 'truth': return constant(node, 'truth', node.value);
    case 'colour': return constant(node, 'colour', colourParts(node.value));
    case 'name': return namedValue(node, scope);
    case 'path': return pathValue(node, scope, null);
    case 'at': return atTime(node, scope);
    case 'member': return component(valueOf(node.of, scope), node.step);
    case 'call': return called(node, scope);
    case 'point': {
      const [x, y] = [node.x, node.y].map((one) => asFactor(asSeconds(wanted(valueOf(one, scope), 'number', 'A part of a point'), around)));
      const [across, down] = [numbers(x!), numbers(y!)];
      return made(node, 'point', 'plain', [x!, y!], (at): Pair => [across(at), down(at)]);
    }
    case 'unary': {
      const value = valueOf(node.of, scope);
      const run = value.run as (at: Moment) => never;
      if (node.op === 'not') return made(node, 'truth', 'plain', [wanted(value, 'truth', 'not')], (at) => !run(at));
      if (value.kind === 'point') return made(node, 'point', 'plain', [value], (at) => { const [x, y] = run(at) as Pair; return [-x, -y]; });
      wanted(value, 'number', 'A minus');
      return made(node, 'number', value.measure, [value], (at) => -run(at));
    }
    case 'binary': return operation(node, valueOf(node.left, scope), valueOf(node.right, scope), around);
    case 'lets': {
      const lets = new Map(scope.lets);
      for (const { name, value } of node.lets) lets.set(name, once(valueOf(value, { around, lets })));
      return valueOf(node.value, { around, lets });
    }
  }
}

/** What is let is worked out once each time, however often it is used. */
function once(value: Value): Value {
  if (value.moves === 'never') return value;
  let [last, then]: [Moment | null, unknown] = [null, undefined];
  const { run } = value;
  return { ...value, run: (at) => {
    if (at !== last) {
      then = run(at);
      last = at;
    }
    return then;
  } };
}

function numberOf(node: NodeOf<'number'>, around: Around): Value {
  const { value, unit } = node;
  switch (unit) {
    case '': return constant(node, 'number', value);
    case 's': return constant(node, 'number', value, 'time');
    case 'f': return constant(node, 'number', (value * around.ownRate[1]) / around.ownRate[0], 'time');
    case 'deg': return constant(node, 'number', value, 'angle');
    case '%': return constant(node, 'number', value, 'ratio');
    case 'b':
    case 'bar':
      beatsAround(around, node);
      return constant(node, 'number', unit === 'b' ? value : value * around.tempo!.meter[0], 'beats');
  }
}

/** Three, four, six or eight figures of sixteen as four parts from 0 to 1. */
function colourParts(text: string): readonly number[] {
  const figures = text.slice(1);
  const parts = figures.length <= 4 ? [...figures].map((one) => parseInt(one + one, 16)) : figures.match(/../g)!.map((two) => parseInt(two, 16));
  return [...parts, 255].slice(0, 4).map((one) => one / 255);
}

function namedValue(node: NodeOf<'name'>, { around, lets }: Scope): Value {
  const { name } = node;
  const let_ = node.quoted ? undefined : lets.get(name);
  if (let_) return { ...let_, from: node.from, to: node.to };
  if (node.quoted || !isBuiltName(name)) return unknownName(node, around, lets);
  return builtName(node, name, around);
}

function builtName(node: NodeOf<'name'>, name: BuiltName, around: Around): Value {
  const timed = (measure: Value['measure'], run: (at: Moment) => number) => {
    if (around.clockless) fail(node, `“${name}” runs on, and ${around.clockless}.`);
    return made(node, 'number', measure, [{ moves: 'in time' }], run);
  };
  switch (name) {
    case 'pi': return constant(node, 'number', Math.PI);
    case 'index': return made(node, 'number', 'plain', [{ moves: 'in place' }], (at) => at.index);
    case 'count': return made(node, 'number', 'plain', [{ moves: 'in place' }], (at) => at.count);
    case 't': return timed('time', ownSeconds(around));
    case 'f': return timed('plain', (at) => at.f);
    case 'clock': {
      around.onHost();
      const [num, den] = around.rate;
      return { ...timed('time', (at) => (at.frame * den) / num), isClock: true };
    }
    case 'beat': {
      const beats = beatsAround(around, node);
      return timed('plain', (at) => beats(at.frame));
    }
    case 'bar': {
      const [beats, each] = [beatsAround(around, node), around.tempo!.meter[0]];
      return timed('plain', (at) => beats(at.frame) / each);
    }
    case 'keyed': {
      const { keyed } = around;
      if (!keyed) return fail(node, 'Nothing is keyed here, so that there is no keyed value.');
      return made(node, keyed.kind, keyed.measure, [keyed], keyed.at);
    }
  }
}

function unknownName(node: NodeOf<'name'>, around: Around, lets: ReadonlyMap<string, Value>): never {
  const { name } = node;
  if (Object.hasOwn(HOMES, name) || node.quoted || around.layers().includes(name)) fail(node, `“${name}” is a layer: which of its tracks is meant stands after a point, as in ${name}.x.`);
  const found = functionNamed(name);
  if (found) fail(node, `“${name}” is a function: what it takes stands in brackets, as in ${found.example}.`);
  const near = nearestTo(name, [...lets.keys(), ...Object.keys(NAMES)]);
  return fail(node, `There is nothing called “${name.slice(0, 40)}” here${near ? `. Is “${near}” meant?` : '.'}`, near ? { nearest: near } : {});
}

function pathValue(node: NodeOf<'path'>, { around }: Scope, time: Value | null): Value {
  const { kind, measure, moves, read, find, rest } = around.reach(node);
  if (around.clockless && moves === 'in time') fail(node, `This changes over time, and ${around.clockless}.`);
  const [num, den] = around.rate;
  const when = time && numbers(time);
  // A moment that dividing has left a hair beside a frame is that frame. Where the time is no number, neither is what is read then.
  // Most times are the clock, and so long before or after it: frames of frames, without a way through seconds.
  const { ofClock, by, plus } = time ? straight(time) : { ofClock: false, by: 1, plus: 0 };
  const isNumber = kind === 'number';
  const then = ofClock ? byClock(find ?? (() => ({ at: read })), by, (plus * num) / den, isNumber) : (at: Moment) => {
    const then = toFrames(when!(at), [num, den]);
    return then - then === 0 ? read(dust(then)) : isNumber ? NaN : read(at.frame);
  };
  const value = made(node, kind, measure, [{ moves: moves === 'in time' && time?.moves === 'in place' ? 'in place' : moves }], when && moves === 'in time' ? then : ({ frame }) => read(frame));
  return rest.reduce(component, value);
}

/** What is read at a share of the composition's frame, and so many frames more: what that needs lies by itself. */
function byClock(find: () => { readonly at: (frame: Frames) => unknown }, by: number, plus: Frames, isNumber: boolean): (at: Moment) => unknown {
  let read: ReturnType<typeof find> | null = null;
  return ({ frame }) => {
    read ??= find();
    const then = frame * by + plus;
    return then - then === 0 ? read.at(dust(then)) : isNumber ? NaN : read.at(frame);
  };
}

function atTime(node: NodeOf<'at'>, scope: Scope): Value {
  const path = node.of.is === 'member' ? null : node.of;
  if (path?.is !== 'path') return fail(node.of, 'Only a track can be read at another time, as in Lamp.x @ (clock - 2f).');
  const time = asFactor(asSeconds(wanted(valueOf(node.time, scope), 'number', 'The time after @'), scope.around));
  return pathValue(path, scope, time);
}

const PARTS: Readonly<Partial<Record<Kind, string>>> = { point: 'xy', colour: 'rgba' };

function component(value: Value, step: Step): Value {
  const parts = PARTS[value.kind];
  const i = parts === undefined || step.name.length !== 1 ? -1 : parts.indexOf(step.name);
  if (i < 0) fail(step, parts === undefined ? `${KIND_WORDS[value.kind][0]!.toUpperCase()}${KIND_WORDS[value.kind].slice(1)} has no parts, and so no “${step.name.slice(0, 30)}”.` : `${value.kind === 'point' ? 'A point has .x and .y' : 'A colour has .r, .g, .b and .a'}, and no “${step.name.slice(0, 30)}”.`);
  const run = value.run as (at: Moment) => readonly number[];
  return made({ from: value.from, to: step.to }, 'number', 'plain', [value], (at) => run(at)[i]!);
}

function called(node: NodeOf<'call'>, scope: Scope): Value {
  const found = functionNamed(node.name);
  if (!found) {
    const near = nearestTo(node.name, FUNCTIONS.map(({ name }) => name));
    return fail(node.named, `There is no function called “${node.name.slice(0, 40)}”${near ? `. Is “${near}” meant?` : '.'}`, near ? { nearest: near } : {});
  }
  const [least, most] = takesOf(found);
  if (node.args.length < least || node.args.length > most) {
    const many = least === most ? `${least}` : most === Infinity ? `at least ${least}` : `${least} to ${most}`;
    fail(node, `${node.name}(${found.takes.join(', ')}) takes ${many} value${many === '1' ? '' : 's'}, and here ${node.args.length === 1 ? 'is 1' : `are ${node.args.length}`}.`);
  }
  const value = found.make(node.args.map((one) => valueOf(one, scope)), { name: node.name, from: node.from, to: node.to, around: scope.around });
  if (scope.around.clockless && value.moves === 'in time') fail(node, `${node.name}(…) runs on, and ${scope.around.clockless}.`);
  return value;
}
