import * as z from 'zod';
import { time } from './operator-field';
import { FORMAT, VERSION } from '../version';
import { keyCurve } from './channel';
import { layer } from './layers';
import { operator } from './operators';
import { at, id, ink, line, marker, name, note, partId, rate, span } from './parts';


const assetBase = {
  id,
  name,
  hash: z.string().regex(/^[0-9a-f]{64}$/, 'a hash is 64 hexadecimal digits'),
  mime: line.max(120),
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

const pairOf = z.tuple([z.number(), z.number()]);

/** A rigid span: `[from, to)`, each a frame or a moment of the composition's own markers. */
const rigid = z.tuple([time, time]).refine(([from, to]) => typeof from !== 'number' || typeof to !== 'number' || to > from, 'a span ends after it begins');

const take = z.strictObject({ id: partId, name: name.default(''), from: z.number(), to: z.number(), loop: z.boolean().default(false) });

const settled = z.strictObject({ id: partId, at, values: z.record(z.string().max(400), z.unknown()).default({}) });

/** What a stagger remembers, so that a step can be changed next week; evaluation never reads it. */
const stagger = z.strictObject({
  id: partId,
  what: z.enum(['starts', 'ends', 'keys', 'markers', 'time']),
  members: z.array(z.union([line, z.record(z.string(), z.unknown())])).default([]),
  by: z.union([z.number(), z.string().max(20_000)]).nullable().default(null),
  total: z.union([z.number(), z.string().max(20_000)]).nullable().default(null),
  curve: keyCurve.nullable().default(null),
  order: line.nullable().default(null),
  from: z.union([z.number(), line]).nullable().default(null),
  seed: z.number().default(0),
  beats: z.union([z.number(), z.boolean()]).nullable().default(null),
});

const contact = z.strictObject({ id: partId, layer: id, point: pairOf, from: at, to: at });

/** Timings kept beside the one that plays. */
const attempt = z.strictObject({
  id: z.enum(['1', '2', '3']).optional(),
  name: name.default(''),
  layers: z.record(id, z.strictObject({ start: z.number().default(0), spans: z.array(span).default([]), timing: z.array(operator).default([]), markers: z.array(marker).default([]) })).default({}),
});

const preset = z.strictObject({ id: partId, name: name.default(''), of: z.enum(['curve', 'timing', 'recipe']), data: z.unknown() });

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
  rigid: z.array(rigid).default([]),
  takes: z.array(take).default([]),
  version: version.nullable().default(null),
  settled: z.array(settled).default([]),
  staggers: z.array(stagger).default([]),
  contacts: z.array(contact).default([]),
  tries: z.array(attempt).max(3).default([]),
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
  presets: z.array(preset).default([]),
  newKeys: z.enum(['straight', 'smooth', 'hold', 'drawn']).default('straight'),
  still: z.tuple([id, z.number()]).nullable().default(null),
});

export { asset };
export type ProjectFile = z.output<typeof projectFile>;
export type ProjectFileInput = z.input<typeof projectFile>;
