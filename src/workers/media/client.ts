import type { MediaAnswer, MediaRequest, ReadyPicture } from './protocol';

/** Makes picture files ready to be kept, one worker for a batch. A file that cannot be read rejects with the reason. */
export function pictureReader(): { readonly read: (file: Blob) => Promise<ReadyPicture>; readonly close: () => void } {
  const worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
  const waiting = new Map<number, { readonly answer: (ready: ReadyPicture) => void; readonly fail: (error: Error) => void }>();
  let next = 1;
  worker.onmessage = ({ data }: MessageEvent<MediaAnswer>) => {
    const one = waiting.get(data.request);
    waiting.delete(data.request);
    if ('ready' in data) one?.answer(data.ready);
    else one?.fail(new Error(data.failed));
  };
  worker.onerror = (event) => {
    for (const { fail } of waiting.values()) fail(new Error(event.message));
    waiting.clear();
  };
  return {
    read: (file) => new Promise((answer, fail) => {
      waiting.set(next, { answer, fail });
      worker.postMessage({ request: next++, file } satisfies MediaRequest);
    }),
    close: () => worker.terminate(),
  };
}

export { LARGEST, type ReadyPicture } from './protocol';
