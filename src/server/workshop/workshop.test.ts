import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import fc from 'fast-check';
import { afterEach, describe, expect, test } from 'vitest';
import { assemble, createWorkshop, job, piecesOf, type Piece } from '.';

/** A child that does what it is told: waits, grows, dies, fails, tells pieces, or says who it is. */
const CHILD = `
process.on('disconnect', () => process.exit());
process.on('message', async ({ input }) => {
  if (input.wait) await new Promise((resolve) => setTimeout(resolve, input.wait));
  if (input.spin) for (;;);
  if (input.grow) { const held = []; for (;;) { held.push(Buffer.alloc(20_000_000, 1)); await new Promise((resolve) => setTimeout(resolve, 5)); } }
  if (input.hold) globalThis.held = Buffer.alloc(input.hold, 1);
  if (input.die) process.exit(3);
  if (input.fail) return process.send({ kind: 'failed', message: 'no room', stack: 'no room', code: 'ENOSPC' });
  for (let i = 0; i < (input.pieces ?? 0); i++) process.send({ kind: 'piece', piece: i });
  process.send({ kind: 'done', output: { pid: process.pid, name: input.name ?? null } });
});
process.send({ kind: 'ready' });
`;
const script = path.join(mkdtempSync(path.join(tmpdir(), 'oak-workshop-')), 'child.mjs');
writeFileSync(script, CHILD);

type Told = { readonly hold?: number; readonly wait?: number; readonly spin?: boolean; readonly grow?: boolean; readonly die?: boolean; readonly fail?: boolean; readonly pieces?: number; readonly name?: string };
const work = (rank: 0 | 1 | 2, deadline = 20_000, memory = 2e9) => job<Told, { readonly pid: number; readonly name: string | null }>({ name: 'any', deadline, memory, rank, run: () => Promise.reject(new Error('A child does it.')) });

let workshop: ReturnType<typeof createWorkshop>;
const open = (hands = 2, waiting: readonly [number, number, number] = [4, 4, 4]) => (workshop = createWorkshop({ script, hands, waiting }));
afterEach(() => workshop.close());

describe('a workshop', () => {
  test('does a job, tells its pieces in order, and has the same child do the next', async () => {
    open();
    const pieces: unknown[] = [];
    const first = await workshop.run(work(1), { pieces: 50, name: 'a' }, (piece) => pieces.push(piece));
    expect(first.name).toBe('a');
    expect(pieces).toEqual(Array.from({ length: 50 }, (_, i) => i));
    expect((await workshop.run(work(1), {})).pid).toBe(first.pid);
  });
  test('ends what takes too long, what grows too large and what dies, each in words, and goes on with others', async () => {
    open();
    await expect(workshop.run(work(1, 300), { spin: true })).rejects.toMatchObject({ reason: 'too-slow', message: expect.stringContaining('given up') as string });
    await expect(workshop.run(work(1, 20_000, 300e6), { grow: true })).rejects.toMatchObject({ reason: 'too-large', message: expect.stringContaining('300 MB') as string });
    await expect(workshop.run(work(1), { die: true })).rejects.toMatchObject({ reason: 'ended' });
    await expect(workshop.run(work(1), { fail: true })).rejects.toMatchObject({ message: 'no room', code: 'ENOSPC' });
    expect((await workshop.run(work(1), { name: 'after' })).name).toBe('after');
  });
  test('a child that one job has made large does not do another', async () => {
    open();
    const first = await workshop.run(work(1), { hold: 600_000_000 });
    const next = await workshop.run(work(1, 20_000, 500_000_000), { wait: 300 });
    expect(next.pid).not.toBe(first.pid);
  });
  test('turns away what is too much, serves who waits with an empty screen first, and keeps a hand free for them', async () => {
    open(2);
    const done: string[] = [];
    const told = (rank: 0 | 1 | 2, name: string, wait = 0) => workshop.run(work(rank), { name, wait }).then((one) => void done.push(one.name!));
    // One hand paints; the other stays free, however many pictures wait.
    const slow = told(2, 'slow', 1500);
    const waiting = [told(2, 'p1'), told(2, 'p2'), told(2, 'p3'), told(2, 'p4')];
    await expect(workshop.run(work(2), {})).rejects.toMatchObject({ reason: 'busy' });
    await told(0, 'opened');
    expect(done).toEqual(['opened']);
    await Promise.all([slow, ...waiting]);
    expect(done).toEqual(['opened', 'slow', 'p1', 'p2', 'p3', 'p4']);
  });
  test('however much is brought in and painted at once, an empty screen finds a hand free', async () => {
    open(3);
    const done: string[] = [];
    const told = (rank: 0 | 1 | 2, name: string, wait = 0) => workshop.run(work(rank), { name, wait }).then((one) => void done.push(one.name!));
    const busy = [told(1, 'in', 1500), told(1, 'in', 1500), told(1, 'in', 1500), told(2, 'still', 1500), told(2, 'still', 1500)];
    await Promise.all([...busy, told(0, 'opened')]);
    // It waits for none of those before it: the third of what is brought in has to.
    expect(done.indexOf('opened')).toBeLessThan(done.lastIndexOf('in'));
    expect(done.indexOf('opened')).toBeLessThan(done.indexOf('still'));
    expect(done.length).toBe(6);
  });
  test('a child does not outlive the one that asked', async () => {
    open();
    const { pid } = await workshop.run(work(1), {});
    workshop.close();
    await expect.poll(() => {
      try {
        return process.kill(pid, 0);
      } catch {
        return 'gone';
      }
    }).toBe('gone');
  });
});

describe('a document in pieces', () => {
  test('is the same when it is put together, fields in their order, and no piece is large', () => {
    let many = 0;
    fc.assert(fc.property(fc.object({ maxDepth: 5, maxKeys: 12, key: fc.oneof(fc.string(), fc.constantFrom('by', 'order', '__proto__', 'constructor')) }), fc.integer({ min: 10, max: 400 }), (made, room) => {
      const document = JSON.parse(JSON.stringify(made)) as object;
      const { take, whole } = assemble<object>();
      const pieces = [...piecesOf(document, room)];
      if (pieces.length > 2) many++;
      for (const piece of pieces) take(JSON.parse(JSON.stringify(piece)) as Piece);
      expect(JSON.stringify(whole())).toBe(JSON.stringify(document));
      // Fields of pieces that are added come to no more than the room.
      for (const piece of pieces) if (piece.add) expect(JSON.stringify(piece.value).length).toBeLessThanOrEqual(room * 2 + 100);
    }), { seed: 9, numRuns: 400 });
    expect(many).toBeGreaterThan(100);
    expect(({} as Record<string, unknown>)['x']).toBeUndefined();
  });
});
