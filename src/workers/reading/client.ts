import { openLink } from '../link';
import type { ClipReading, ReadingCalls, SvgReading } from './protocol';

/** The reader is started when something is first to be read: it carries the whole schema, which the page does without. */
const link = openLink<ReadingCalls, never, never>(() => new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' }));

/** Reads the text of a clipboard, in a worker. */
export function readClipText(text: string): Promise<ClipReading> {
  return link.call('clip', { text });
}

/** Reads an SVG drawing, in a worker. `id` is for the composition it becomes, `seed` begins the ids of its layers. */
export function readSvgText(text: string, name: string, id: string, seed: string): Promise<SvgReading> {
  return link.call('svg', { text, name, id, seed });
}

export type { ClipReading, SvgReading } from './protocol';
