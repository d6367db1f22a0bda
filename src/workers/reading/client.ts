import type { ClipReading, ReadingAnswer, ReadingRequest, SvgReading } from './protocol';

let worker: Worker | null = null;
let next = 1;
const waiting = new Map<number, { readonly answer: (value: ReadingAnswer) => void; readonly fail: (error: Error) => void }>();

/** The reader is started when something is first to be read: it carries the whole schema, which the page does without. */
function ask(request: ReadingRequest): Promise<ReadingAnswer> {
  if (!worker) {
    worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<ReadingAnswer>) => {
      waiting.get(data.request)?.answer(data);
      waiting.delete(data.request);
    };
    worker.onerror = (event) => {
      for (const { fail } of waiting.values()) fail(new Error(`Reading stopped: ${event.message}`));
      waiting.clear();
      worker?.terminate();
      worker = null;
    };
  }
  return new Promise((answer, fail) => {
    waiting.set(request.request, { answer, fail });
    worker!.postMessage(request);
  });
}

/** Reads the text of a clipboard, in a worker. */
export async function readClipText(text: string): Promise<ClipReading> {
  const answer = await ask({ request: next++, kind: 'clip', text });
  return answer.kind === 'clip' ? answer.reading : { kind: 'nothing', message: 'There are no layers or keys on the clipboard.' };
}

/** Reads an SVG drawing, in a worker. `id` is for the composition it becomes, `seed` begins the ids of its layers. */
export async function readSvgText(text: string, name: string, id: string, seed: string): Promise<SvgReading> {
  const answer = await ask({ request: next++, kind: 'svg', text, name, id, seed });
  return answer.kind === 'svg' ? answer.reading : { kind: 'unreadable', message: 'This drawing could not be read.' };
}

export type { ClipReading, SvgReading } from './protocol';
