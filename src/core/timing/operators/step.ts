import { dust } from '../../time';
import { choice, cuts, number } from '../field';
import { defineOperator } from '../operator';
import { held, partBeside } from '../segment';
import { mapOf } from '../time-map';

export const step = defineOperator({
  op: 'step',
  title: 'On twos',
  about: 'Holds every picture for a number of frames.',
  fields: {
    every: number({ label: 'Every', unit: 'frames' }),
    phase: number({ label: 'Phase', unit: 'frames', start: 0 }),
    round: choice({ label: 'Round', choices: ['down', 'near'], words: { down: 'down', near: 'to the nearest' }, start: 'down' }),
    cuts: cuts({ label: 'Cuts', kept: { resting: [] } }),
  },
  tell: ({ every }) => `hold every ${every} frames`,
  did: ({ every }) => `Holds every picture for ${every} frames`,
  prepare: (params) => {
    const [every, phase] = [Number(params.every), Number(params.phase)];
    const lean = params.round === 'near' ? 0.5 : 1e-9;
    const tread = (x: number) => Math.floor((x - phase) / every + lean);
    const edge = (n: number) => phase + every * (params.round === 'near' ? n - 0.5 : n);
    return mapOf(
      (x) => dust(phase + every * tread(x)),
      (x, side) => {
        const n = partBeside(x - edge(0), every, side);
        return held(edge(n), edge(n + 1), phase + every * n);
      },
    );
  },
  born: () => ({ every: 2 }),
  faults: ({ every }) => (typeof every === 'number' && every <= 0 ? [{ field: 'every', message: 'it holds every picture for more than 0 frames' }] : []),
  examples: [
    { given: { every: 3, phase: 1 }, x: 3, becomes: 1 },
    { given: { every: 3, phase: 1 }, x: 4, becomes: 4 },
    { given: { every: 2 }, x: -1, becomes: -2 },
    { given: { every: 4, round: 'near' }, x: 2, becomes: 4 },
  ],
});
