import type * as z from 'zod';
import { nestsTooDeep } from '../../core/model';
import { refuse } from './answer';

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

/** The body of a request as its schema has it, or the refusal to answer with. */
export async function readBody<S extends z.ZodType>(request: Request, schema: S): Promise<Read<z.output<S>>> {
  if (!(request.headers.get('content-type') ?? '').startsWith('application/json')) return { ok: false, response: refuse(415, 'Send JSON.') };
  const bytes = await readBytes(request, LIMIT);
  if (!bytes.ok) return bytes;
  let raw: unknown;
  const text = bytes.body.toString('utf8');
  if (nestsTooDeep(text)) return { ok: false, response: refuse(400, 'Things stand in one another too deep in this request.') };
  try {
    raw = JSON.parse(text);
  } catch {
    return { ok: false, response: refuse(400, 'The request is not readable JSON.') };
  }
  const parsed = schema.safeParse(raw);
  if (parsed.success) return { ok: true, body: parsed.data };
  const issue = parsed.error.issues[0];
  return { ok: false, response: refuse(400, `The request does not fit at ${issue?.path.join('.') || 'its root'}: ${issue?.message ?? 'unknown'}.`) };
}
