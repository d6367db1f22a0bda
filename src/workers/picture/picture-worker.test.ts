import { beforeEach, describe, expect, test } from 'vitest';
import { pairOfPorts } from '../../../tests/support/ports';
import { smallFilm } from '../../../tests/support/projects';
import { patchOf, work, type Draft, type Event } from '../../core/commands';
import type { Problem } from '../../core/checks';
import type { PaintHost, Surface } from '../../painter';
import { createPictureClient, type PictureClient, type Shown } from './client';
import { runPictureWorker } from './picture-worker';
import type { PictureNews } from './protocol';

/** A surface that only counts how often something was painted on it. */
function surfaceThatCounts(): Surface & { painted: number } {
  const surface = { painted: 0 } as Record<string, unknown> & { painted: number };
  return new Proxy(surface, { get: (own, name) => (name in own ? own[name as string] : () => { if (name === 'fill' || name === 'drawImage' || name === 'stroke') own.painted++; }), set: (own, name, value) => ((own[name as string] = value), true) }) as unknown as Surface & { painted: number };
}

/** The worker and its client over a pair of ports; its timers run when they are told to. */
function opened({ since = 2000, load = () => Promise.resolve(false) }: { readonly since?: number; readonly load?: () => Promise<boolean> } = {}) {
  const timers: (() => void)[] = [];
  const shown: Shown[] = [];
  const ready: Uint8Array[] = [];
  const problems: (readonly Problem[])[] = [];
  const died: boolean[] = [];
  let asked = 0;
  let frames = 0;
  let clock = since;
  const pairs: ReturnType<typeof pairOfPorts>[] = [];
  const host: PaintHost = { path: (outline) => outline, image: () => null, giveBack: () => undefined, sheet(width, height) {
    // Frames are as large as the canvas.
    if (width === 100 && height === 50) frames++;
    return { picture: { width, height }, surface: surfaceThatCounts() };
  } };
  const start = () => {
    const pair = pairOfPorts();
    pairs.push(pair);
    runPictureWorker(pair.worker, {
      surroundings: { host, faces: () => () => null, load, lookAgain: () => undefined },
      surfaceOf: surfaceThatCounts, small: () => ({ surface: surfaceThatCounts(), bitmap: () => ({ width: 3, height: 2 }) as ImageBitmap }), probe: { inPath: () => true, inStroke: () => false },
      now: () => clock, clock: () => clock, soon: (run) => queueMicrotask(run), later: (run) => void timers.push(run),
    });
    return pair.page;
  };
  const client = createPictureClient(start(), start, {
    onShown: (one) => shown.push(one), onProblems: (one) => problems.push(one), onReady: (_, frames) => ready.push(frames), onPlayed: () => undefined, onAsked: () => void asked++, onDied: (_, again) => died.push(again),
  });
  const settle = () => new Promise((resolve) => setImmediate(resolve));
  return {
    client, shown, ready, problems, died, asked: () => asked, frames: () => frames, pairs, settle,
    waits: (ms: number) => void (clock += ms),
    /** Lets timers run until nothing is left to do. */
    async idle() {
      for (let i = 0; i < 400; i++) {
        await settle();
        const due = timers.splice(0);
        if (due.length === 0) return;
        for (const run of due) run();
        clock += 1;
      }
    },
  };
}

const film = smallFilm();
const draft = (event: Event, args: object) => work(film, event, { composition: 'main', ids: [], ...args } as never, () => 'new').draft as Draft;
const canvas = { width: 0, height: 0, transferControlToOffscreen: () => ({ width: 0, height: 0 }) } as unknown as HTMLCanvasElement;
let bench: ReturnType<typeof opened>;
let client: PictureClient;
const look = (frame: number) => client.show({ composition: 'main', frame });

beforeEach(async () => {
  bench = opened();
  ({ client } = bench);
  client.attach(canvas);
  client.sendProject(film, 1);
  client.setSize(100, 50, [1, 0, 0, 1, 0, 0]);
  look(3);
  await bench.idle();
});
const lastReady = () => [...bench.ready.at(-1)!].flatMap((one, i) => (one ? [i] : []));

test('the first picture waits for its faces, but not without end; later ones do not', async () => {
  for (const comes of [true, false]) {
    let came: (news: boolean) => void = () => undefined;
    const { client, shown, settle, idle, waits } = opened({ since: 0, load: () => new Promise((done) => { came = done; }) });
    client.attach(canvas);
    client.sendProject(film, 1);
    client.setSize(100, 50, [1, 0, 0, 1, 0, 0]);
    client.show({ composition: 'main', frame: 3 });
    await settle();
    await settle();
    expect(shown).toEqual([]);
    if (comes) came(true);
    else waits(1000);
    await idle();
    expect(shown.map(({ frame }) => frame)).toContain(3);
    client.sendPatches([], 2);
    client.show({ composition: 'main', frame: 4 });
    await idle();
    expect(shown.at(-1)!.frame).toBe(4);
  }
});

