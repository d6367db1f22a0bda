import * as z from 'zod';
import { layer } from './layers';
import { id, ink, marker, name, note, partId, rate, span } from './parts';

export const FORMAT = 'oak-tumble/project';
export const VERSION = 1;

const assetBase = {
  id,
  name,
  hash: z.string().regex(/^[0-9a-f]{64}$/, 'a hash is 64 hexadecimal digits'),
  mime: z.string().max(120),
  bytes: z.int().min(0),
};
const size = z.int().min(1).max(65_535);
const picture = { width: size, height: size, original: z.tuple([size, size]).nullable().default(null) };

const asset = z.discriminatedUnion('type', [
  z.strictObject({ ...assetBase, type: z.literal('image'), ...picture }),
  z.strictObject({
    ...assetBase,
    type: z.literal('footage'),
    ...picture,
    rate,
    frames: z.int().min(1),
    stamps: z.array(z.number()).nullable().default(null),
    hasSound: z.boolean().default(false),
  }),
  z.strictObject({
    ...assetBase,
    type: z.literal('audio'),
    sampleRate: z.number().positive(),
    samples: z.int().min(0),
    tracks: z.int().min(1).max(8),
  }),
]);

const tempo = z
  .strictObject({
    bpm: z.number().min(20).max(400),
    offset: z.number().default(0),
    meter: z.tuple([z.int().min(1).max(64), z.int().min(1).max(64)]).default([4, 4]),
    map: z.array(z.tuple([z.number(), z.number()])).min(2).nullable().default(null),
    origin: z.enum(['typed', 'found']).default('typed'),
  })
  .superRefine(({ map }, context) => {
    if (map?.some((pair, i) => i > 0 && (pair[0] <= map[i - 1]![0] || pair[1] <= map[i - 1]![1])))
      context.addIssue({ code: 'custom', path: ['map'], message: 'frames and beats rise from one pair to the next' });
  });

const take = z.strictObject({ id: partId, name: name.default(''), from: z.number(), to: z.number(), loop: z.boolean().default(false) });

const version = z.strictObject({
  of: id,
  track: id.nullable().default(null),
  pace: z.tuple([z.number(), z.number()]).nullable().default(null),
  whole: z.boolean().default(false),
});

/** A composition without its layers: what its own settings are. */
export const composition = z.strictObject({
  id,
  name,
  width: z.int().min(1).max(8192).default(1280),
  height: z.int().min(1).max(8192).default(720),
  rate: rate.default([30, 1]),
  duration: z.int().min(1).max(10_000_000).default(300),
  background: z.string().regex(/^#[0-9a-f]{6}([0-9a-f]{2})?$/i, 'a background is #rrggbb or #rrggbbaa').nullable().default(null),
  range: span.optional(),
  loops: z.boolean().default(false),
  note,
  colour: ink,
  tempo: tempo.nullable().default(null),
  markers: z.array(marker).default([]),
  rigid: z.array(span).default([]),
  takes: z.array(take).default([]),
  version: version.nullable().default(null),
  layers: z.array(layer).default([]),
});

/** The project file, whole: the authority on spelling. Lists are put in order and ids given after this has passed. */
export const projectFile = z.strictObject({
  format: z.literal(FORMAT),
  version: z.literal(VERSION),
  name,
  main: id.optional(),
  assets: z.array(asset).default([]),
  compositions: z.array(composition).default([]),
});

export { asset };
export type ProjectFile = z.output<typeof projectFile>;
export type ProjectFileInput = z.input<typeof projectFile>;
