import { openLink } from '../link';
import type { ClipReading, ReadingCalls, SvgReading } from './protocol';

/** The reader is started when something is first to be read: it carries the whole schema, which the page does without. */
const open = () => openLink<ReadingCalls, never, never>(() => new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' }));
let link = open();

/** A drawing that takes longer (milliseconds) is let go, and the reader with it: it would not hear anything else. */
const DEADLINE = 5000;

/** Reads the text of a clipboard, in a worker. */
export function readClipText(text: string): Promise<ClipReading> {
  return link.call('clip', { text });
}

/** Reads an SVG drawing, in a worker. `id` is for the composition it becomes, `seed` begins the ids of its layers. */
export function readSvgText(text: string, name: string, id: string, seed: string): Promise<SvgReading> {
  const reader = link;
  return new Promise((resolve, reject) => {
    const late = setTimeout(() => {
      if (link === reader) link = open();
      reader.close();
      resolve({ kind: 'unreadable', message: `This drawing took longer than ${DEADLINE / 1000} seconds to read, and was let go. Make it simpler, or save it as a picture.` });
    }, DEADLINE);
    reader.call('svg', { text, name, id, seed }).then(resolve, reject).finally(() => clearTimeout(late));
  });
}

export type { ClipReading, SvgReading } from './protocol';
