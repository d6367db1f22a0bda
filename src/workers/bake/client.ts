import { openLink } from '../link';
import type { BakeCalls, BakeJob, BakeOutcome, BakeProgress } from './protocol';

/** What whoever wants a bake hears of it: how far it is, and exactly one ending. */
export type BakeAnswer =
  | ({ readonly kind: 'progress' } & BakeProgress)
  | ({ readonly kind: 'baked' } & Extract<BakeOutcome, { readonly draft: unknown }>)
  | { readonly kind: 'ended'; readonly message: string };

/** Bakes layers in a worker of its own. The answer cancels it. */
export function bakeInWorker(job: BakeJob, hear: (answer: BakeAnswer) => void): () => void {
  const off = new AbortController();
  const link = openLink<BakeCalls, never, BakeProgress>(() => new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' }), { hear: (progress) => { if (!off.signal.aborted) hear({ kind: 'progress', ...progress }); } });
  link.call('bake', job, { signal: off.signal }).then(
    (made): BakeAnswer => ('refused' in made ? { kind: 'ended', message: made.refused } : { kind: 'baked', ...made }),
    (error: Error): BakeAnswer => ({ kind: 'ended', message: error.name === 'AbortError' ? 'Cancelled; nothing was changed.' : `It was not baked: ${error.message}` }),
  ).then((ending) => {
    link.close();
    hear(ending);
  }, () => undefined);
  return () => off.abort();
}

export type { BakeProgress } from './protocol';
