import * as z from 'zod';
import { readLayer, type Issue } from '../../model';
import type { TimingClip } from './timing-clip';

const rate = z.tuple([z.int().min(1), z.int().min(1)]);
const outer = z.strictObject({ format: z.literal('oak-tumble/timing'), rate, host: rate, layer: z.unknown() });

/** Reads copied steps of a timing: their layer is read as one of a file is. */
export function readTimingClip(raw: unknown): { readonly ok: true; readonly value: TimingClip } | { readonly ok: false; readonly issues: readonly Issue[] } {
  const read = outer.safeParse(raw);
  if (!read.success) return { ok: false, issues: [{ kind: 'wrong', place: { path: '', names: [] }, message: 'copied steps of a timing have a format, two rates and a layer' }] };
  const layer = readLayer(read.data.layer, Infinity);
  return layer.ok ? { ok: true, value: { ...read.data, layer: layer.value } } : layer;
}
