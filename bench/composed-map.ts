import { composeAll, prepareStack, type TimeMap } from '../src/core/timing';
import { best, type Figure } from './seeded';

const SAMPLES = 1_000_000;

/** A composed map through 5 nests with linear pieces, time per sample beside a fixed calibration loop. */
export function measureComposedMap(): readonly Figure[] {
  const op = (name: string, fields: object) => ({ id: name, op: name, off: false, ...fields });
  const stacks = [
    [op('loop', { from: 0, to: 96, mode: 'repeat', count: null, ends: 'once' })], [op('speed', { rate: 0.5, at: 10 })], [op('pause', { at: 20, for: 6 })],
    [op('reverse', { from: 0, to: 48 })], [op('loop', { from: 0, to: 24, mode: 'swing', count: null, ends: 'once' })],
  ];
  const maps = stacks.map((timing, i): TimeMap => prepareStack(timing, { host: i % 2 ? [24, 1] : [30, 1], source: { rate: i % 2 ? [30, 1] : [24, 1], D: 96, rigid: [] }, start: i, markers: [] }).content);
  const through = composeAll(maps);
  let sink = 0;
  const ours = best(5, () => {
    for (let i = 0; i < SAMPLES; i++) sink += through.at(i % 3000);
  });
  // The calibration: as many divisions and floors as five loops by hand would take, and nothing else.
  const hand = best(5, () => {
    for (let i = 0; i < SAMPLES; i++) {
      let x = i % 3000;
      for (let k = 0; k < 5; k++) x = x - Math.floor(x / 96) * 96 + 0.5;
      sink += x;
    }
  });
  return [{
    what: 'A composed map through 5 nests of two rates with linear pieces, a sample, beside five loops by hand',
    measured: `${((ours / SAMPLES) * 1e6).toFixed(0)} ns : ${((hand / SAMPLES) * 1e6).toFixed(0)} ns (ratio ${(ours / hand).toFixed(1)})`,
    bar: 'told', held: Number.isFinite(sink),
  }];
}
