import * as z from 'zod';
import { FILL, hasContentTime, KINDS, LETTERS, MASK, POSE, STOP, STROKE, type ChannelSpecs } from '../channel-spec';
import { EFFECTS } from '../effects';
import { faultsOnKeys } from '../operator-faults';
import { BLENDS } from '../blends';
import { anyChannel, channelsOf, dialChannels } from './channel';
import { operator } from './operators';
import { id, ink, line, marker, name, note, partId, span } from './parts';

const part = { id: partId, off: z.boolean().default(false) };

const named = { ...part, name: name.default('') };

const mask = z.strictObject({
  ...named,
  mode: z.enum(['add', 'subtract', 'intersect']).default('add'),
  invert: z.boolean().default(false),
  painted: id.optional(),
  channels: channelsOf(MASK),
});

/** What stands in a file for an effect: read off its definition. */
const effectSchema = <const K extends string, C extends ChannelSpecs>({ kind, channels }: { readonly kind: K; readonly channels: C }) => z.strictObject({ ...named, kind: z.literal(kind), channels: channelsOf(channels) });
type EffectSchema<D> = D extends { readonly kind: infer K extends string; readonly channels: infer C extends ChannelSpecs } ? ReturnType<typeof effectSchema<K, C>> : never;
type EffectSchemas<L extends readonly unknown[]> = { -readonly [I in keyof L]: EffectSchema<L[I]> };

const effect = z.discriminatedUnion('kind', EFFECTS.map((one) => effectSchema(one as never)) as unknown as EffectSchemas<typeof EFFECTS>);

const fill = z
  .strictObject({
    ...part,
    kind: z.enum(['none', 'flat', 'linear', 'radial']).default('flat'),
    channels: channelsOf(FILL),
    stops: z.array(z.strictObject({ ...part, channels: channelsOf(STOP) })).default([]),
  })
  .prefault({});

const stroke = z
  .strictObject({
    ...part,
    channels: channelsOf(STROKE),
    dash: z.array(z.number().min(0)).default([]),
    cap: z.enum(['butt', 'round', 'square']).default('butt'),
    join: z.enum(['miter', 'round', 'bevel']).default('miter'),
    miter: z.number().min(1).default(4),
  })
  .prefault({});

const dial = z.strictObject({
  ...part,
  name,
  type: z.enum(['number', 'angle', 'point', 'colour', 'switch', 'choice', 'text']).default('number'),
  unit: line.max(40).default(''),
  range: z.tuple([z.number(), z.number()]).nullable().default(null),
  step: z.number().positive().nullable().default(null),
  choices: z.array(line).default([]),
  public: z.boolean().default(false),
  channels: dialChannels,
});

/** Units of a text that read the layer's tracks one after another. */
const letters = z.strictObject({
  ...part,
  by: z.enum(['letter', 'word', 'line']).default('letter'),
  order: z.enum(['forward', 'back', 'centre', 'ends', 'chance']).default('forward'),
  seed: z.number().default(0),
  channels: channelsOf(LETTERS),
});

const travel = z.strictObject({ contacts: z.array(id).default([]), tracks: z.array(line).nullable().default(null), angle: z.number().default(0) });

const joint = z.strictObject({ limits: z.tuple([z.number(), z.number()]).nullable().default(null), flip: z.union([z.literal(1), z.literal(-1)]).default(1) });

const spans = z
  .array(span)
  .superRefine((list, context) => {
    const inOrder = [...list].sort((a, b) => a[0] - b[0]);
    const clash = inOrder.findIndex((one, i) => i > 0 && one[0] < inOrder[i - 1]![1]);
    if (clash > 0) context.addIssue({ code: 'custom', message: `the spans [${inOrder[clash - 1]}] and [${inOrder[clash]}] overlap` });
  })
  .optional();

