import { createReadStream } from 'node:fs';
import { open, rm } from 'node:fs/promises';
import path from 'node:path';
import { applyingPatches, type Change } from '../../core/commands';
import type { Project } from '../../core/model';
import { partName } from '../disk';
import { job, jsonPieces, type Workshop } from '../workshop';
import { readSource, type DocumentSource } from './document-source';
import { takeChange, type Taken } from './take-change';

type Judged = Exclude<Taken, { readonly kind: 'fits' }> | { readonly kind: 'fits'; readonly growth: number };

/** Finds out what a change that lies in a file would make of a document whose text has this length. */
export const judgeChange = job<DocumentSource & { readonly length: number; readonly file: string }, Judged>({
  name: 'judge-change',
  deadline: 60_000,
  memory: 1_500_000_000,
  rank: 0,
  async run({ length, file, ...source }) {
    const parts: string[] = [];
    for await (const part of createReadStream(file, 'utf8')) parts.push(part as string);
    const taken = takeChange(await readSource(source), length, JSON.parse(parts.join('')) as Change);
    return taken.kind === 'fits' ? { kind: 'fits', growth: taken.growth } : taken;
  },
});

/** A change as the log keeps it, made in pieces between other answers. */
export async function bodyOf(change: Change): Promise<string> {
  const parts: string[] = [];
  for (const part of jsonPieces(change)) {
    parts.push(part);
    await others();
  }
  return parts.join('');
}

/**
 * The same as `takeChange` for a change with very many patches: a child judges it by the document on the disk, which is the one in memory, and here it is
 * applied in steps, so that others are answered meanwhile. `withSource` hands over where the document is.
 */
export async function takeLargeChange(workshop: Workshop, folder: string, before: Project, length: number, change: Change, body: string, withSource: <T>(work: (source: DocumentSource) => Promise<T>) => Promise<T>): Promise<Taken> {
  const file = path.join(folder, partName('change'));
  try {
    const handle = await open(file, 'wx');
    try {
      for (let at = 0; at < body.length; at += PIECE) await handle.write(body.slice(at, at + PIECE));
    } finally {
      await handle.close();
    }
    const judged = await withSource((source) => workshop.run(judgeChange, { ...source, length, file }));
    if (judged.kind !== 'fits') return judged;
    const steps = applyingPatches(before, change.patches);
    for (;;) {
      const { done, value } = steps.next();
      if (done) return { ...judged, project: value.project };
      await others();
    }
  } finally {
    await rm(file, { force: true });
  }
}

const PIECE = 1_000_000;

/** Lets whoever waits be answered. */
const others = () => new Promise((resolve) => setImmediate(resolve));
