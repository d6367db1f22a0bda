import { readFile, stat } from 'node:fs/promises';
import { Refusal } from './refusal';
import { whyNot } from './why-not';

/** The bytes of a file; `-` is what comes in by standard input. Only files are opened: a pipe by name may never answer. */
export async function readBytes(place: string): Promise<Buffer> {
  if (place === '-') return readInput();
  try {
    const found = await stat(place);
    if (found.isDirectory()) throw new Refusal(`${place} is a folder; name the file in it.`);
    if (!found.isFile()) throw new Refusal(`${place} is no file. What comes through a pipe is read as “-”.`);
    return await readFile(place);
  } catch (error) {
    if (error instanceof Refusal) throw error;
    throw new Refusal((error as NodeJS.ErrnoException).code === 'ENOENT' ? `There is no file ${place}.` : `${place} cannot be read: ${whyNot(error)}.`);
  }
}

/** The same as text. A mark of its byte order is no part of it. */
export async function readText(place: string): Promise<string> {
  return textOf(await readBytes(place), place);
}

/** Bytes as text, without a mark of their order; `place` is for the sentence that refuses them. */
export function textOf(bytes: Buffer, place: string): string {
  if ((bytes[0] === 0xff && bytes[1] === 0xfe) || (bytes[0] === 0xfe && bytes[1] === 0xff)) throw new Refusal(`${place} is written in UTF-16; save it as UTF-8.`);
  const text = bytes.toString('utf8');
  return text.charCodeAt(0) === 0xfeff ? text.slice(1) : text;
}

async function readInput(): Promise<Buffer> {
  const parts: Buffer[] = [];
  for await (const part of process.stdin) parts.push(part as Buffer);
  return Buffer.concat(parts);
}