const base = {
  id,
  name,
  start: z.number().default(0),
  spans,
  timing: z.array(operator).default([]),
  markers: z.array(marker).default([]),
  masks: z.array(mask).default([]),
  effects: z.array(effect).default([]),
  sampling: z.enum(['exact', 'whole']).default('exact'),
  visible: z.boolean().default(true),
  locked: z.boolean().default(false),
  solo: z.boolean().default(false),
  guide: z.boolean().default(false),
  parent: id.nullable().default(null),
  partner: id.nullable().default(null),
  turnAlong: z.boolean().default(false),
  blend: z.enum(BLENDS).default('normal'),
  clipTo: id.nullable().default(null),
  clipSide: z.enum(['inside', 'outside']).default('inside'),
  colour: ink,
  note,
  pose: z.array(line).nullable().default(null),
  mirrorAt: z.number().nullable().default(null),
  turnBy: z.number().default(0),
  joint: joint.nullable().default(null),
};

const hits = z
  .strictObject({
    band: z.enum(['all', 'low', 'mid', 'high']).default('all'),
    threshold: z.number().min(0).max(1).default(0.5),
    added: z.array(z.number()).default([]),
    removed: z.array(z.number()).default([]),
  })
  .prefault({});

export const layer = z
  .discriminatedUnion('kind', [
    z.strictObject({
      ...base,
      kind: z.literal('shape'),
      channels: channelsOf({ ...POSE, ...KINDS.shape }),
      shape: z.enum(['rectangle', 'ellipse', 'polygon', 'star', 'path']).default('rectangle'),
      rule: z.enum(['nonzero', 'evenodd']).default('nonzero'),
      fill,
      stroke,
    }),
    z.strictObject({
      ...base,
      kind: z.literal('text'),
      channels: channelsOf({ ...POSE, ...KINDS.text }),
      font: line.max(120).default('Figtree'),
      weight: z.int().min(100).max(900).default(400),
      italic: z.boolean().default(false),
      align: z.enum(['start', 'middle', 'end']).default('start'),
      fill,
      stroke,
      letters: letters.nullable().default(null),
    }),
    z.strictObject({ ...base, kind: z.literal('image'), channels: channelsOf(POSE), source: id }),
    z.strictObject({
      ...base,
      kind: z.literal('footage'),
      channels: channelsOf({ ...POSE, ...KINDS.footage }),
      source: id,
      muted: z.boolean().default(true),
      between: z.enum(['nearest', 'blend']).default('nearest'),
    }),
    z.strictObject({
      ...base,
      kind: z.literal('audio'),
      channels: channelsOf(KINDS.audio),
      source: id,
      fadeIn: z.number().min(0).default(0),
      fadeOut: z.number().min(0).default(0),
      muted: z.boolean().default(false),
      hits,
    }),
    z.strictObject({
      ...base,
      kind: z.literal('nest'),
      channels: channelsOf(POSE),
      source: id,
      clipFrame: z.boolean().default(true),
      take: id.nullable().default(null),
      dials: z.record(z.string(), anyChannel).default({}),
      travel: travel.nullable().default(null),
    }),
    z.strictObject({ ...base, kind: z.literal('null'), channels: channelsOf(POSE) }),
    z.strictObject({ ...base, kind: z.literal('dials'), channels: z.strictObject({}).default({}), dials: z.array(dial).default([]) }),
    z.strictObject({ ...base, kind: z.literal('wash'), channels: channelsOf(POSE), appliesTo: id.nullable().default(null) }),
    z.strictObject({
      ...base,
      kind: z.literal('copies'),
      channels: channelsOf({ ...POSE, ...KINDS.copies }),
      of: id,
      front: z.enum(['first', 'last']).default('first'),
      seed: z.number().default(0),
    }),
  ])
  .superRefine((one, context) => {
    const home = hasContentTime(one.kind) ? 'content' : 'keys';
    one.timing.forEach((node, i) => {
      if ((node.on ?? home) !== 'keys') return;
      for (const { field, message } of faultsOnKeys(node)) context.addIssue({ code: 'custom', path: ['timing', i, field], message });
    });
  });
