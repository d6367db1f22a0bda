import * as z from 'zod';
import { OPERATORS, type FieldValue, type Operator } from '../../timing';
import { operatorFaults } from '../operator-faults';
import { fieldSchema, formulaOrNumber, time, type ownKeys } from './operator-field';
import { line, name, partId } from './parts';

const base = { id: partId, name: name.default(''), off: z.boolean().default(false), on: z.enum(['content', 'keys', 'both']).optional(), tracks: z.array(line).nullable().default(null) };

type Played = { [K in Operator['op']]: ReturnType<typeof played<Extract<Operator, { op: K }>>> }[Operator['op']];

/** A field's value in a file: keys are a list there. */
type FileValue<F> = F extends { readonly holds: 'keys' } ? z.output<typeof ownKeys> : FieldValue<F>;

function played<D extends Operator>(definition: D) {
  type Shape = { [K in keyof D['fields']]: D['fields'][K] extends { readonly start: unknown } ? z.ZodDefault<z.ZodType<FileValue<D['fields'][K]>>> : z.ZodType<FileValue<D['fields'][K]>> };
  const shape = Object.fromEntries(Object.entries(definition.fields).map(([field, one]) => [field, fieldSchema(one)])) as unknown as Shape;
  return z.strictObject({ op: z.literal(definition.op as D['op']), ...base, ...shape });
}

/** A move from one pose of the source to another, and what shows until the next one. */
const rest = z.strictObject({ kind: z.enum(['still', 'loop', 'swing']).default('still'), from: time.nullable().default(null), to: time.nullable().default(null), finish: z.boolean().default(false) });
const move = z.union([z.tuple([time, time]), z.strictObject({ from: time, to: time, rest: rest.nullable().default(null) })]);

/** Kinds whose fields are settled and kept, and which do not play yet: a layer passes over them and says so. */
const ramp = z
  .strictObject({
    op: z.literal('ramp'),
    ...base,
    cuts: z.array(z.number().positive()),
    rates: z.array(z.number()),
    blend: z.union([z.number().min(0), z.array(z.tuple([z.number().min(0), z.number().min(0)]))]).default(0),
  })
  .superRefine(({ cuts, rates, blend }, context) => {
    if (rates.length !== cuts.length + 1) context.addIssue({ code: 'custom', path: ['rates'], message: `${cuts.length} cuts need ${cuts.length + 1} rates, and there are ${rates.length}` });
    if (cuts.some((cut, i) => i > 0 && cut <= cuts[i - 1]!)) context.addIssue({ code: 'custom', path: ['cuts'], message: 'cuts rise from one to the next' });
    if (Array.isArray(blend) && blend.length !== cuts.length) context.addIssue({ code: 'custom', path: ['blend'], message: 'a list of blends has one pair per cut' });
  });
const elastic = z.strictObject({ op: z.literal('elastic'), ...base, length: formulaOrNumber });
const cue = z.strictObject({ op: z.literal('cue'), ...base, moves: z.array(move) });
const pins = z
  .strictObject({ op: z.literal('pins'), ...base, pins: z.array(z.tuple([z.number(), time])), shape: z.enum(['linear', 'smooth']).default('linear') })
  .superRefine(({ pins: list, shape }, context) => {
    const rising = [...list].sort((a, b) => a[0] - b[0]);
    if (rising.some((pin, i) => i > 0 && pin[0] === rising[i - 1]![0])) context.addIssue({ code: 'custom', path: ['pins'], message: 'two pins stand at one frame' });
    if (shape === 'smooth' && rising.some((pin, i) => i > 0 && typeof pin[1] === 'number' && typeof rising[i - 1]![1] === 'number' && pin[1] <= (rising[i - 1]![1] as number)))
      context.addIssue({ code: 'custom', path: ['pins'], message: 'smooth pins must rise in both times; use linear ones to play backwards' });
  });
const formula = z.strictObject({ op: z.literal('formula'), ...base, source: z.string().max(1_000_000) });

export const operator = z
  .discriminatedUnion('op', [...(OPERATORS.map((definition) => played(definition as never)) as unknown as [Played, ...Played[]]), ramp, elastic, cue, pins, formula])
  .superRefine((node, context) => {
    for (const { field, message } of operatorFaults(node)) context.addIssue({ code: 'custom', path: [field], message });
  });
