import { randomUUID } from 'node:crypto';
import { mkdir, readFile, rm, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { nestsTooDeep } from '../../core/model';
import { job, assemble, piecesOf, type Piece, type Workshop } from '../workshop';
import { BODIES, type BodyName } from './bodies';

/** What is wrong with a body, in a sentence. */
export type Unreadable = { readonly kind: 'unreadable'; readonly message: string };

/** A text as the schema of that name has it, or why it does not fit. */
export function readText(name: BodyName, text: string): { readonly kind: 'read'; readonly body: unknown } | Unreadable {
  if (nestsTooDeep(text)) return { kind: 'unreadable', message: 'Things stand in one another too deep in this request.' };
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    return { kind: 'unreadable', message: 'The request is not readable JSON.' };
  }
  const parsed = BODIES[name].safeParse(raw);
  if (parsed.success) return { kind: 'read', body: parsed.data };
  const issue = parsed.error.issues[0];
  return { kind: 'unreadable', message: `The request does not fit at ${issue?.path.join('.') || 'its root'}: ${issue?.message ?? 'unknown'}.` };
}

/** Reads and checks a body that lies in a file of the server, and tells it in pieces. */
export const readBodyFile = job<{ readonly file: string; readonly name: BodyName }, { readonly kind: 'read' } | Unreadable>({
  name: 'read-body',
  deadline: 30_000,
  memory: 1_500_000_000,
  rank: 0,
  async run({ file, name }, tell) {
    const read = readText(name, await readFile(file, 'utf8'));
    if (read.kind === 'unreadable') return read;
    for (const piece of piecesOf(read.body)) await tell(piece);
    return { kind: 'read' };
  },
});

/** The same away from the loop: a child reads and checks the text, and it comes back in pieces of which each is taken in a few milliseconds. */
export async function readLargeText(workshop: Workshop, folder: string, name: BodyName, text: Uint8Array | string): Promise<{ readonly kind: 'read'; readonly body: unknown } | Unreadable> {
  await mkdir(folder, { recursive: true });
  const file = path.join(folder, `${randomUUID()}.part`);
  try {
    await writeFile(file, text);
    const { take, whole } = assemble<unknown>();
    const read = await workshop.run(readBodyFile, { file, name }, (piece) => take(piece as Piece));
    return read.kind === 'read' ? { kind: 'read', body: whole() } : read;
  } finally {
    await rm(file, { force: true });
  }
}
