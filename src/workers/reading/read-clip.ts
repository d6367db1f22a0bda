import * as z from 'zod';
import { readTimingClip, type KeysClip } from '../../core/commands';
import { readProjectFile, sayIssue } from '../../core/model';
import type { ClipReading } from './protocol';

const handle = z.union([z.enum(['hold', 'smooth']), z.tuple([z.number(), z.number()])]);
const pair = z.tuple([z.number(), z.number()]);
const key = z.strictObject({
  at: z.number(), value: z.unknown(), right: handle.optional(), left: handle.optional(), joined: z.boolean().optional(), kept: z.unknown().optional(),
  ease: z.union([z.enum(['linear', 'hold']), z.tuple([z.number(), z.number(), z.number(), z.number()])]).optional(), pathLeft: pair.optional(), pathRight: pair.optional(), arrives: z.unknown().optional(), curve: z.unknown().optional(), pace: z.number().nullish(),
});
const outside = z.enum(['hold', 'repeat', 'climb', 'swing', 'glide']).optional();
const rules = z.strictObject({ before: outside, after: outside, repeats: z.int().min(1).nullish(), closed: z.boolean().optional() });
const keysClip = z.strictObject({
  format: z.literal('oak-tumble/keys'), rate: z.tuple([z.int().min(1), z.int().min(1)]),
  first: z.number().optional(),
  presets: z.array(z.strictObject({ name: z.string().min(1), of: z.literal('curve'), data: z.unknown() })).max(1000).optional(),
  tracks: z.array(z.strictObject({ layer: z.int().min(0), channel: z.string(), rules: rules.optional(), type: z.enum(['N', 'P', 'C', 'S', 'T', 'B', 'E']), keys: z.array(key).min(1).max(100_000) })).min(1).max(10_000),
});

/** Reads what is on the clipboard: layers (a small project), keys, or something that is not ours. */
export function readClip(text: string): ClipReading {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    return { kind: 'nothing', message: 'There are no layers or keys on the clipboard.' };
  }
  const format = (raw as { format?: unknown } | null)?.format;
  if (format === 'oak-tumble/keys') {
    const read = keysClip.safeParse(raw);
    return read.success ? { kind: 'keys', clip: read.data as unknown as KeysClip } : { kind: 'nothing', message: 'The keys on the clipboard are not whole; copy them again.' };
  }
  if (format === 'oak-tumble/timing') {
    const read = readTimingClip(raw);
    return read.ok ? { kind: 'timing', clip: read.value } : { kind: 'nothing', message: 'The timing on the clipboard is not whole; copy it again.' };
  }
  if (format !== 'oak-tumble/project') return { kind: 'nothing', message: 'There are no layers or keys on the clipboard.' };
  const read = readProjectFile(raw);
  return read.ok ? { kind: 'layers', clip: read.value } : { kind: 'nothing', message: `What is on the clipboard cannot be pasted: ${sayIssue(read.issues[0]!)}` };
}
