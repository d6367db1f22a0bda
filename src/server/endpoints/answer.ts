import { CannotOpen } from '../cannot-open';
import { sayDisk } from '../disk';
import type { Numbered } from '../documents';
import { NotDone } from '../workshop';

const JSON_HEADERS = { 'content-type': 'application/json; charset=utf-8', 'cache-control': 'no-store' } as const;

/** An answer as JSON, never kept by a cache. */
export function json(value: unknown, status = 200, headers: Readonly<Record<string, string>> = {}): Response {
  return new Response(JSON.stringify(value), { status, headers: { ...JSON_HEADERS, ...headers } });
}

/** Characters that one piece of a text has. */
const PIECE = 200_000;

/** A text as an answer, in pieces. */
export function largeText(text: string, headers: Readonly<Record<string, string>>): Response {
  return largeJson(inPieces(text), headers);
}

function* inPieces(text: string): Generator<string> {
  for (let at = 0; at < text.length;) {
    // A letter of two halves stays in one piece.
    const end = at + PIECE + (/[\ud800-\udbff]/.test(text[at + PIECE - 1] ?? '') ? 1 : 0);
    yield text.slice(at, end);
    at = end;
  }
}

/** An answer with changes of the log in one of its fields, each as the JSON that it is there. */
export function withChanges(answer: Readonly<Record<string, unknown>>, field: 'missed' | 'changes', changes: readonly Numbered[], status = 200): Response {
  function* pieces(): Generator<string> {
    yield `${JSON.stringify(answer).slice(0, -1)},"${field}":[`;
    for (const [i, { revision, body }] of changes.entries()) {
      yield `${i > 0 ? ',' : ''}{"revision":${revision},"change":`;
      yield* inPieces(body);
      yield '}';
    }
    yield ']}';
  }
  // What is short goes out at once.
  if (changes.reduce((sum, { body }) => sum + body.length, 0) < PIECE) return new Response([...pieces()].join(''), { status, headers: JSON_HEADERS });
  return largeJson(pieces(), JSON_HEADERS, status);
}

/** A large answer as JSON, written piece by piece: others are answered in between. */
export function largeJson(pieces: Iterable<string>, headers: Readonly<Record<string, string>> = JSON_HEADERS, status = 200): Response {
  const encoder = new TextEncoder();
  const source = pieces[Symbol.iterator]();
  return new Response(new ReadableStream<Uint8Array>({
    async pull(to) {
      await new Promise((resolve) => setImmediate(resolve));
      const { done, value } = source.next();
      if (done) to.close();
      else to.enqueue(encoder.encode(value));
    },
  }), { status, headers });
}

/** A refusal: one sentence for a person. */
export function refuse(status: number, message: string, headers: Readonly<Record<string, string>> = {}): Response {
  return json({ message }, status, headers);
}

/** Runs an endpoint; what it did not expect is told to the log, and to the page as a plain sentence. */
export async function safely(work: () => Promise<Response>): Promise<Response> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof CannotOpen) return json({ message: error.message, ...(error.savable ? { savable: true } : {}) }, 503);
    // One that a child met has its code alone.
    if ((error as { code?: unknown }).code === 'CANNOT-OPEN') return refuse(503, (error as Error).message);
    if (error instanceof NotDone) return error.reason === 'busy' ? refuse(503, error.message, { 'retry-after': '2' }) : refuse(422, error.message);
    // Whoever asked has gone before all was said: nobody hears the answer, and nothing is wrong here.
    if ((error as { code?: unknown }).code === 'ECONNRESET') return refuse(400, 'The request ended before it was whole.');
    const disk = sayDisk(error);
    if (disk) return refuse(507, disk);
    console.error(error);
    return refuse(500, 'Something went wrong here; nothing was changed. Try again, and look at the terminal if it goes on.');
  }
}
