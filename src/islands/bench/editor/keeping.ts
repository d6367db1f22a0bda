import type { Change } from '../../../core/commands';
import { changeAnswer } from '../../../wire';
import { call } from '../../call';
import type { Outbox } from './outbox';

/** Whether what was done is on disk. */
export type SaveState =
  | { readonly kind: 'saved' }
  | { readonly kind: 'saving'; readonly waiting: number }
  | { readonly kind: 'offline'; readonly waiting: number };

/** A change with the revision that it brought about. */
export type Numbered = { readonly revision: number; readonly change: Change };

export type KeepingEvents = {
  readonly onState: (state: SaveState) => void;
  /** A change reached the disk as this revision; others' changes came before it. */
  readonly onApplied: (change: Change, revision: number, missed: readonly Numbered[]) => void;
  /** A change was not done: it is dropped here as well, and said. */
  readonly onDropped: (change: Change, words: string, revision: number | null, missed: readonly Numbered[]) => void;
};

export type Keeping = { readonly send: (change: Change) => void; readonly resume: (waiting: readonly { readonly key: number; readonly change: Change }[]) => void; readonly close: () => void };

const RETRY = [500, 1000, 2000, 5000] as const;

/** Sends changes one after another in the order they were made, each until it is acknowledged. */
export function createKeeping(project: string, outbox: Outbox, base: () => number, events: KeepingEvents): Keeping {
  const queue: { change: Change; key: Promise<number> }[] = [];
  let sending = false;
  let tries = 0;
  let closed = false;

  async function pump(): Promise<void> {
    if (sending || closed) return;
    sending = true;
    for (let job = queue[0]; job && !closed; job = queue[0]) {
      events.onState(tries > 0 ? { kind: 'offline', waiting: queue.length } : { kind: 'saving', waiting: queue.length });
      // First into the browser's own keeping, so that a crash of the page between here and the server loses nothing.
      const key = await job.key;
      const answer = await call(changeAnswer, `/api/projects/${encodeURIComponent(project)}/changes`, { method: 'POST', body: JSON.stringify({ base: base(), change: job.change }) }, [200, 409]);
      if (answer.kind === 'unreachable') {
        events.onState({ kind: 'offline', waiting: queue.length });
        await new Promise((resolve) => setTimeout(resolve, RETRY[Math.min(tries++, RETRY.length - 1)]));
        continue;
      }
      tries = 0;
      queue.shift();
      await outbox.remove(key);
      if (answer.kind === 'refused') events.onDropped(job.change, answer.message, null, []);
      else if (answer.value.kind === 'conflict') events.onDropped(job.change, answer.value.conflicts.join(' '), answer.value.revision, answer.value.missed as never);
      else events.onApplied(job.change, answer.value.revision, answer.value.missed as never);
    }
    sending = false;
    if (!closed && queue.length === 0) events.onState({ kind: 'saved' });
  }

  return {
    send(change) {
      queue.push({ change, key: outbox.put(project, change) });
      void pump();
    },
    resume(waiting) {
      queue.unshift(...waiting.map(({ key, change }) => ({ change, key: Promise.resolve(key) })));
      void pump();
    },
    close: () => void (closed = true),
  };
}
