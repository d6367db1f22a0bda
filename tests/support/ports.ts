import type { Port, WorkerPort } from '../../src/workers/link';

/** A worker and the page's end of it, joined by a queue that copies what goes through it, as a worker does. */
export function pairOfPorts(): { readonly page: WorkerPort & { readonly terminated: () => boolean; readonly die: (why: string) => void }; readonly worker: Port } {
  let gone = false;
  const page = {
    onmessage: null as WorkerPort['onmessage'], onerror: null as WorkerPort['onerror'],
    postMessage: (message: unknown) => void queueMicrotask(() => !gone && worker.onmessage?.({ data: structuredClone(message) } as MessageEvent)),
    terminate: () => void (gone = true), terminated: () => gone,
    die: (message: string) => page.onerror?.({ message } as ErrorEvent),
  };
  const worker: Port = { onmessage: null, postMessage: (message: unknown) => void queueMicrotask(() => !gone && page.onmessage?.({ data: structuredClone(message) } as MessageEvent)) };
  return { page, worker };
}
