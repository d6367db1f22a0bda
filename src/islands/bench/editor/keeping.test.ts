import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import type { Change } from '../../../core/commands';
import { VERSION } from '../../../core/model';
import { PART_LENGTH } from '../../../wire';
import { createKeeping, type Numbered, type SaveState } from './keeping';
import { upToDate, type Outbox } from './outbox';

const change = (id: string): Change => ({ id, version: VERSION, event: 'layers.slide', label: `Slide ${id}`, patches: [{ path: ['a'], from: 0, to: 1 }] });

/** A browser's keeping in memory. */
function fakeOutbox() {
  const kept = new Map<number, Change>();
  let next = 1;
  const outbox: Outbox = {
    keeps: true,
    waiting: () => Promise.resolve(upToDate([...kept].map(([key, one]) => ({ key, change: one })))),
    put: (_, one) => {
      kept.set(next, one);
      return Promise.resolve(next++);
    },
    remove: (key) => Promise.resolve(void kept.delete(key)),
    asides: () => Promise.resolve([]), putAside: () => Promise.resolve(1), removeAside: () => Promise.resolve(),
  };
  return { outbox, kept };
}

type Answer = { readonly status: number; readonly body: unknown } | 'away';

describe('keeping what was done', () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
  });

  function setUp(answers: Answer[], broken: Partial<Outbox> = {}, setAside: Promise<void> = Promise.resolve()) {
    const sent: { id: string; base: number }[] = [];
    const pieces: string[] = [];
    vi.stubGlobal('fetch', (_: string, init: { body: string }) => {
      const { base, change: one, part } = JSON.parse(init.body) as { base: number; change?: Change; part?: { id: string; index: number; text: string } };
      sent.push({ id: one?.id ?? part!.id, base });
      if (part) pieces[part.index] = part.text;
      const answer = answers.shift() ?? { status: 200, body: { kind: 'applied', revision: sent.length, missed: [] } };
      return answer === 'away' ? Promise.reject(new Error('away')) : Promise.resolve(new Response(JSON.stringify(answer.body), { status: answer.status }));
    });
    const { outbox: working, kept } = fakeOutbox();
    const outbox: Outbox = { ...working, ...broken };
    const states: SaveState[] = [];
    const heard: string[] = [];
    let revision = 0;
    const keeping = createKeeping('film', outbox, () => revision, {
      onState: (state) => states.push(state),
      onApplied: (one, at, missed: readonly Numbered[]) => {
        revision = at;
        heard.push(`applied ${one.id} as ${at}, ${missed.length} missed`);
      },
      onBehind: (missed) => {
        revision = missed.at(-1)!.revision;
        heard.push(`behind ${missed.length}`);
      },
      onRefused: (one, words) => {
        heard.push(`refused ${one.id}: ${words}`);
        return setAside;
      },
    });
    return { sent, pieces, kept, states, heard, keeping };
  }
  const applied = (revision: number, missed: readonly unknown[] = []): Answer => ({ status: 200, body: { kind: 'applied', revision, missed } });

  test('where more was missed than one answer holds it is taken in page by page, and the change is sent again on that', async () => {
    const behind = (...at: number[]): Answer => ({ status: 200, body: { kind: 'behind', missed: at.map((revision) => ({ revision, change: change(`change-other-${revision}`) })) } });
    const { sent, heard, kept, keeping } = setUp([behind(1, 2), behind(3), applied(5, [{ revision: 4, change: change('change-other-4') }])]);
    keeping.send(change('change-one'));
    await vi.advanceTimersByTimeAsync(20);
    expect(sent).toEqual([0, 2, 3].map((base) => ({ id: 'change-one', base })));
    expect(heard).toEqual(['behind 2', 'behind 1', 'applied change-one as 5, 1 missed']);
    expect(kept.size).toBe(0);
  });

  test('changes are sent one after another, each on what the one before brought', async () => {
    const { sent, heard, states, kept, keeping } = setUp([applied(1), applied(2)]);
    keeping.send(change('change-one'));
    keeping.send(change('change-two'));
    await vi.advanceTimersByTimeAsync(10);
    expect(sent).toEqual([{ id: 'change-one', base: 0 }, { id: 'change-two', base: 1 }]);
    expect(heard).toEqual(['applied change-one as 1, 0 missed', 'applied change-two as 2, 0 missed']);
    expect(states[states.length - 1]).toEqual({ kind: 'saved' });
    expect(kept.size).toBe(0);
  });
  test('while the server is away a change waits in the browser, is said, and is sent again until it is there', async () => {
    const { sent, kept, states, keeping } = setUp(['away', 'away', { status: 500, body: { message: 'No.' } }, applied(1)]);
    keeping.send(change('change-one'));
    await vi.advanceTimersByTimeAsync(100);
    expect(kept.size).toBe(1);
    expect(states[states.length - 1]).toEqual({ kind: 'offline', waiting: 1, message: null });
    await vi.advanceTimersByTimeAsync(10_000);
    expect(sent.map((one) => one.id)).toEqual(Array.from({ length: 4 }, () => 'change-one'));
    expect(states[states.length - 1]).toEqual({ kind: 'saved' });
    expect(kept.size).toBe(0);
  });
  test('a refusal and a conflict are handed back with their words, and the rest goes on', async () => {
    const { heard, kept, keeping } = setUp([
      { status: 422, body: { message: 'It does not fit.' } },
      { status: 409, body: { kind: 'conflict', revision: 4, missed: [], conflicts: ['Changed elsewhere.'] } },
      applied(5),
    ]);
    for (const id of ['change-one', 'change-two', 'change-three']) keeping.send(change(id));
    await vi.advanceTimersByTimeAsync(10);
    expect(heard).toEqual(['refused change-one: It does not fit.', 'refused change-two: Changed elsewhere.', 'applied change-three as 5, 0 missed']);
    expect(kept.size).toBe(0);
  });
  test('what an earlier page left goes first, under its own id', async () => {
    const { sent, keeping } = setUp([]);
    keeping.resume([{ key: 7, change: change('change-old') }]);
    keeping.send(change('change-new'));
    await vi.advanceTimersByTimeAsync(10);
    expect(sent.map((one) => one.id)).toEqual(['change-old', 'change-new']);
  });
  test('a browser that will not keep a change, or not let go of it, does not stop the saving', async () => {
    for (const broken of [{ put: () => Promise.reject(new Error('full')) }, { remove: () => Promise.reject(new Error('locked')) }]) {
      const { sent, states, keeping } = setUp([], broken);
      for (const id of ['change-one', 'change-two', 'change-three']) keeping.send(change(id));
      await vi.advanceTimersByTimeAsync(10);
      expect(sent.map((one) => one.id)).toEqual(['change-one', 'change-two', 'change-three']);
      expect(states.at(-1)).toEqual({ kind: 'saved' });
    }
  });
  test('what was refused leaves the outbox when it is set aside, not before: a page that ends in between loses nothing', async () => {
    let done = () => {};
    const { kept, heard, keeping } = setUp([{ status: 422, body: { message: 'It does not fit.' } }], {}, new Promise((resolve) => (done = resolve)));
    keeping.send(change('change-one'));
    await vi.advanceTimersByTimeAsync(10);
    expect([heard, [...kept.values()].map((one) => one.id)]).toEqual([['refused change-one: It does not fit.'], ['change-one']]);
    done();
    await vi.advanceTimersByTimeAsync(10);
    expect(kept.size).toBe(0);
  });
  test('a page of another version stops sending, keeps what it has and says so; told again, it tries again', async () => {
    const { sent, kept, states, keeping } = setUp([{ status: 503, body: { message: 'Reload the page.', reload: true } }]);
    keeping.send(change('change-one'));
    await vi.advanceTimersByTimeAsync(60_000);
    expect([sent.length, kept.size, states.at(-1)]).toEqual([1, 1, { kind: 'reload', waiting: 1, message: 'Reload the page.' }]);
    keeping.send(change('change-two'));
    await vi.advanceTimersByTimeAsync(10);
    expect(sent.map((one) => one.id)).toEqual(['change-one', 'change-one', 'change-two']);
  });
  test('an answer that this page does not know is no acknowledgement', async () => {
    const { kept, states, keeping } = setUp([{ status: 200, body: { kind: 'done', at: 7 } }]);
    keeping.send(change('change-one'));
    await vi.advanceTimersByTimeAsync(10);
    expect([kept.size, states.at(-1)!.kind]).toEqual([1, 'reload']);
  });
  test('a server that fails at a change again and again hands it back, and the rest goes on', async () => {
    const { heard, keeping } = setUp(Array.from({ length: 6 }, () => ({ status: 500, body: { message: 'Something went wrong here.' } })));
    keeping.send(change('change-one'));
    keeping.send(change('change-two'));
    await vi.advanceTimersByTimeAsync(60_000);
    expect(heard).toEqual(['refused change-one: Something went wrong here.', expect.stringContaining('applied change-two')]);
  });
  test('a long change travels in pieces under its id, and from the start again where the server has lost them', async () => {
    const more = (next: number): Answer => ({ status: 200, body: { kind: 'more', next } });
    const { sent, pieces, heard, keeping } = setUp([more(1), more(2), more(0), more(1), more(2), applied(1)]);
    const long = { ...change('change-long'), patches: [{ path: ['a'], to: 'x'.repeat(PART_LENGTH * 2 + 5) }] };
    keeping.send(long);
    await vi.advanceTimersByTimeAsync(50);
    expect(sent.length).toBe(6);
    expect(JSON.parse(pieces.join(''))).toEqual(long);
    expect(heard).toEqual(['applied change-long as 1, 0 missed']);
  });
  test('what is done while the last answer is taken in is sent as well', async () => {
    const { sent, states, keeping } = setUp([]);
    keeping.resume([]);
    keeping.send(change('change-one'));
    await vi.advanceTimersByTimeAsync(10);
    expect([sent.length, states.at(-1)]).toEqual([1, { kind: 'saved' }]);
  });
  test('closed, it sends nothing more', async () => {
    const { sent, kept, keeping } = setUp(['away']);
    keeping.send(change('change-one'));
    await vi.advanceTimersByTimeAsync(10);
    keeping.close();
    await vi.advanceTimersByTimeAsync(60_000);
    expect(sent.length).toBe(1);
    expect(kept.size).toBe(1);
  });
});
