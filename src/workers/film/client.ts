import type { FilmAnswer, FilmJob, FilmRequest } from './protocol';

/** Makes one film in a worker of its own. The answer cancels it; `hear` gets exactly one ending. */
export function makeFilm(job: FilmJob, hear: (answer: FilmAnswer) => void): () => void {
  const worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
  const end = (answer: FilmAnswer) => {
    worker.terminate();
    hear(answer);
  };
  worker.onmessage = ({ data }: MessageEvent<FilmAnswer>) => (data.kind === 'progress' ? hear(data) : end(data));
  worker.onerror = (event) => end({ kind: 'failed', message: `The film was not finished: ${event.message}` });
  worker.postMessage({ kind: 'start', job } satisfies FilmRequest);
  return () => worker.postMessage({ kind: 'cancel' } satisfies FilmRequest);
}

export type { FilmAnswer, FilmFormat, FilmJob } from './protocol';
