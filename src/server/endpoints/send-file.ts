import { createReadStream } from 'node:fs';
import { Readable } from 'node:stream';
import { refuse } from './answer';

/** A file as an answer, or the part of it that a `range` asks for; `sent` is called when it is out, or given up. */
export function sendFile(file: string, bytes: number, range: string | null, headers: Readonly<Record<string, string>>, sent = () => undefined as unknown): Response {
  const wanted = range === null ? null : readRange(range, bytes);
  if (wanted === 'beyond') {
    sent();
    return refuse(416, `This file has ${bytes} bytes.`, { 'content-range': `bytes */${bytes}` });
  }
  const [from, to] = wanted ?? [0, bytes];
  const stream = createReadStream(file, { start: from, end: Math.max(from, to - 1) });
  stream.once('close', sent);
  return new Response(bytes === 0 ? null : (Readable.toWeb(stream) as ReadableStream), {
    status: wanted ? 206 : 200,
    headers: { ...headers, 'accept-ranges': 'bytes', 'content-length': String(to - from), ...(wanted ? { 'content-range': `bytes ${from}-${to - 1}/${bytes}` } : {}) },
  });
}

/** The bytes that a range asks for, half-open. Null for what is no single range, which is answered whole; `beyond` for one after the end. */
export function readRange(range: string, bytes: number): readonly [number, number] | 'beyond' | null {
  const match = /^bytes=(\d*)-(\d*)$/.exec(range.trim());
  if (!match || (match[1] === '' && match[2] === '')) return null;
  if (match[1] === '') return Number(match[2]) === 0 || bytes === 0 ? 'beyond' : [Math.max(0, bytes - Number(match[2])), bytes];
  const from = Number(match[1]);
  const to = match[2] === '' ? bytes : Math.min(bytes, Number(match[2]) + 1);
  if (from >= bytes) return 'beyond';
  return to > from ? [from, to] : null;
}
