import * as z from 'zod';
import { CURVES } from '../../keys';
import type { ChannelSpec, ChannelSpecs, ChannelType } from '../channel-spec';
import { at, line, partId, words } from './parts';

const pair = z.tuple([z.number(), z.number()]);
const handle = z.tuple([z.number(), z.number()]);
const colour = z.tuple([z.number(), z.number(), z.number(), z.number()]);
const path = z.strictObject({
  closed: z.boolean(),
  points: z.array(z.tuple([z.number(), z.number(), z.number(), z.number(), z.number(), z.number()])),
});

const rightHandle = z.union([
  z.literal('hold'),
  z.literal('smooth'),
  handle.refine(([dt]) => dt >= 0, 'a right handle points forward: its first number is 0 or more'),
]);
const leftHandle = z.union([
  z.literal('smooth'),
  handle.refine(([dt]) => dt <= 0, 'a left handle points back: its first number is 0 or less'),
]);
const ease = z.union([
  z.enum(['linear', 'hold']),
  z
    .tuple([z.number(), z.number(), z.number(), z.number()])
    .refine(([x1, , x2]) => x1 >= 0 && x1 <= 1 && x2 >= 0 && x2 <= 1, 'the first and third number of an ease lie within 0 and 1'),
]);

/** A curve between two keys in place of handles or an ease. */
export const keyCurve = z.strictObject({
  kind: z.enum(CURVES.map((curve) => curve.kind) as [string, ...string[]]),
  side: z.enum(['in', 'out', 'both']).optional(),
  amount: z.number().min(0).max(1000).nullish(),
  swings: z.number().min(0).max(100).nullish(),
});

// What most keys are without is not filled in: there are many keys.
const keyBase = { id: partId, at, kept: z.unknown().optional(), joined: z.boolean().default(false), pace: z.number().positive().nullish(), curve: keyCurve.nullish() };

/** A key of a scalar channel; also of a `remap`, whose values are times. */
export const scalarKey = z.strictObject({
  ...keyBase,
  value: z.number(),
  arrives: z.number().nullish(),
  right: rightHandle.optional(),
  left: leftHandle.optional(),
});
export { ease as keyEase, leftHandle, rightHandle };

const vectorKey = <T extends z.ZodType>(value: T) =>
  z.strictObject({
    ...keyBase,
    value,
    arrives: value.nullish(),
    ease: ease.optional(),
    pathLeft: pair.optional(),
    pathRight: pair.optional(),
  });
const heldKey = <T extends z.ZodType>(value: T) => z.strictObject({ ...keyBase, value, arrives: value.nullish() });

const outside = z.enum(['hold', 'repeat', 'climb', 'swing', 'glide']).default('hold');
const rules = {
  before: outside,
  after: outside,
  repeats: z.int().min(1).nullable().default(null),
  // A formula that is too long is an error at its place, not of the file.
  formula: z.string().max(1_000_000).nullable().default(null),
  formulaOff: z.boolean().default(false),
  limits: pair.nullable().default(null),
  closed: z.boolean().default(false),
};

/** A maker of channels of one type: those that rest at the same value are the same schema. */
function keyed<V extends z.ZodType, K extends z.ZodType<{ id?: string | undefined; at: number }>>(value: V, key: K) {
  const keys = z.array(key).superRefine(refuseTwins).default([]);
  const make = (start: unknown) => z.strictObject({ value: value.default(start as never), keys, ...rules });
  const made = new Map<string, ReturnType<typeof make>>();
  return (start: unknown) => {
    const name = JSON.stringify(start);
    let schema = made.get(name);
    if (!schema) made.set(name, (schema = make(start)));
    return schema;
  };
}

/** Two keys at one time would leave the value there open. */
export function refuseTwins(keys: readonly { at: number }[], context: z.RefinementCtx): void {
  const seen = new Set<number>();
  keys.forEach((key, i) => {
    if (seen.has(key.at)) context.addIssue({ code: 'custom', path: [i], message: `there is another key at frame ${key.at}; move one of them` });
    seen.add(key.at);
  });
}

const SCHEMAS = {
  N: keyed(z.number(), scalarKey),
  P: keyed(pair, vectorKey(pair)),
  C: keyed(colour, vectorKey(colour)),
  S: keyed(path, vectorKey(path)),
  T: keyed(words, heldKey(words)),
  B: keyed(z.boolean(), heldKey(z.boolean())),
  E: keyed(line, heldKey(line)),
} as const satisfies Record<ChannelType, (start: unknown) => z.ZodType>;

type ChannelSchema<T extends ChannelType> = z.ZodOptional<ReturnType<(typeof SCHEMAS)[T]>>;

/** The `channels` object of a layer or part: any of its channels, nothing else. */
export function channelsOf<S extends ChannelSpecs>(specs: S) {
  const shape = Object.fromEntries(
    Object.entries(specs).map(([name, spec]: [string, ChannelSpec]) => [name, SCHEMAS[spec.type](spec.start).optional()]),
  ) as unknown as { [K in keyof S]: ChannelSchema<S[K]['type']> };
  return z.strictObject(shape).default({} as never);
}

/** A channel of a dial or of a nest's dial: its type is the dial's, so any is read. */
export const anyChannel = z.union([SCHEMAS.N(0), SCHEMAS.P([0, 0]), SCHEMAS.C([1, 1, 1, 1]), SCHEMAS.T(''), SCHEMAS.B(false)]);
export const dialChannels = z.strictObject({ value: anyChannel.optional() }).default({});
