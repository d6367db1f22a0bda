import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { keyTimeAt, sampleChannel, sourceTimeAt, trackAt } from '../src/core/scene';
import { projectOf, type LayerInput } from './support/projects';

/** The contract's table, written out once more as plainly as it reads, without anything that makes it fast. */
const dust = (x: number) => (Math.abs(x - Math.round(x)) <= 1e-6 ? Math.round(x) : x);

type Op = { readonly op: string; readonly [field: string]: unknown };

function plainStep(node: Op, x: number, D: number | null): number {
  const number = (name: string, otherwise: number) => (typeof node[name] === 'number' ? node[name] : otherwise);
  switch (node.op) {
    case 'delay': return x - number('by', 0);
    case 'speed': return number('at', 0) + (x - number('at', 0)) * number('rate', 1);
    case 'freeze': return D !== null && number('at', 0) >= D ? D - 1 : number('at', 0);
    case 'pause': {
      const [at, length] = [number('at', 0), number('for', 0)];
      if (x < at) return x;
      if (x >= at + length) return x - length;
      return D !== null && at >= D ? D - 1 : at;
    }
    case 'step': {
      const [every, phase] = [number('every', 1), number('phase', 0)];
      return phase + every * Math.floor((x - phase) / every + (node['round'] === 'near' ? 0.5 : 1e-9));
    }
    case 'reverse': {
      const [from, to] = [number('from', 0), number('to', D ?? 0)];
      return Math.min(to - 1, Math.max(from, from + to - 1 - x));
    }
    case 'loop': {
      const [from, to, count] = [number('from', 0), number('to', D ?? 0), number('count', Infinity)];
      if (x < from) return x;
      if (node['mode'] !== 'swing') {
        const n = Math.floor((x - from) / (to - from));
        return n >= count ? to - 1 : from + (x - from) - n * (to - from);
      }
      const leg = node['ends'] === 'twice' ? to - from : to - from - 1;
      if (to - from <= 1) return from;
      const n = Math.floor((x - from) / leg);
      const u = x - from - n * leg;
      if (n >= count) return count % 2 === 1 ? to - 1 : from;
      return n % 2 === 0 ? from + u : node['ends'] === 'twice' ? Math.max(from, to - 1 - u) : to - 1 - u;
    }
    default: throw new Error(node.op);
  }
}

const whole = (min: number, max: number) => fc.integer({ min, max });
const operator: fc.Arbitrary<Op> = fc.oneof(
  whole(-20, 40).map((by) => ({ op: 'delay', by })),
  fc.record({ op: fc.constant('speed'), rate: fc.constantFrom(-1, 0.5, 0.25, 1, 1.5, 2, 3), at: whole(0, 30) }),
  whole(0, 60).map((at) => ({ op: 'freeze', at })),
  fc.record({ op: fc.constant('pause'), at: whole(0, 60), for: whole(0, 20) }),
  fc.record({ op: fc.constant('step'), every: whole(1, 7), phase: whole(-3, 3), round: fc.constantFrom('down', 'near') }),
  fc.record({ from: whole(0, 20), length: whole(1, 30) }).map(({ from, length }) => ({ op: 'reverse', from, to: from + length })),
  fc.record({ from: whole(0, 20), length: whole(1, 30), mode: fc.constantFrom('repeat', 'swing'), ends: fc.constantFrom('once', 'twice'), count: fc.option(whole(1, 6)) })
    .map(({ from, length, ...rest }) => ({ op: 'loop', from, to: from + length, ...rest })),
);
const stack = fc.array(operator, { maxLength: 4 });
const rates = fc.constantFrom<[number, number]>([24, 1], [25, 1], [30, 1], [60, 1], [30000, 1001]);

