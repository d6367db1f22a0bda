import { dust } from '../../time';
import { choice, cuts, number } from '../field';
import { defineOperator, pulled } from '../operator';
import { held, isBefore, NEAR, partBeside, type Side } from '../segment';
import { mapOf } from '../time-map';

export const step = defineOperator({
  op: 'step',
  title: 'On twos',
  about: 'Holds every picture for a number of frames.',
  fields: {
    every: number({ label: 'Every', unit: 'frames' }),
    phase: number({ label: 'Phase', unit: 'frames', start: 0 }),
    round: choice({ label: 'Round', choices: ['down', 'near'], words: { down: 'down', near: 'to the nearest' }, start: 'down' }),
    cuts: cuts({ label: 'Cuts' }),
  },
  tell: ({ every, cuts }) => `hold every ${every} frames${cuts.map(([at, other]) => `, every ${other} from ${at}`).join('')}`,
  did: ({ every }) => `Holds every picture for ${every} frames`,
  prepare: (params) => {
    // Each stretch between cuts counts from where it begins; the first from its phase.
    const stretches = [{ from: -Infinity, every: Number(params.every), phase: Number(params.phase) }, ...[...params.cuts].sort((a, b) => a[0] - b[0]).map(([at, every]) => ({ from: at, every, phase: at }))];
    const near = params.round === 'near';
    const lean = near ? 0.5 : NEAR;
    const stretchAt = (x: number, side: Side) => {
      let i = stretches.length - 1;
      while (i > 0 && isBefore(x, stretches[i]!.from, side)) i--;
      return i;
    };
    return mapOf(
      (x) => {
        const { every, phase } = stretches[stretchAt(x, 'right')]!;
        return dust(phase + every * Math.floor((x - phase) / every + lean));
      },
      (x, side) => {
        const i = stretchAt(x, side);
        const { from, every, phase } = stretches[i]!;
        const until = stretches[i + 1]?.from ?? Infinity;
        const edge = (n: number) => phase + every * (near ? n - 0.5 : n);
        const n = partBeside(x - edge(0), every, side);
        return held(Math.max(from, edge(n)), Math.min(until, edge(n + 1)), phase + every * n);
      },
    );
  },
  born: () => ({ every: 2 }),
  faults: ({ every }) => (typeof every === 'number' && every <= 0 ? [{ field: 'every', message: 'it holds every picture for more than 0 frames' }] : []),
  handles: ({ cuts: list }) => list.map(([at, every], i) => ({
    name: `cut ${i + 1}`, x: at, s: at, goes: 'across', drawn: 'point', pull: (x) => { const now = pulled(at + x); return { fields: { cuts: list.map((cut, k) => (k === i ? [now, every] : cut)) }, told: `every ${every} from ${now}` }; },
  })),
  examples: [
    { given: { every: 3, phase: 1 }, x: 3, becomes: 1 },
    { given: { every: 3, phase: 1 }, x: 4, becomes: 4 },
    { given: { every: 2 }, x: -1, becomes: -2 },
    { given: { every: 4, round: 'near' }, x: 2, becomes: 4 },
    { given: { every: 2, cuts: [[7, 3]] }, x: 6, becomes: 6 },
    { given: { every: 2, cuts: [[7, 3]] }, x: 9, becomes: 7 },
    { given: { every: 2, cuts: [[7, 3]] }, x: 10, becomes: 10 },
  ],
});
