import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import type { Change } from '../../../core/commands';
import { createKeeping, type Numbered, type SaveState } from './keeping';
import type { Outbox } from './outbox';

const change = (id: string): Change => ({ id, event: 'layers.slide', label: `Slide ${id}`, patches: [{ path: ['a'], from: 0, to: 1 }] });

/** A browser's keeping in memory. */
function fakeOutbox() {
  const kept = new Map<number, Change>();
  let next = 1;
  const outbox: Outbox = {
    waiting: () => Promise.resolve([...kept].map(([key, one]) => ({ key, change: one }))),
    put: (_, one) => {
      kept.set(next, one);
      return Promise.resolve(next++);
    },
    remove: (key) => Promise.resolve(void kept.delete(key)),
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

  function setUp(answers: Answer[]) {
    const sent: { id: string; base: number }[] = [];
    vi.stubGlobal('fetch', (_: string, init: { body: string }) => {
      const { base, change: one } = JSON.parse(init.body) as { base: number; change: Change };
      sent.push({ id: one.id, base });
      const answer = answers.shift() ?? { status: 200, body: { kind: 'applied', revision: sent.length, missed: [] } };
      return answer === 'away' ? Promise.reject(new Error('away')) : Promise.resolve(new Response(JSON.stringify(answer.body), { status: answer.status }));
    });
    const { outbox, kept } = fakeOutbox();
    const states: SaveState[] = [];
    const heard: string[] = [];
    let revision = 0;
    const keeping = createKeeping('film', outbox, () => revision, {
      onState: (state) => states.push(state),
      onApplied: (one, at, missed: readonly Numbered[]) => {
        revision = at;
        heard.push(`applied ${one.id} as ${at}, ${missed.length} missed`);
      },
      onDropped: (one, words) => heard.push(`dropped ${one.id}: ${words}`),
    });
    return { sent, kept, states, heard, keeping };
  }
  const applied = (revision: number, missed: readonly unknown[] = []): Answer => ({ status: 200, body: { kind: 'applied', revision, missed } });

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
    expect(states[states.length - 1]).toEqual({ kind: 'offline', waiting: 1 });
    await vi.advanceTimersByTimeAsync(10_000);
    expect(sent.map((one) => one.id)).toEqual(Array.from({ length: 4 }, () => 'change-one'));
    expect(states[states.length - 1]).toEqual({ kind: 'saved' });
    expect(kept.size).toBe(0);
  });
  test('a refusal and a conflict are dropped with their words, and the rest goes on', async () => {
    const { heard, kept, keeping } = setUp([
      { status: 422, body: { message: 'It does not fit.' } },
      { status: 409, body: { kind: 'conflict', revision: 4, missed: [], conflicts: ['Changed elsewhere.'] } },
      applied(5),
    ]);
    for (const id of ['change-one', 'change-two', 'change-three']) keeping.send(change(id));
    await vi.advanceTimersByTimeAsync(10);
    expect(heard).toEqual(['dropped change-one: It does not fit.', 'dropped change-two: Changed elsewhere.', 'applied change-three as 5, 0 missed']);
    expect(kept.size).toBe(0);
  });
  test('what an earlier page left goes first, under its own id', async () => {
    const { sent, keeping } = setUp([]);
    keeping.resume([{ key: 7, change: change('change-old') }]);
    keeping.send(change('change-new'));
    await vi.advanceTimersByTimeAsync(10);
    expect(sent.map((one) => one.id)).toEqual(['change-old', 'change-new']);
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