describe('source times follow the contract’s table', () => {
  test('any stack, any two rates, any start, any span, exact and whole', () =>
    fc.assert(fc.property(stack, rates, rates, whole(-10, 30), whole(20, 80), fc.boolean(), whole(0, 40), (timing, host, source, start, D, isWhole, from) => {
      const project = projectOf([
        { id: 'main', name: 'Main', rate: host, duration: 200, layers: [{ id: 'n', name: 'N', kind: 'nest', source: 'reel', start, spans: [[from, from + 90]], timing: timing as never, sampling: isWhole ? 'whole' : 'exact' }] },
        { id: 'reel', name: 'Reel', rate: source, duration: D },
      ]);
      const main = project.compositions.by['main']!;
      for (let frame = 0; frame < 140; frame += 3) {
        const entry = dust(((frame - start) * source[0] * host[1]) / (source[1] * host[0]));
        const s = timing.reduce((x, node) => dust(plainStep(node, x, D)), entry);
        const inside = frame >= from && frame < from + 90 && s >= -1e-6 && s < D;
        const shown = isWhole ? Math.min(D - 1, Math.floor(Math.max(0, s) + 1e-6)) : Math.max(0, s);
        const got = sourceTimeAt(project, main, main.layers.by['n']!, frame);
        if (inside ? got === null || Math.abs(got - shown) > 1e-6 : got !== null) return false;
      }
      return true;
    }), { seed: 14, numRuns: 400 }));
  test('`on: keys` bends the layer’s own channels and leaves the content alone', () =>
    fc.assert(fc.property(stack, whole(-10, 30), (timing, start) => {
      const layer = { id: 'n', name: 'N', kind: 'nest', source: 'reel', start, timing: timing.map((node) => ({ ...node, on: 'keys' })), channels: { x: { keys: [{ at: -1000, value: -1000 }, { at: 1000, value: 1000 }] } } };
      const project = projectOf([{ id: 'main', name: 'Main', duration: 200, layers: [layer as unknown as LayerInput] }, { id: 'reel', name: 'Reel', duration: 200 }]);
      const main = project.compositions.by['main']!;
      const n = main.layers.by['n']!;
      const x = trackAt(project, n, 'x')!;
      for (let frame = 0; frame < 140; frame += 7) {
        const key = timing.reduce((at, node) => dust(plainStep(node, at, null)), frame - start);
        if (Math.abs((sampleChannel(x.channel, x.spec, keyTimeAt(project, main, n, frame)) as number) - key) > 1e-6) return false;
        if (sourceTimeAt(project, main, n, frame) !== (frame - start >= 0 ? frame - start : null)) return false;
      }
      return true;
    }), { seed: 15, numRuns: 300 }));
});

/** Section 3's rules outside the keys, straight lines between them, as they read. */
function plainValue(keys: readonly (readonly [number, number])[], before: string, after: string, repeats: number | null, x: number): number {
  const [first, last] = [keys[0]!, keys[keys.length - 1]!];
  const keyed = (t: number): number => {
    if (t >= last[0]) return last[1];
    const i = keys.findLastIndex(([at]) => at <= t);
    const [[t0, v0], [t1, v1]] = [keys[i]!, keys[i + 1]!];
    return v0 + ((t - t0) / (t1 - t0)) * (v1 - v0);
  };
  if (x >= first[0] && x < last[0]) return keyed(x);
  const past = x >= last[0];
  const rule = keys.length === 1 ? 'hold' : past ? after : before;
  const P = last[0] - first[0];
  const n = Math.floor((x - first[0]) / P);
  const u = x - first[0] - n * P;
  const over = past && repeats !== null && n >= repeats;
  switch (rule) {
    case 'hold': return past ? last[1] : first[1];
    case 'repeat': return over ? last[1] : keyed(first[0] + u);
    case 'climb': return over ? last[1] + (repeats! - 1) * (last[1] - first[1]) : keyed(first[0] + u) + n * (last[1] - first[1]);
    case 'swing': return over ? (repeats! % 2 === 1 ? last[1] : first[1]) : keyed(Math.abs(n) % 2 === 0 ? first[0] + u : last[0] - u);
    default: {
      const [[a, b], [c, d]] = past ? [keys[keys.length - 2]!, last] : [first, keys[1]!];
      return (past ? last[1] : first[1]) + ((d - b) / (c - a)) * (x - (past ? last[0] : first[0]));
    }
  }
}

test('values outside the keys follow the contract’s rules', () => {
  const rule = fc.constantFrom('hold', 'repeat', 'climb', 'swing', 'glide');
  fc.assert(fc.property(fc.array(fc.tuple(whole(1, 20), whole(-50, 50)), { minLength: 1, maxLength: 6 }), rule, rule, fc.option(whole(1, 5)), (gaps, before, after, repeats) => {
    let at = 0;
    const keys = gaps.map(([gap, value]) => [(at += gap), value] as const);
    const project = projectOf([{ id: 'main', name: 'Main', layers: [{ id: 'n', name: 'N', kind: 'null', channels: { x: { before, after, repeats, keys: keys.map(([time, value]) => ({ at: time, value })) } } } as LayerInput] }]);
    const layer = project.compositions.by['main']!.layers.by['n']!;
    const { channel, spec } = trackAt(project, layer, 'x')!;
    for (let x = -60; x <= 260; x += 1.5) {
      expect(sampleChannel(channel, spec, x), `${JSON.stringify(keys)} ${before} ${after} ${repeats} at ${x}`).toBeCloseTo(plainValue(keys, before, after, repeats, x), 6);
    }
  }), { seed: 4, numRuns: 200 });
});
