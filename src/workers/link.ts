import { sayFault } from '../core/model';
/**
 * One way for pages and their workers to talk. A call is a question that always ends: with its answer, with the reason
 * why there is none, when it is called off, or when the worker dies. Besides, each side may say things that nobody
 * answers. A worker that died is told of and started again.
 */
export type Calls = Readonly<Record<string, { readonly in: unknown; readonly out: unknown }>>;

/** What a side of a link needs of a worker or of a worker's own scope. */
export type Port = {
  readonly postMessage: (message: unknown, transfer: Transferable[]) => void;
  onmessage: ((event: MessageEvent) => void) | null;
};

/** A worker as the page has it. */
export type WorkerPort = Port & { onerror: ((event: ErrorEvent) => void) | null; readonly terminate: () => void };

type Asked = { readonly call: number; readonly kind: string; readonly given: unknown };
type CalledOff = { readonly off: number };
type Said = { readonly said: unknown };
type Answered = { readonly call: number; readonly answer: unknown } | { readonly call: number; readonly failed: string };

export type Link<C extends Calls, Says> = {
  /** Rejects when the worker cannot answer, when it dies, and with an AbortError when it is called off. */
  readonly call: <K extends keyof C & string>(kind: K, given: C[K]['in'], more?: { readonly signal?: AbortSignal; readonly transfer?: Transferable[] }) => Promise<C[K]['out']>;
  readonly say: (message: Says, transfer?: Transferable[]) => void;
  readonly close: () => void;
};

export type LinkEvents<News> = {
  /** What the worker says without being asked. */
  readonly hear?: (news: News) => void;
  /** The worker died; with `again` another one has taken its place, which knows nothing yet. */
  readonly died?: (why: string, again: boolean) => void;
};

/** So many deaths in a row are a fault that no start mends. */
const MOST_STARTS = 4;

/** The page's side. `start` makes the worker, at the first word to it, and after each death. */
export function openLink<C extends Calls, Says, News>(start: () => WorkerPort, events: LinkEvents<News> = {}): Link<C, Says> {
  const waiting = new Map<number, { readonly answer: (value: unknown) => void; readonly fail: (why: Error) => void }>();
  let [next, starts, closed] = [1, 0, false];
  let worker: WorkerPort | null = null;

  function opened(): WorkerPort {
    if (worker) return worker;
    if (closed) throw new Error('This was closed.');
    starts++;
    const port = start();
    worker = port;
    port.onmessage = ({ data }: MessageEvent<Answered | Said>) => {
      if (worker !== port) return;
      if ('said' in data) return events.hear?.(data.said as News);
      // A worker that answers lives.
      starts = 1;
      const one = waiting.get(data.call);
      waiting.delete(data.call);
      if ('failed' in data) one?.fail(new Error(data.failed));
      else one?.answer(data.answer);
    };
    port.onerror = (event) => {
      if (worker !== port) return;
      worker = null;
      port.terminate();
      const left = [...waiting.values()];
      waiting.clear();
      // What ended it is for the console; a person is told what that means.
      for (const { fail } of left) fail(new Error(sayFault(new RangeError(event.message))));
      events.died?.(event.message, starts < MOST_STARTS && !closed);
    };
    return port;
  }

  return {
    call: (kind, given, { signal, transfer = [] } = {}) => new Promise((answer, fail) => {
      const calledOff = () => fail(new DOMException('It was called off.', 'AbortError'));
      if (signal?.aborted) return calledOff();
      const call = next++;
      let port: WorkerPort;
      try {
        port = opened();
      } catch (error) {
        return fail(error as Error);
      }
      waiting.set(call, { answer: answer as (value: unknown) => void, fail });
      signal?.addEventListener('abort', () => {
        if (!waiting.delete(call)) return;
        worker?.postMessage({ off: call } satisfies CalledOff, []);
        calledOff();
      }, { once: true });
      port.postMessage({ call, kind, given } satisfies Asked, transfer);
    }),
    say(message, transfer = []) {
      // A question may be worth another start; news for nobody is not.
      if (!closed && (worker !== null || starts < MOST_STARTS)) opened().postMessage({ said: message } satisfies Said, transfer);
    },
    close() {
      closed = true;
      worker?.terminate();
      worker = null;
      for (const { fail } of waiting.values()) fail(new Error('This was closed.'));
      waiting.clear();
    },
  };
}

export type Handlers<C extends Calls> = { readonly [K in keyof C]: (given: C[K]['in'], signal: AbortSignal) => C[K]['out'] | Promise<C[K]['out']> };

/** What goes back to the page by being handed over instead of copied. */
const handedOver = new WeakMap<object, Transferable[]>();

/** An answer whose parts are handed over, not copied. */
export function handOver<T extends object>(answer: T, transfer: Transferable[]): T {
  handedOver.set(answer, transfer);
  return answer;
}

/** The worker's side: answers calls, hears what is said, and may say things itself. */
export function answerLink<C extends Calls, Says, News>(port: Port, handlers: Handlers<C>, hear: (message: Says) => void = () => undefined): { readonly say: (news: News, transfer?: Transferable[]) => void } {
  const running = new Map<number, AbortController>();
  const post = (message: Answered | Said, transfer: Transferable[] = []) => port.postMessage(message, transfer);
  port.onmessage = ({ data }: MessageEvent<Asked | CalledOff | Said>) => {
    if ('said' in data) return hear(data.said as Says);
    if ('off' in data) return void running.get(data.off)?.abort();
    const { call, kind, given } = data;
    const off = new AbortController();
    running.set(call, off);
    const end = (message: Answered, transfer?: Transferable[]) => {
      running.delete(call);
      // Who called it off waits for nothing any more.
      if (!off.signal.aborted) post(message, transfer);
    };
    void (async () => (handlers[kind] as Handlers<C>[string])(given as never, off.signal))().then(
      (answer) => end({ call, answer }, answer !== null && typeof answer === 'object' ? handedOver.get(answer) : undefined),
      (error: unknown) => {
        const words = sayFault(error);
        // What an engine said is for whoever mends the program.
        if (words !== (error as Error | null)?.message) console.error(error);
        end({ call, failed: words });
      },
    );
  };
  return { say: (news, transfer) => post({ said: news }, transfer) };
}
