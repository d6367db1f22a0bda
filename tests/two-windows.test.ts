import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, test, vi } from 'vitest';
import { sameValue } from '../src/core/commands';
import { readProject, writeProject, type Project } from '../src/core/model';
import { createEditor, type Editor } from '../src/islands/bench/editor/editor';
import type { Outbox } from '../src/islands/bench/editor/outbox';
import { createDocuments, snapshotFiles, type Documents } from '../src/server/documents';
import { openTestDatabase } from './support/database';
import { smallFilm } from './support/projects';
import { draftOf, randomCommand } from './support/random-commands';
import { counting, missingFrom, randomFilm } from './support/random-film';
import { workshopHere } from './support/workshop';

let db: Awaited<ReturnType<typeof openTestDatabase>>;
let documents: Documents;
let count = 0;
const newId = () => `v${++count}`;
const data = mkdtempSync(path.join(tmpdir(), 'oak-windows-'));

beforeAll(async () => {
  db = await openTestDatabase();
  documents = createDocuments(db, snapshotFiles(data), workshopHere);
  vi.doMock('../src/server/house', () => ({ servedHouse: () => Promise.resolve({ documents, media: null }) }));
  const { GET, POST } = await import('../src/server/endpoints/changes');
  // What the page sends goes to the real endpoint, over the real log.
  vi.stubGlobal('fetch', async (address: string, init: RequestInit = {}) => {
    const url = new URL(address, 'http://127.0.0.1');
    const context = { params: { id: url.pathname.split('/')[3]! }, request: new Request(url, init), url };
    return (init.method === 'POST' ? POST : GET)(context as never);
  });
  vi.stubGlobal('localStorage', { getItem: () => null, setItem: () => undefined });
});
afterAll(async () => {
  vi.unstubAllGlobals();
  await db.close();
});

/** A window over a project, and the ear with which it hears that it is looked at again. */
function openWindow(id: string, project: Project): { readonly editor: Editor; readonly look: () => void } {
  let look = (): void => undefined;
  vi.stubGlobal('window', { addEventListener: (name: string, heard: () => void) => { if (name === 'focus') look = heard; }, removeEventListener: () => undefined });
  const outbox: Outbox = {
    keeps: true, waiting: () => Promise.resolve({ changes: [], newer: 0 }), put: () => Promise.resolve(1), remove: () => Promise.resolve(),
    asides: () => Promise.resolve([]), putAside: () => Promise.resolve(++count), removeAside: () => Promise.resolve(),
  };
  const worker = { postMessage: () => undefined, terminate: () => undefined } as unknown as Worker;
  return { editor: createEditor(id, project, 0, outbox, { waiting: [], asides: [] }, worker), look: () => look() };
}

describe('two windows and the server', () => {
  test('come to the same document, whatever both do at once, undo and redo included; what was refused is set aside', async () => {
    const seen = counting();
    let [asides, revisions, undone] = [0, 0, 0];
    const step = fc.record({ window: fc.nat(1), what: fc.constantFrom('do', 'do', 'do', 'undo', 'redo'), command: randomCommand, wait: fc.boolean() });
    await fc.assert(fc.asyncProperty(randomFilm, fc.array(step, { minLength: 4, maxLength: 12 }), async (film, steps) => {
      seen.see(film);
      const id = `film-${++count}`;
      await documents.create(id, film);
      const windows = [openWindow(id, film), openWindow(id, film)];
      const saved = () => vi.waitFor(() => expect(windows.map(({ editor }) => editor.store.getState().saved.kind)).toEqual(['saved', 'saved']), { timeout: 20_000, interval: 2 });
      for (const { window, what, command, wait } of steps) {
        const { editor } = windows[window]!;
        if (what === 'undo') editor.undo();
        else if (what === 'redo') editor.redo();
        else editor.apply(draftOf(editor.store.getState().project, command, newId));
        if (what === 'undo') undone++;
        if (wait) await saved();
      }
      await saved();
      const { revision, project } = (await documents.open(id))!;
      for (const { look } of windows) look();
      await vi.waitFor(() => expect(windows.every(({ editor }) => sameValue(editor.store.getState().project, project))).toBe(true), { timeout: 20_000, interval: 2 });
      // And so does a server that is started anew.
      expect(sameValue((await createDocuments(db, snapshotFiles(data), workshopHere).open(id))!.project, project)).toBe(true);
      const read = readProject(writeProject(project));
      expect(read.ok && sameValue(read.value, project)).toBe(true);
      asides += windows.reduce((sum, { editor }) => sum + editor.store.getState().asides.length, 0);
      revisions += revision;
      for (const { editor } of windows) editor.close();
    }), { seed: 95, numRuns: 60, endOnFailure: true });
    expect(revisions).toBeGreaterThan(100);
    expect(asides).toBeGreaterThan(0);
    expect(undone).toBeGreaterThan(20);
    expect(missingFrom(seen.held)).toEqual([]);
  }, 240_000);

  test('what was set aside can be done over what is there now, kept as a file, or let go', async () => {
    const id = `film-${++count}`;
    await documents.create(id, smallFilm());
    const [one, two] = [openWindow(id, smallFilm()), openWindow(id, smallFilm())];
    const slide = (editor: Editor, which: number) => editor.apply(draftOf(editor.store.getState().project, { which: 0, comp: 0, a: 1, b: 1, n: which, yes: true }, newId));
    slide(one.editor, 5);
    await vi.waitFor(async () => expect((await documents.open(id))!.revision).toBe(1));
    slide(two.editor, 9);
    await vi.waitFor(() => expect(two.editor.store.getState().asides.length).toBe(1));
    const start = (editor: Editor) => editor.store.getState().project.compositions.by['main']!.layers.by['lamp']!.start;
    expect([start(two.editor), two.editor.store.getState().history.done]).toEqual([5, []]);
    expect(two.editor.store.getState().message).toMatchObject({ bad: true, text: expect.stringMatching(/set aside/) as string });
    const [aside] = two.editor.store.getState().asides;
    two.editor.tryAside(aside!.key);
    expect([start(two.editor), two.editor.store.getState().asides, two.editor.store.getState().history.done.length]).toEqual([9, [], 1]);
    two.editor.undo();
    expect(start(two.editor)).toBe(5);
    await vi.waitFor(() => expect(two.editor.store.getState().saved.kind).toBe('saved'));
    expect((await documents.open(id))!.project.compositions.by['main']!.layers.by['lamp']!.start).toBe(5);
    for (const { editor } of [one, two]) editor.close();
  });
});
