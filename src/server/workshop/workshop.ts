import { fork, type ChildProcess } from 'node:child_process';
import { readFile } from 'node:fs/promises';
import { setPriority } from 'node:os';
import { NotDone, type FromChild, type Job, type ToChild } from './job';

/** Does jobs, one each time it is asked; `piece` gets what the job tells on the way. */
export type Workshop = { readonly run: <Input, Output>(job: Job<Input, Output>, input: Input, piece?: (piece: unknown) => void) => Promise<Output> };

type Waiting = { readonly job: Job; readonly input: unknown; readonly piece: (piece: unknown) => void; readonly resolve: (output: never) => void; readonly reject: (error: Error) => void };

export type Places = {
  /** The bundled script of a child. */
  readonly script: string;
  /** Children at work at once. */
  readonly hands: number;
  /** Jobs that may wait, for each rank; more are turned away. */
  readonly waiting: readonly [number, number, number];
};

const LOOK_EVERY = 50;
/** A child with nothing to do is ended after this; one that has grown, at once. */
const REST = 60_000;
const GROWN = 400_000_000;
/** Whoever asks something plain comes before heavy work; but somebody waits for that, too, and on a machine where all hands are full what is put far behind is never done. */
const NICE = 3;

/** A small pool of child processes, each with one job at a time, a deadline and a limit of memory that is watched from outside. */
export function createWorkshop({ script, hands, waiting }: Places): Workshop & { readonly close: () => void } {
  const queues: [Waiting[], Waiting[], Waiting[]] = [[], [], []];
  const idle: Hand[] = [];
  const all = new Set<Hand>();
  /** Children at work, by the rank of what they do. */
  const busy: [number, number, number] = [0, 0, 0];
  let closed = false;

  function next(): void {
    for (;;) {
      const ready = queues.find((queue, rank) => queue.length > 0 && mayBegin(rank));
      if (!ready) return;
      void serve(ready.shift()!);
    }
  }

  /** Each rank leaves a hand to the one before it: however much is brought in or painted, an empty screen finds one free. */
  function mayBegin(rank: number): boolean {
    const atLeast = (least: number) => busy.slice(least).reduce((sum, many) => sum + many, 0);
    return busy.every((_, least) => least > rank || atLeast(least) < Math.max(1, hands - least));
  }

  async function serve(one: Waiting): Promise<void> {
    busy[one.job.rank]++;
    let hand = idle.pop();
    let settle: () => void;
    try {
      if (!hand) all.add((hand = startHand(script, (ended) => forget(ended))));
      const output = await hand.work(one);
      settle = () => one.resolve(output as never);
    } catch (error) {
      settle = () => one.reject(error as Error);
    }
    // One that has grown would have the next job begin with what this one left.
    const grown = hand !== undefined && all.has(hand) && (await hand.size()) > GROWN;
    busy[one.job.rank]--;
    if (hand && all.has(hand)) {
      if (closed || grown) retire(hand);
      else {
        idle.push(hand);
        hand.rest();
      }
    }
    settle();
    next();
  }

  function retire(hand: Hand): void {
    forget(hand);
    hand.end();
  }

  function forget(hand: Hand): void {
    all.delete(hand);
    const at = idle.indexOf(hand);
    if (at >= 0) idle.splice(at, 1);
  }

  return {
    run: (job, input, piece = () => undefined) => new Promise((resolve, reject) => {
      const queue = queues[job.rank];
      if (closed || queue.length >= waiting[job.rank]) return reject(new NotDone('busy', 'The server has much to do just now. Try again in a moment.'));
      queue.push({ job: job as unknown as Job, input, piece, resolve, reject });
      next();
    }),
    close() {
      closed = true;
      for (const one of queues.flatMap((queue) => queue.splice(0))) one.reject(new NotDone('busy', 'The server begins anew. Try again in a moment.'));
      for (const hand of all) hand.end();
    },
  };
}

type Hand = { readonly work: (one: Waiting) => Promise<unknown>; readonly size: () => Promise<number>; readonly rest: () => void; readonly end: () => void };

function startHand(script: string, ended: (hand: Hand) => void): Hand {
  const child: ChildProcess = fork(script, { serialization: 'json', execArgv: ['--max-old-space-size=2048'], stdio: ['ignore', 'ignore', 'inherit', 'ipc'] });
  child.unref();
  child.channel?.unref();
  try {
    if (child.pid !== undefined) setPriority(child.pid, NICE);
  } catch {
    // A system that has no such thing does without.
  }
  let gone: Error | null = null;
  let hear: ((message: FromChild) => void) | null = null;
  let fail: ((error: Error) => void) | null = null;
  let resting: NodeJS.Timeout | null = null;
  const ready = new Promise<void>((resolve) => child.on('message', (message: FromChild) => (message.kind === 'ready' ? resolve() : hear?.(message))));
  const leave = (error: Error) => {
    gone ??= error;
    fail?.(gone);
    ended(hand);
  };
  child.on('exit', () => leave(new NotDone('ended', 'This could not be done: the work on it ended before it was finished.')));
  child.on('error', leave);
  const end = (why?: NotDone) => {
    if (why) leave(why);
    child.kill('SIGKILL');
  };
  const hand: Hand = {
    size: () => sizeOf(child.pid),
    rest: () => void (resting = setTimeout(() => end(), REST).unref()),
    end: () => end(),
    async work({ job, input, piece }) {
      if (resting) clearTimeout(resting);
      // While it works, the server stays for it.
      child.ref();
      const clocks: NodeJS.Timeout[] = [];
      try {
        return await new Promise<unknown>((resolve, reject) => {
          if (gone) return reject(gone);
          fail = reject;
          hear = (message) => {
            if (message.kind === 'piece') piece(message.piece);
            else if (message.kind === 'done') resolve(message.output);
            else if (message.kind === 'failed') reject(Object.assign(new Error(message.message), { code: message.code, stack: message.stack }));
          };
          clocks.push(setTimeout(() => end(new NotDone('too-slow', `This took longer than ${Math.round(job.deadline / 1000)} s and was given up.`)), job.deadline));
          clocks.push(setInterval(() => void sizeOf(child.pid).then((bytes) => bytes > job.memory && fail === reject && end(new NotDone('too-large', `This needs more memory than the ${Math.round(job.memory / 1e6)} MB that one piece of work may have.`))), LOOK_EVERY));
          void ready.then(() => !gone && child.send({ name: job.name, input } satisfies ToChild, (error) => error && leave(error)));
        });
      } finally {
        for (const clock of clocks) clearTimeout(clock);
        [hear, fail] = [null, null];
        child.unref();
      }
    },
  };
  return hand;
}

/** Bytes that a process holds in memory; 0 where the system does not say. */
async function sizeOf(pid: number | undefined): Promise<number> {
  const pages = await readFile(`/proc/${pid}/statm`, 'utf8').then((text) => Number(text.split(' ')[1]), () => 0);
  return pages * 4096;
}
