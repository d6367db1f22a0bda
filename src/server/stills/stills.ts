import { randomUUID } from 'node:crypto';
import { mkdir, readFile, rm } from 'node:fs/promises';
import path from 'node:path';
import type { Documents } from '../documents';
import { NotDone, type Workshop } from '../workshop';
import { paintStill } from './paint-still';

/** A strip, or why there is none. */
export type Still = { readonly kind: 'strip'; readonly png: Buffer } | { readonly kind: 'none'; readonly message: string };

export type Stills = { readonly of: (id: string, revision: number) => Promise<Still> };

/** Strips that are remembered. */
const MOST = 200;

/** Strips of projects, painted once for each revision however many ask, and however it went. */
export function createStills(documents: Documents, workshop: Workshop, places: { readonly incoming: string; readonly media: string }): Stills {
  const painted = new Map<string, { readonly revision: number; readonly still: Promise<Still> }>();

  async function paint(id: string): Promise<Still> {
    await mkdir(places.incoming, { recursive: true });
    const file = path.join(places.incoming, `${randomUUID()}.part`);
    try {
      const done = await documents.withSource(id, (source) => workshop.run(paintStill, { ...source, media: places.media, file }));
      return done?.painted ? { kind: 'strip', png: await readFile(file) } : { kind: 'none', message: 'There is no picture of this project yet.' };
    } catch (error) {
      if (!(error instanceof NotDone) || error.reason === 'busy' || error.reason === 'ended') throw error;
      return { kind: 'none', message: `There is no picture of this project: ${error.message}` };
    } finally {
      await rm(file, { force: true });
    }
  }

  return {
    of(id, revision) {
      const known = painted.get(id);
      if (known?.revision === revision) return known.still;
      if (painted.size >= MOST) painted.delete(painted.keys().next().value!);
      const still = paint(id);
      const made = { revision, still };
      painted.set(id, made);
      // What failed for want of a hand is tried again when it is asked for again.
      still.catch(() => painted.get(id) === made && painted.delete(id));
      return still;
    },
  };
}
