import * as z from 'zod';
import { BLENDS, keyCurve, keyEase, leftHandle, projectFile, readLayer, readProjectFile, rightHandle, sayIssue, type Asset, type Composition, type Layer, type Project } from '../../model';
import { readTimingClip } from '../timing/read-timing-clip';
import type { TimingClip } from '../timing/timing-clip';
import { UNNAMED } from './unnamed';

const id = z.string().min(1).max(120);
const frame = z.number();
const text = z.string().max(20_000);
const point = z.tuple([z.number(), z.number()]);

/** The kinds of arguments that commands have, as schemas: for the command line, its tests and whoever writes steps by hand. */
export function argumentSchemas() {
  const key = z.strictObject({ layer: id, track: id, key: id });
  const marker = z.strictObject({ layer: id.nullable(), marker: id });
  const keying = { frame, keying: z.boolean().default(false), keepWas: z.boolean().default(false) };
  const nothing = z.null();
  /** What may be said of a key; null takes a field away. */
  const keyFields = z.strictObject({
    at: frame.optional(), value: z.unknown().optional(), arrives: z.unknown().optional(), right: z.union([rightHandle, nothing]).optional(), left: z.union([leftHandle, nothing]).optional(),
    ease: z.union([keyEase, nothing]).optional(), curve: z.union([keyCurve, nothing]).optional(), joined: z.boolean().optional(), pace: z.number().positive().nullish(), pathLeft: z.union([point, nothing]).optional(), pathRight: z.union([point, nothing]).optional(),
  });
  return {
    z, id, frame, text, point,
    /** A time, or one that follows a marker. */
    time: z.union([z.number(), z.strictObject({ marker: id, end: z.boolean().default(false), plus: z.number().default(0), was: z.number() })]),
     keyFields, key, marker, keying,
    /** Ids for what is made, in order; those left out are made from the document. */
    ids: z.array(id).default([]),
    layers: z.array(id).min(1),
    keys: z.array(key).min(1),
    tracks: z.array(z.strictObject({ layer: id, track: id })).min(1),
    markers: z.array(marker).min(1),
    /** Operators beside the one that is named first. */
    operators: z.array(z.strictObject({ layer: id, operator: id })).default([]),
    dialFields: z.strictObject({
      name: z.string().min(1).max(120).optional(), type: z.enum(['number', 'angle', 'point', 'colour', 'switch', 'choice', 'text']).optional(), unit: z.string().max(40).optional(), range: point.nullable().optional(),
      step: z.number().positive().nullable().optional(), choices: z.array(z.string().min(1).max(120)).max(100).optional(), public: z.boolean().optional(),
    }),
    rate: z.tuple([z.int().min(1), z.int().min(1)]),
    box: z.tuple([z.number(), z.number(), z.number(), z.number()]),
    blend: z.enum(BLENDS),
    layerFile: z.unknown().transform((raw, context): Layer => asRead(readLayer(withNames(raw), Infinity), context)).describe('A layer as a project file has it; without an id it is given one.'),
    compositionFile: z.unknown().transform((raw, context): Composition => {
      const read = readProjectFile({ format: 'oak-tumble/project', version: 2, name: 'Added', compositions: [withNames(raw)] });
      const project = asRead(read, context);
      return project?.compositions?.by[project.main] as Composition;
    }).describe('A composition as a project file has it; without an id it is given one.'),
    assetFile: z.unknown().transform((raw, context): Asset => {
      const parsed = projectFile.shape.assets.unwrap().element.safeParse(raw);
      if (!parsed.success) context.addIssue({ code: 'custom', message: parsed.error.issues.map((issue) => issue.message).join(' ') });
      return parsed.data as Asset;
    }).describe('An asset as a project file has it.'),
    timingFile: z.unknown().transform((raw, context): TimingClip => asRead(readTimingClip(raw), context)).describe('Steps of a timing as they are copied.'),
    clipFile: z.unknown().transform((raw, context): Project => asRead(readProjectFile(raw), context)).describe('Layers as they are copied: a project file whose main composition holds them.'),
  };
}

export type ArgumentSchemas = ReturnType<typeof argumentSchemas>;

function withNames(raw: unknown): unknown {
  if (raw === null || typeof raw !== 'object') return raw;
  const { id: given, name, kind } = raw as { id?: unknown; name?: unknown; kind?: unknown };
  const title = typeof kind === 'string' ? `${kind.charAt(0).toUpperCase()}${kind.slice(1)}` : 'Composition';
  return { ...raw, id: given ?? UNNAMED, name: name ?? title };
}

function asRead<T>(read: { readonly ok: true; readonly value: T } | { readonly ok: false; readonly issues: readonly Parameters<typeof sayIssue>[0][] }, context: z.RefinementCtx): T {
  if (read.ok) return read.value;
  for (const issue of read.issues) context.addIssue({ code: 'custom', message: sayIssue(issue) });
  return z.NEVER as T;
}