describe('the picture’s worker', () => {
  test('shows a frame, and gets all others ready', () => {
    expect(bench.shown.at(-1)).toMatchObject({ revision: 1, composition: 'main', frame: 3 });
    expect(bench.shown.at(-1)!.layers.map(({ id }) => id)).toEqual(['tram', 'lamp', 'child']);
    expect(lastReady().length).toBe(100);
  });
  test('of many looks at once the last is shown alone', async () => {
    const before = bench.shown.length;
    for (let frame = 10; frame < 20; frame++) look(frame);
    await bench.settle();
    expect(bench.shown.slice(before).map(({ frame }) => frame)).toEqual([19]);
  });
  test('takes patches, each making one revision of the one before', async () => {
    client.sendPatches(draft('layers.move', { layers: ['lamp'], by: [7, 0], frame: 0, keying: false }).patches, 2);
    await bench.settle();
    expect(bench.shown.at(-1)).toMatchObject({ revision: 2 });
    expect(bench.asked()).toBe(0);
  });
  test('patches that clash, or that one is missing before, make it ask for the whole; what comes until then is passed over', async () => {
    client.sendPatches([patchOf(['name'], 'Another', 'Third')], 2);
    await bench.settle();
    expect(bench.asked()).toBe(1);
    client.sendPatches([patchOf(['name'], 'Try', 'Fourth')], 3);
    await bench.settle();
    expect(bench.asked()).toBe(1);
    client.sendProject({ ...film, name: 'Fifth' }, 4);
    await bench.settle();
    expect(bench.shown.at(-1)).toMatchObject({ revision: 4 });
    client.sendPatches([patchOf(['name'], 'Fifth', 'Sixth')], 6);
    await bench.settle();
    expect(bench.asked()).toBe(2);
  });
  test('pictures and problems of an older document are dropped', async () => {
    const [shown, problems] = [bench.shown.length, bench.problems.length];
    client.sendPatches([patchOf(['name'], 'Try', 'Second')], 2);
    const answer = (said: PictureNews) => bench.pairs[0]!.worker.postMessage({ said }, []);
    answer({ kind: 'shown', at: 5, request: 1, revision: 1, composition: 'main', frame: 9, layers: { ids: null, numbers: new Float64Array(30) }, tooMuch: false });
    answer({ kind: 'problems', revision: 1, problems: [] });
    await bench.settle();
    expect(bench.shown.slice(shown).every(({ revision }) => revision === 2)).toBe(true);
    expect(bench.problems.length).toBe(problems);
  });
  test('a new name keeps every ready frame; a layer that shows for 30 frames drops those', async () => {
    const trimmed = draft('layers.trim', { layers: ['child'], end: 'end', at: 30 });
    client.sendPatches(trimmed.patches, 2);
    await bench.idle();
    const before = bench.frames();
    client.sendPatches([patchOf(['compositions', 'by', 'main', 'layers', 'by', 'child', 'name'], 'Child', 'Kid')], 3);
    look(80);
    await bench.idle();
    expect([bench.frames() - before, lastReady().length]).toEqual([0, 100]);
    client.sendPatches([patchOf(['compositions', 'by', 'main', 'layers', 'by', 'child', 'blend'], 'normal', 'screen')], 4);
    await bench.idle();
    expect(lastReady().length).toBe(100);
    // Thirty frames, and for each of them one sheet at most on which what stands still is gathered.
    expect(bench.frames() - before).toBeGreaterThanOrEqual(30);
    expect(bench.frames() - before).toBeLessThanOrEqual(60);
  });
  test('a gesture is shown by its moves and keeps no frame; let go, the picture is as before', async () => {
    const x = () => bench.shown.at(-1)!.layers.find(({ id }) => id === 'child')!.matrix[4];
    const before = x();
    client.gesture({ event: 'layers.move', args: { composition: 'main', layers: ['child'], by: [0, 0], frame: 3, keying: false, ids: [] } });
    for (const by of [4, 9]) client.pull({ by: [by, 0] });
    await bench.settle();
    expect(x() - before).toBeCloseTo(9, 9);
    client.gesture(null);
    await bench.settle();
    expect(x()).toBe(before);
    expect(lastReady().length).toBe(100);
  });
  test('checks and counts come between frames, and one that is called off has no answer', async () => {
    expect(bench.problems.at(-1)).toEqual([]);
    const counts = client.activity('reel', new AbortController().signal);
    await bench.idle();
    expect([...(await counts)!].slice(0, 3)).toEqual([0, 1, 1]);
    const off = new AbortController();
    const none = client.activity('main', off.signal);
    off.abort();
    expect(await none).toBeNull();
  });
  test('the same count asked for twice is answered twice', async () => {
    const [one, other] = [1, 2].map(() => client.activity('reel', new AbortController().signal));
    await bench.idle();
    expect(await one).toEqual(await other);
    expect((await one)!.length).toBe(20);
  });
  test('what lies under a point is told; small pictures are painted', async () => {
    expect((await client.pick({ composition: 'main', frame: 3 }, 20, 10)).map(({ path }) => path[0])).toContain('lamp');
    expect(await client.thumbnail('reel', 0, 30, 20)).toMatchObject({ width: 3, height: 2 });
  });
  test('when it dies every question ends, it is told, and another one shows what it is sent', async () => {
    const asked = client.activity('reel', new AbortController().signal);
    await bench.settle();
    bench.pairs[0]!.page.die('out of memory');
    expect([await asked, bench.died]).toEqual([null, [true]]);
    client.attach(canvas);
    client.sendProject(film, 2);
    client.setSize(100, 50, [1, 0, 0, 1, 0, 0]);
    look(5);
    await bench.settle();
    expect(bench.pairs.length).toBe(2);
    expect(bench.shown.at(-1)).toMatchObject({ revision: 2, frame: 5 });
  });
});
