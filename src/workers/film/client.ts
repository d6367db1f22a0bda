import { openLink } from '../link';
import type { FilmAnswer, FilmCalls, FilmJob, FilmProgress } from './protocol';

/** Makes one film in a worker of its own. The answer cancels it; `hear` gets exactly one ending. */
export function makeFilm(job: FilmJob, hear: (answer: FilmAnswer) => void): () => void {
  const off = new AbortController();
  const link = openLink<FilmCalls, never, FilmProgress>(() => new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' }), { hear: (progress) => { if (!off.signal.aborted) hear({ kind: 'progress', ...progress }); } });
  link.call('make', job, { signal: off.signal }).then(
    (made): FilmAnswer => ({ kind: 'finished', ...made }),
    (error: Error): FilmAnswer => (error.name === 'AbortError' ? { kind: 'cancelled' } : { kind: 'failed', message: `The film was not finished: ${error.message}` }),
  ).then((ending) => {
    link.close();
    hear(ending);
  }, () => undefined);
  return () => off.abort();
}

export type { FilmAnswer, FilmFormat, FilmJob } from './protocol';
