import { describe, expect, test } from 'vitest';
import { pairOfPorts } from '../../tests/support/ports';
import { answerLink, openLink } from './link';

type Sums = { add: { in: readonly [number, number]; out: number }; wait: { in: number; out: string }; fail: { in: null; out: never } };

function linked() {
  const started: ReturnType<typeof pairOfPorts>[] = [];
  const heard: string[] = [];
  const told: string[] = [];
  const died: [string, boolean][] = [];
  const aborted: number[] = [];
  const let_: (() => void)[] = [];
  const link = openLink<Sums, string, string>(() => {
    const pair = pairOfPorts();
    started.push(pair);
    const side = answerLink<Sums, string, string>(pair.worker, {
      add: ([a, b]) => a + b,
      wait: (n, signal) => new Promise((resolve) => {
        signal.addEventListener('abort', () => aborted.push(n));
        let_.push(() => resolve(`waited ${n}`));
      }),
      fail: () => { throw new Error('it cannot be done'); },
    }, (message) => { heard.push(message); side.say(`heard ${message}`); });
    return pair.page;
  }, { hear: (news) => told.push(news), died: (why, again) => died.push([why, again]) });
  return { link, started, heard, told, died, aborted, letGo: () => let_.forEach((one) => one()) };
}
const soon = () => new Promise((resolve) => setImmediate(resolve));

describe('a link', () => {
  test('starts its worker at the first word, once', async () => {
    const { link, started } = linked();
    expect(started.length).toBe(0);
    expect(await Promise.all([link.call('add', [1, 2]), link.call('add', [3, 4])])).toEqual([3, 7]);
    expect(started.length).toBe(1);
  });
  test('a call that fails says why, and others go on', async () => {
    const { link } = linked();
    await expect(link.call('fail', null)).rejects.toThrow('it cannot be done');
    expect(await link.call('add', [1, 1])).toBe(2);
  });
  test('things are said both ways without being answered', async () => {
    const { link, heard, told } = linked();
    link.say('morning');
    await soon();
    expect([heard, told]).toEqual([['morning'], ['heard morning']]);
  });
  test('a call is called off on both sides, and its late answer is nobody’s', async () => {
    const { link, aborted, letGo } = linked();
    const off = new AbortController();
    const call = link.call('wait', 7, { signal: off.signal });
    await soon();
    off.abort();
    await expect(call).rejects.toMatchObject({ name: 'AbortError' });
    await soon();
    expect(aborted).toEqual([7]);
    letGo();
    expect(await link.call('add', [2, 2])).toBe(4);
    await expect(link.call('wait', 8, { signal: off.signal })).rejects.toMatchObject({ name: 'AbortError' });
  });
  test('a worker that dies ends all that wait, is told, and another answers what comes next', async () => {
    const { link, started, died } = linked();
    const waiting = link.call('wait', 1);
    await soon();
    started[0]!.page.die('out of memory');
    await expect(waiting).rejects.toThrow(/needs more memory/);
    expect([died, started[0]!.page.terminated()]).toEqual([[['out of memory', true]], true]);
    expect(await link.call('add', [5, 5])).toBe(10);
    expect(started.length).toBe(2);
  });
  test('deaths in a row, without an answer between, are given up', async () => {
    const { link, started, died } = linked();
    for (let i = 0; i < 4; i++) {
      const call = link.call('wait', i).catch(() => 'ended');
      await soon();
      started[i]!.page.die('again');
      expect(await call).toBe('ended');
    }
    expect(died.map(([, again]) => again)).toEqual([true, true, true, false]);
    // What nobody asked for starts no fifth worker; a question does.
    link.say('morning');
    expect(started.length).toBe(4);
    expect([await link.call('add', [2, 2]), started.length]).toEqual([4, 5]);
  });
  test('closing ends what waits and starts nothing more', async () => {
    const { link, started } = linked();
    const waiting = link.call('wait', 1);
    await soon();
    link.close();
    await expect(waiting).rejects.toThrow('closed');
    await expect(link.call('add', [1, 2])).rejects.toThrow('closed');
    expect([started.length, started[0]!.page.terminated()]).toEqual([1, true]);
  });
});
