import type { Change } from '../../../core/commands';
import { VERSION } from '../../../core/model';
import type { ChangeAnswer } from '../../../wire';
import { isChangeAnswer } from '../../../wire/answers';
import { PART_LENGTH } from '../../../wire/part-length';
import { call, type Called } from '../../call';
import type { Outbox } from './outbox';

/** Whether what was done is on disk. */
export type SaveState =
  | { readonly kind: 'saved' }
  | { readonly kind: 'saving'; readonly waiting: number }
  /** Nobody answers, or nobody can keep it just now; `message` is what the server said of that. */
  | { readonly kind: 'offline'; readonly waiting: number; readonly message: string | null }
  /** The page and its server are of different versions: nothing is sent before it is reloaded. */
  | { readonly kind: 'reload'; readonly waiting: number; readonly message: string };

/** A change with the revision that it brought about. */
export type Numbered = { readonly revision: number; readonly change: Change };

export type KeepingEvents = {
  readonly onState: (state: SaveState) => void;
  /** A change reached the disk as this revision; others' changes came before it. */
  readonly onApplied: (change: Change, revision: number, missed: readonly Numbered[]) => void;
  /** Others' changes that have to be taken in before anything of ours is: there are many. */
  readonly onBehind: (missed: readonly Numbered[]) => void;
  /** A change was not taken: it is taken back here as well, and set aside with why. Until that is done it stays in the outbox too. */
  readonly onRefused: (change: Change, why: string, revision: number | null, missed: readonly Numbered[]) => Promise<void>;
};

export type Keeping = { readonly send: (change: Change) => void; readonly resume: (waiting: readonly { readonly key: number; readonly change: Change }[]) => void; readonly close: () => void };

const RETRY = [500, 1000, 2000, 5000] as const;
/** A server that answers, and fails at the same change so often, will never take it. */
const MOST_FAILURES = 6;

type Job = { readonly change: Change; readonly key: Promise<number | null> };

/** Sends changes one after another in the order they were made, each until it is acknowledged or refused. */
export function createKeeping(project: string, outbox: Outbox, base: () => number, events: KeepingEvents): Keeping {
  const address = `/api/projects/${encodeURIComponent(project)}/changes`;
  const queue: Job[] = [];
  let sending = false;
  let tries = 0;
  let failures = 0;
  let why: string | null = null;
  let closed = false;

  /** Whatever goes wrong on the way, sending goes on: what is not acknowledged is still in line. */
  async function pump(): Promise<void> {
    if (sending || closed) return;
    sending = true;
    try {
      // What was done while the last answer was being taken in is in line as well.
      while ((await sendAll()) === 'sent' && queue.length > 0 && !closed);
    } catch (error) {
      console.error(error);
      setTimeout(() => void pump(), RETRY[0]);
    } finally {
      sending = false;
    }
  }

  async function sendAll(): Promise<'sent' | 'waits'> {
    let job = queue[0];
    while (job && !closed) {
      events.onState(tries > 0 ? { kind: 'offline', waiting: queue.length, message: why } : { kind: 'saving', waiting: queue.length });
      // First into the browser's own keeping, so that a crash of the page between here and the server loses nothing.
      const key = await job.key;
      // The gesture that made it ends first: writing a long change out takes a while.
      await new Promise((resolve) => setTimeout(resolve, 0));
      const answer = await deliver(job.change);
      if (answer.kind === 'reload') {
        events.onState({ kind: 'reload', waiting: queue.length, message: answer.message });
        return 'waits';
      }
      failures = answer.kind === 'unreachable' && answer.status === 500 ? failures + 1 : 0;
      if (answer.kind === 'unreachable' && failures < MOST_FAILURES) {
        why = answer.message ?? null;
        events.onState({ kind: 'offline', waiting: queue.length, message: why });
        await new Promise((resolve) => setTimeout(resolve, RETRY[Math.min(tries++, RETRY.length - 1)]));
        continue;
      }
      tries = failures = 0;
      if (answer.kind === 'answer' && answer.value.kind === 'behind') {
        events.onBehind(answer.value.missed as never);
        continue;
      }
      queue.shift();
      await settle(job.change, answer);
      // Whatever the browser does with its copy: sent again after a reload, the change would be known by its id.
      if (key !== null) await outbox.remove(key).catch(() => undefined);
      job = queue[0];
    }
    if (!closed && queue.length === 0) events.onState({ kind: 'saved' });
    return 'sent';
  }

  async function settle(change: Change, answer: Exclude<Called<ChangeAnswer>, { kind: 'reload' }>): Promise<void> {
    if (answer.kind !== 'answer') return events.onRefused(change, answer.message ?? 'The server fails at it each time.', null, []);
    switch (answer.value.kind) {
      case 'conflict': return events.onRefused(change, answer.value.conflicts.join(' '), answer.value.revision, answer.value.missed as never);
      case 'applied': return events.onApplied(change, answer.value.revision, answer.value.missed as never);
      case 'behind':
      case 'more': return events.onRefused(change, 'Its pieces did not arrive whole.', null, []);
    }
  }

  /** Sends one change, a long one in pieces; the server says which it wants next. */
  async function deliver(change: Change): Promise<Called<ChangeAnswer>> {
    const post = (body: object) => call(isChangeAnswer, address, { method: 'POST', body: JSON.stringify({ page: VERSION, base: base(), ...body }) }, [200, 409]);
    const text = JSON.stringify(change);
    if (text.length <= PART_LENGTH) return post({ change });
    const of = Math.ceil(text.length / PART_LENGTH);
    let answer = await post({ part: { id: change.id, index: 0, of, text: text.slice(0, PART_LENGTH) } });
    // A server that was started anew in between has to hear all of it once more.
    for (let sent = 1; answer.kind === 'answer' && answer.value.kind === 'more' && sent < of * 3; sent++) {
      const { next } = answer.value;
      answer = await post({ part: { id: change.id, index: next, of, text: text.slice(next * PART_LENGTH, (next + 1) * PART_LENGTH) } });
    }
    return answer;
  }

  return {
    send(change) {
      queue.push({ change, key: outbox.put(project, change).catch(() => null) });
      // From this moment on it is not saved, whatever the line is busy with.
      if (tries === 0) events.onState({ kind: 'saving', waiting: queue.length });
      void pump();
    },
    resume(waiting) {
      queue.unshift(...waiting.map(({ key, change }) => ({ change, key: Promise.resolve(key) })));
      void pump();
    },
    close: () => void (closed = true),
  };
}
