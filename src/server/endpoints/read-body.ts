import type * as z from 'zod';
import { servedHouse } from '../house';
import { refuse } from './answer';
import type { BODIES, BodyName } from './bodies';
import { readLargeText, readText } from './read-large-body';

/** Bodies are counted while they are read: a length header may be missing or lie. */
const LIMIT = 16_000_000;

type Read<T> = { readonly ok: true; readonly body: T } | { readonly ok: false; readonly response: Response };

/** The bytes of a request, as long as there are no more than the limit. */
export async function readBytes(request: Request, limit: number): Promise<Read<Buffer>> {
  const chunks: Uint8Array[] = [];
  let size = 0;
  const reader = request.body?.getReader();
  for (let part = await reader?.read(); part && !part.done; part = await reader!.read()) {
    size += part.value.byteLength;
    if (size > limit) {
      await reader!.cancel();
      return { ok: false, response: refuse(413, `One request may have ${limit / 1e6} MB.`) };
    }
    chunks.push(part.value);
  }
  return { ok: true, body: Buffer.concat(chunks) };
}

/** A body of more bytes is read and checked away from the loop. */
const LARGE = 256_000;

/** The body of a request as the schema of that name has it, or the refusal to answer with. */
export async function readBody<N extends BodyName>(request: Request, name: N): Promise<Read<z.output<(typeof BODIES)[N]>>> {
  if (!(request.headers.get('content-type') ?? '').startsWith('application/json')) return { ok: false, response: refuse(415, 'Send JSON.') };
  const bytes = await readBytes(request, LIMIT);
  if (!bytes.ok) return bytes;
  const read = await readAny(name, bytes.body);
  return read.kind === 'read' ? { ok: true, body: read.body as z.output<(typeof BODIES)[N]> } : { ok: false, response: refuse(400, read.message) };
}

/** A text as a schema has it: read here where it is short. */
export async function readAny(name: BodyName, text: Buffer | string): Promise<ReturnType<typeof readText>> {
  if (text.length <= LARGE) return readText(name, typeof text === 'string' ? text : text.toString('utf8'));
  const { workshop, places } = await servedHouse();
  return readLargeText(workshop, places.incoming, name, text);
}
