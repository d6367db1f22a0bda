import { openLink } from '../link';
import type { BakeCalls, BakeJob, BakeOutcome, BakeProgress, FormulaKeysJob, FormulaKeysOutcome } from './protocol';

/** What whoever wants a bake hears of it: how far it is, and exactly one ending. */
export type BakeAnswer =
  | ({ readonly kind: 'progress' } & BakeProgress)
  | ({ readonly kind: 'baked' } & Extract<BakeOutcome, { readonly draft: unknown }>)
  | { readonly kind: 'ended'; readonly message: string };

/** Bakes layers in a worker of its own. The answer cancels it. */
export function bakeInWorker(job: BakeJob, hear: (answer: BakeAnswer) => void): () => void {
  return inWorker('bake', job, (progress) => hear({ kind: 'progress', ...progress }), (made) => hear('refused' in made ? { kind: 'ended', message: made.refused } : { kind: 'baked', ...made }), (message) => hear({ kind: 'ended', message }));
}

/** Writes formulas out as keys in a worker of its own: told how far it is, and exactly one ending. The answer cancels it. */
export function formulaKeysInWorker(job: FormulaKeysJob, tell: (done: number | null) => void, end: (made: FormulaKeysOutcome) => void): () => void {
  return inWorker('formulaKeys', job, ({ done }) => tell(done), end, (refused) => end({ refused }));
}

function inWorker<K extends keyof BakeCalls>(kind: K, job: BakeCalls[K]['in'], tell: (progress: BakeProgress) => void, made: (made: BakeCalls[K]['out']) => void, failed: (message: string) => void): () => void {
  const off = new AbortController();
  const link = openLink<BakeCalls, never, BakeProgress>(() => new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' }), { hear: (progress) => { if (!off.signal.aborted) tell(progress); } });
  link.call(kind, job, { signal: off.signal }).then(
    (answer) => () => made(answer),
    (error: Error) => () => failed(error.name === 'AbortError' ? 'Cancelled; nothing was changed.' : `It was not done: ${error.message}`),
  ).then((ending) => {
    link.close();
    ending();
  }, () => undefined);
  return () => off.abort();
}

export type { BakeProgress } from './protocol';
