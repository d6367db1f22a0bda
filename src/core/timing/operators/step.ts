import * as z from 'zod';
import { dust } from '../../time';
import { numberField } from '../number-field';
import { defineOperator } from '../operator';
import { held, partBeside } from '../segment';
import { mapOf } from '../time-map';

export const step = defineOperator({
  op: 'step',
  title: 'On twos',
  about: 'Holds every picture for a number of frames.',
  shape: { every: numberField(), phase: numberField(0), round: z.enum(['down', 'near']).default('down'), cuts: z.array(z.tuple([z.number(), z.number().positive()])).default([]) },
  fields: {
    every: { label: 'Every', unit: 'frames' },
    phase: { label: 'Phase', unit: 'frames' },
    round: { label: 'Round', unit: 'choice', choices: ['down', 'near'] },
    cuts: { label: 'Cuts', unit: 'cuts', kept: { resting: [] } },
  },
  tell: ({ every }) => `hold every ${every} frames`,
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
  examples: [
    { given: { every: 3, phase: 1 }, x: 3, becomes: 1 },
    { given: { every: 3, phase: 1 }, x: 4, becomes: 4 },
    { given: { every: 2 }, x: -1, becomes: -2 },
    { given: { every: 4, round: 'near' }, x: 2, becomes: 4 },
  ],
});
