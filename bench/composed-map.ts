import { composeAll, prepareStack, type TimeMap } from '../src/core/timing';
import { inTurns, type Figure } from './seeded';

const SAMPLES = 300_000;
const ROUNDS = 25;

/** A composed map through 5 nests with linear pieces, time per sample against the same steps written by hand. */
export function measureComposedMap(): readonly Figure[] {
  const op = (name: string, fields: object) => ({ id: name, op: name, off: false, ...fields });
  const stacks = [
    [op('loop', { from: 0, to: 96, mode: 'repeat', count: null, ends: 'once' })], [op('speed', { rate: 0.5, at: 10 })], [op('pause', { at: 20, for: 6 })],
    [op('reverse', { from: 0, to: 48 })], [op('loop', { from: 0, to: 24, mode: 'swing', count: null, ends: 'once' })],
  ];
  const maps = stacks.map((timing, i): TimeMap => prepareStack(timing, { host: i % 2 ? [24, 1] : [30, 1], source: { rate: i % 2 ? [30, 1] : [24, 1], D: 96, rigid: [] }, start: i, markers: [] }).content);
  const through = composeAll(maps);
  let sink = 0;
  // The same by hand: the same rates, the same steps, and a time within a dust of a whole frame is that frame after each.
  const dust = (x: number) => { const whole = Math.round(x); return x - whole <= 1e-6 && whole - x <= 1e-6 ? whole : x; };
  const enter = (x: number, i: number) => dust(i % 2 ? ((x - i) * 30) / 24 : ((x - i) * 24) / 30);
  const turn = (since: number, length: number) => { const n = Math.floor(since / length); return (n + 1) * length - since < 1e-9 ? n + 1 : n; };
  const byHand = (start: number) => {
    let x = enter(start, 0);
    if (x >= 0) x = dust(Math.max(0, x - turn(x, 96) * 96));
    x = enter(x, 1);
    x = dust(10 + (x - 10) * 0.5);
    x = enter(x, 2);
    x = dust(x < 20 ? x : x < 26 ? 20 : x - 6);
    x = enter(x, 3);
    x = dust(Math.max(0, Math.min(47, 47 - x)));
    x = enter(x, 4);
    if (x < 0) return dust(x);
    const n = turn(x, 23);
    const u = Math.max(0, x - n * 23);
    return dust(n % 2 === 0 ? u : Math.max(0, 23 - u));
  };
  for (let x = -50; x < 3000; x += 0.5) if (byHand(x) !== through.at(x)) throw new Error(`By hand ${x} is ${byHand(x)}, composed ${through.at(x)}`);
  const [ours, hand] = inTurns(ROUNDS, () => {
    for (let i = 0; i < SAMPLES; i++) sink += through.at(i % 3000);
  }, () => {
    for (let i = 0; i < SAMPLES; i++) sink += byHand(i % 3000);
  });
  return [{
    what: 'A composed map through 5 nests of two rates with linear pieces, a sample, against the same steps by hand, dust and rates included',
    measured: `${((ours / SAMPLES) * 1e6).toFixed(0)} ns : ${((hand / SAMPLES) * 1e6).toFixed(0)} ns (ratio ${(ours / hand).toFixed(1)})`,
    bar: '≤ 2', held: Number.isFinite(sink) && ours / hand <= 2,
  }];
}
