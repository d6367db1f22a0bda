import { createHash } from 'node:crypto';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync, mkdirSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, beforeEach, describe, expect, test, vi } from 'vitest';
import { changeFrom, readPath, setValues, type Change } from '../core/commands';
import { readProject, readProjectFile, VERSION, writeKept, writeProject, type Project } from '../core/model';
import { openedProject, changeAnswer, changesSince, listProjects } from '../wire';
import { openTestDatabase } from '../../tests/support/database';
import { slideLayers } from '../../tests/support/edits';
import { smallFilm } from '../../tests/support/projects';
import { migrate } from './db';
import { createDocuments, snapshotFiles, type Documents } from './documents';
import { houseOver } from '../../tests/support/house';
import { workshopHere } from '../../tests/support/workshop';

let db: Awaited<ReturnType<typeof openTestDatabase>>;
const data = mkdtempSync(path.join(tmpdir(), 'oak-data-'));
const files = snapshotFiles(path.join(data, 'snapshots'));
let documents: Documents;
let count = 0;

beforeAll(async () => {
  db = await openTestDatabase();
});
afterAll(() => db.close());
beforeEach(async () => {
  documents = createDocuments(db, files, workshopHere);
  await documents.create(`film${++count}`, smallFilm());
});

const id = () => `film${count}`;
const slide = (project: Project, by: number, change = `change-${++count * 1000 + by}`): Change => {
  count--;
  return changeFrom(slideLayers(project, 'main', ['lamp'], by)!, change);
};
const raise = (project: Project, value: number, name: string): Change => changeFrom(setValues(project, 'main', [{ layer: 'lamp', track: 'y', value }], { frame: 0, keying: false, newId: () => 'k' })!, name);
const open = async () => (await documents.open(id()))!;

describe('documents', () => {
  test('a change is applied, numbered and there after a restart', async () => {
    const outcome = await documents.apply(id(), 0, slide((await open()).project, 5));
    expect(outcome).toEqual({ kind: 'applied', revision: 1, missed: [] });
    const restarted = (await createDocuments(db, files, workshopHere).open(id()))!;
    expect(restarted.revision).toBe(1);
    expect(restarted.project).toEqual((await open()).project);
    expect(restarted.project.compositions.by['main']!.layers.by['lamp']!.start).toBe(5);
  });
  test('the same change sent again is applied once', async () => {
    const change = slide((await open()).project, 5);
    await documents.apply(id(), 0, change);
    expect(await documents.apply(id(), 0, change)).toEqual({ kind: 'applied', revision: 1, missed: [] });
    expect((await open()).project.compositions.by['main']!.layers.by['lamp']!.start).toBe(5);
  });
  test('a change on an older revision is laid over what it missed', async () => {
    const { project } = await open();
    const first = slide(project, 5);
    await documents.apply(id(), 0, first);
    const outcome = await documents.apply(id(), 0, raise(project, 99, 'change-raise'));
    expect(outcome).toMatchObject({ kind: 'applied', revision: 2, missed: [{ revision: 1, body: JSON.stringify(first) }] });
    expect((await open()).project.compositions.by['main']!.layers.by['lamp']!).toMatchObject({ start: 5, channels: { y: { value: 99 } } });
  });
  test('the same leaf changed twice is a conflict: theirs in place, mine named', async () => {
    const { project } = await open();
    await documents.apply(id(), 0, raise(project, 50, 'change-theirs'));
    const outcome = await documents.apply(id(), 0, raise(project, 70, 'change-mine1'));
    expect(outcome).toMatchObject({ kind: 'conflict', revision: 1, conflicts: [expect.stringContaining('the same was changed elsewhere') as string] });
    expect((await open()).revision).toBe(1);
  });
  test('what the document could not hold is refused, and nothing changes', async () => {
    const bad: Change = { id: 'change-bad', version: VERSION, event: 'x.y', label: 'Bad', patches: [{ path: ['compositions', 'by', 'main', 'layers', 'by', 'lamp', 'start'], from: 0, to: 'soon' }] };
    expect(await documents.apply(id(), 0, bad)).toMatchObject({ kind: 'refused', message: expect.stringContaining('Lamp') as string });
    const worse: Change = { ...bad, id: 'change-worse', patches: [{ path: ['compositions', 'by', 'main', 'layers', 'by', 'tram', 'timing'], from: smallFilm().compositions.by['main']!.layers.by['tram']!.timing, to: 7 }] };
    expect(await documents.apply(id(), 0, worse)).toMatchObject({ kind: 'refused' });
    expect((await open()).revision).toBe(0);
  });
  test('rubbish on any path, coarse or fine, is refused, and the project opens after a restart', async () => {
    const { project } = await open();
    const main = ['compositions', 'by', 'main'];
    const paths: readonly (readonly string[])[] = [['compositions'], ['compositions', 'by'], ['compositions', 'order'], main, [...main, 'layers'], [...main, 'layers', 'by'], [...main, 'layers', 'order'], [...main, 'layers', 'by', 'lamp'], [...main, 'layers', 'by', 'lamp', 'channels'], [...main, 'markers'], ['assets'], ['presets'], ['name'], ['main'], ['junk'], ['compositions', 'junk'], [...main, 'junk'], [...main, 'layers', 'junk']];
    const rubbish: readonly unknown[] = [5, 'x', true, [], {}, { order: [], by: 7 }, { order: ['a'], by: { a: 5 } }, { order: 'main', by: {} }, { order: ['a'], by: { a: { id: 'a' } } }, { by: { main: null } }];
    let refused = 0;
    const taken: string[] = [];
    for (const [i, path] of paths.entries()) for (const [k, to] of [...rubbish, undefined].entries()) {
      // Nothing in the place of nothing is no change.
      if (to === undefined && readPath(project, path).value === undefined) continue;
      const outcome = await documents.apply(id(), 0, { id: `rubbish-${count}-${i}-${k}`, version: VERSION, event: 'a.b', label: 'Rubbish', patches: [{ path, from: readPath(project, path).value, ...(to === undefined ? {} : { to }) }] } as Change);
      if (outcome.kind === 'refused') refused++;
      if (outcome.kind === 'applied') taken.push(`${path.join('.')} ${JSON.stringify(to)}`);
      const again = await createDocuments(db, files, workshopHere).open(id());
      expect(readProject(writeProject(again!.project)).ok).toBe(true);
    }
    // A name, no channels and no markers are all that may be.
    expect(taken).toEqual(['compositions.by.main.layers.by.lamp.channels {}', 'compositions.by.main.markers {}', 'name "x"']);
    expect(refused).toBeGreaterThan(paths.length * rubbish.length * 0.8);
  }, 60_000);
  test('changes that come at once are all applied, one after another', async () => {
    const { project } = await open();
    const raised = Array.from({ length: 20 }, (_, i) => ({ id: `change-at-once-${i}`, version: VERSION, event: 'layers.set' as const, label: 'Note', patches: [{ path: ['compositions', 'by', 'main', 'layers', 'by', 'tram', 'markers', `n${i}`], to: { id: `n${i}`, at: i, name: '', length: 0, note: '', colour: null, fires: true } }] }));
    const outcomes = await Promise.all(raised.map((change) => documents.apply(id(), 0, change)));
    expect(outcomes.map((outcome) => 'revision' in outcome && outcome.revision).sort((a, b) => Number(a) - Number(b))).toEqual(Array.from({ length: 20 }, (_, i) => i + 1));
    expect(Object.keys((await open()).project.compositions.by['main']!.layers.by['tram']!.markers).length).toBe(21);
    expect(project).toEqual(smallFilm());
  });
  test('a snapshot is written every 200 changes, and loading starts from it', async () => {
    for (let i = 1; i <= 201; i++) await documents.apply(id(), i - 1, raise((await open()).project, 1000 + i, `change-many-${count}-${i}`));
    // Nobody waits for it.
    await vi.waitFor(async () => expect((await db.query<{ at: number }>('select snapshot_revision as at from project where id = $1', [id()])).rows[0]!.at).toBe(200), 10_000);
    expect((await createDocuments(db, files, workshopHere).open(id()))!.project.compositions.by['main']!.layers.by['lamp']!.channels).toMatchObject({ y: { value: 1201 } });
    expect(readdirSync(path.join(data, 'snapshots')).some((name) => name.endsWith('.part'))).toBe(false);
  });
  test('an unknown project is unknown', async () => {
    expect(await documents.open('none')).toBeNull();
    expect(await documents.apply('none', 0, slide(smallFilm(), 1))).toEqual({ kind: 'unknown' });
    expect(await documents.since('none', 0)).toBeNull();
  });
});

describe('the database', () => {
  test('migrating again changes nothing; a newer one is refused by name', async () => {
    await migrate(db);
    await db.query('insert into migration (number) values (99)');
    await expect(migrate(db)).rejects.toThrow(/newer Oak Tumble/);
    await db.query('delete from migration where number = 99');
  });
  test('a transaction that fails leaves nothing behind, and others wait for it', async () => {
    const failing = db.transaction(async (tx) => {
      await tx.query("update project set name = 'gone' where id = $1", [id()]);
      throw new Error('no');
    });
    const after = db.query<{ name: string }>('select name from project where id = $1', [id()]);
    await expect(failing).rejects.toThrow('no');
    expect((await after).rows[0]!.name).toBe('Try');
  });
});

const picture = createHash('sha256').update('picture').digest('hex');

describe('endpoints', () => {
  type Route = (context: { readonly params: Record<string, string>; readonly request: Request; readonly url: URL }) => Promise<Response>;
  const routes: Record<string, Route> = {};
  beforeAll(async () => {
    const media = path.join(data, 'media');
    mkdirSync(media, { recursive: true });
    writeFileSync(path.join(media, `${picture}.png`), 'picture');
    // Each test has documents of its own.
    vi.doMock('./house', () => ({ servedHouse: () => Promise.resolve({ ...houseOver(db, data), documents }) }));
    routes['list'] = (await import('./endpoints/projects')).GET as unknown as Route;
    routes['open'] = (await import('./endpoints/project')).GET as unknown as Route;
    routes['file'] = (await import('./endpoints/project-file')).GET as unknown as Route;
    routes['send'] = (await import('./endpoints/changes')).POST as unknown as Route;
    routes['since'] = (await import('./endpoints/changes')).GET as unknown as Route;
    routes['media'] = (await import('./endpoints/media')).GET as unknown as Route;
    routes['still'] = (await import('./endpoints/still')).GET as unknown as Route;
  });
  const ask = (route: string, params: Record<string, string> = { id: id() }, body?: unknown, type = 'application/json', query = '') => {
    const url = new URL(`http://127.0.0.1/x${query}`);
    const request = new Request(url, body === undefined ? {} : { method: 'POST', body: typeof body === 'string' ? body : JSON.stringify(body), headers: { 'content-type': type } });
    return routes[route]!({ params, request, url });
  };
  test('list', async () => {
    const { projects } = listProjects.parse(await (await ask('list')).json());
    expect(projects.find((project) => project.id === id())).toMatchObject({ name: 'Try', revision: 0, compositions: 2, main: { duration: 100 } });
  });
  test('open, and the file to keep', async () => {
    const opened = openedProject.parse(await (await ask('open')).json());
    expect(opened.project).toEqual(smallFilm());
    const file = await ask('file');
    expect(file.headers.get('content-disposition')).toMatch(/filename="try.oak.json"/);
    expect(readProjectFile(JSON.parse(await file.text()))).toEqual({ ok: true, value: smallFilm() });
    expect((await ask('open', { id: 'none' })).status).toBe(404);
    expect((await ask('file', { id: 'none' })).status).toBe(404);
  });
  test('send, and what others did since', async () => {
    const change = { ...slide(smallFilm(), 4), id: `change-sent-${count}` };
    expect(changeAnswer.parse(await (await ask('send', undefined, { page: VERSION, base: 0, change })).json())).toMatchObject({ kind: 'applied', revision: 1 });
    const since = changesSince.parse(await (await ask('since', undefined, undefined, '', `?since=0&page=${VERSION}`)).json());
    expect(since).toMatchObject({ revision: 1, changes: [{ revision: 1, change: { id: change.id } }] });
    expect((await ask('since', undefined, undefined, '', `?since=x&page=${VERSION}`)).status).toBe(400);
    const stale = changeFrom(slideLayers(smallFilm(), 'main', ['lamp'], 9)!, `change-stale-${count}`);
    expect((await ask('send', undefined, { page: VERSION, base: 0, change: stale })).status).toBe(409);
  });
  test.each<[string, unknown, string, number]>([
    ['no JSON', 'hello', 'application/json', 400], ['another type', '{}', 'text/plain', 415], ['nothing in it', {}, 'application/json', 400],
    ['a path that is none', { page: VERSION, base: 0, change: { id: 'change-12345', event: 'a.b', label: 'L', patches: [{ path: [] }] } }, 'application/json', 400],
    ['a field too many', { base: 0, extra: 1, change: {} }, 'application/json', 400],
    ['a nasty path', { page: VERSION, base: 0, change: { id: 'change-nasty-1', event: 'a.b', label: 'L', patches: [{ path: ['__proto__', 'x'], to: 1 }] } }, 'application/json', 409],
    ['an unknown root', { page: VERSION, base: 0, change: { id: 'change-root-11', event: 'a.b', label: 'L', patches: [{ path: ['sparkle'], to: 1 }] } }, 'application/json', 422],
  ])('refuses %s with a sentence', async (_, body, type, status) => {
    const response = await ask('send', undefined, body, type);
    expect(response.status).toBe(status);
    expect(JSON.stringify(await response.json())).toMatch(/[a-z]{3,}/);
    expect((await open()).revision).toBe(0);
  });
  test('a page of another version is told to reload, and nothing happens', async () => {
    const change = changeFrom(slideLayers(smallFilm(), 'main', ['lamp'], 4)!, `change-page-${count}`);
    // Pages of version 1 said nothing of their version; whatever is 500 or more they keep for later.
    const { version: _, ...unversioned } = change;
    for (const body of [{ base: 0, change: unversioned }, { page: VERSION + 1, base: 0, change }]) {
      const response = await ask('send', undefined, body);
      expect([response.status, await response.json()]).toEqual([503, { message: expect.stringMatching(/Reload the page.*not lost/) as string, reload: true }]);
    }
    expect((await ask('since', undefined, undefined, '', '?since=0')).status).toBe(503);
    expect((await open()).revision).toBe(0);
  });
  test('a long change arrives in pieces: acknowledged when it is whole, asked for anew when pieces were lost', async () => {
    const change = changeFrom(slideLayers(smallFilm(), 'main', ['lamp'], 4)!, `change-long-${count}`);
    const text = JSON.stringify(change);
    const pieces = [text.slice(0, 40), text.slice(40, 90), text.slice(90)];
    const send = async (index: number, id = change.id) => (await ask('send', undefined, { page: VERSION, base: 0, part: { id, index, of: 3, text: pieces[index]! } })).json();
    expect(await send(1)).toEqual({ kind: 'more', next: 0 });
    expect([await send(0), await send(2), await send(1)]).toEqual([{ kind: 'more', next: 1 }, { kind: 'more', next: 1 }, { kind: 'more', next: 2 }]);
    expect((await open()).revision).toBe(0);
    expect(await send(2)).toMatchObject({ kind: 'applied', revision: 1 });
    expect([await send(0), await send(1), await send(2)][2]).toMatchObject({ kind: 'applied', revision: 1 });
    const broken = (await ask('send', undefined, { page: VERSION, base: 0, part: { id: 'change-broken', index: 0, of: 1, text: '{"id":' } }));
    expect(broken.status).toBe(400);
  });
  test('control characters are refused, a long label too, each with a sentence', async () => {
    const named = { id: `change-nul-${count}`, version: VERSION, event: 'layers.set', label: 'Rename', patches: [{ path: ['compositions', 'by', 'main', 'layers', 'by', 'lamp', 'name'], from: 'Lamp', to: 'La\u0000mp' }] };
    const answer = await ask('send', undefined, { page: VERSION, base: 0, change: named });
    expect([answer.status, await answer.json()]).toEqual([422, { message: expect.stringMatching(/control character/) as string }]);
    for (const label of ['a\u0000b', 'x'.repeat(301)]) expect((await ask('send', undefined, { page: VERSION, base: 0, change: { ...named, label } })).status).toBe(400);
  });
  test('a body over the limit is cut off while it is read', async () => expect((await ask('send', undefined, `"${'x'.repeat(16_000_010)}"`)).status).toBe(413));
  test('media by hash alone', async () => {
    const found = await ask('media', { file: `${picture}.png` });
    expect([found.status, await found.text(), found.headers.get('content-type')]).toEqual([200, 'picture', 'image/png']);
    for (const file of ['../../etc/passwd', `${'c'.repeat(64)}.png`, `${picture}.exe`]) expect((await ask('media', { file })).status).toBe(404);
  });
  test('a still of the main composition', async () => {
    const still = await ask('still');
    expect(still.headers.get('content-type')).toBe('image/png');
    expect(Buffer.from(await still.arrayBuffer()).subarray(1, 4).toString()).toBe('PNG');
    expect((await ask('still', { id: 'none' })).status).toBe(404);
  });
});

test('a data folder that cannot be opened is said in its own words, other trouble in a plain sentence', async () => {
  const { safely } = await import('./endpoints/answer');
  const { CannotOpen } = await import('./cannot-open');
  const silent = vi.spyOn(console, 'error').mockImplementation(() => undefined);
  const opened = await safely(() => Promise.reject(new CannotOpen('The data folder could not be opened. It is newer.')));
  expect([opened.status, await opened.json()]).toEqual([503, { message: 'The data folder could not be opened. It is newer.' }]);
  const other = await safely(() => Promise.reject(new Error('at line 7')));
  expect([other.status, ((await other.json()) as { message: string }).message]).toEqual([500, expect.stringMatching(/^Something went wrong here; nothing was changed/)]);
  silent.mockRestore();
});

test('a damaged snapshot opens nothing in silence: the project says which file, and is back when that is', async () => {
  const [mine, older] = [`damaged${count}`, await files.write(writeKept(smallFilm()))];
  await documents.create(mine, { ...smallFilm(), name: 'Mine' });
  const hash = await files.write(writeKept({ ...smallFilm(), name: 'Mine' }));
  const file = path.join(data, 'snapshots', `${hash}.json.gz`);
  const whole = readFileSync(file);
  const said = () => createDocuments(db, files, workshopHere).open(mine).then(() => 'opened', (error: Error) => error.message);
  rmSync(file);
  expect(await said()).toMatch(/^“Mine” cannot be opened\. Its file .*\.json\.gz is missing\. Put it back from a copy of the data folder, or open what can be saved/);
  writeFileSync(file, whole.subarray(0, whole.length - 20));
  expect(await said()).toMatch(/is cut off or damaged/);
  writeFileSync(file, readFileSync(path.join(data, 'snapshots', `${older}.json.gz`)));
  expect(await said()).toMatch(/holds another state than its name says/);
  writeFileSync(file, whole);
  expect(await said()).toBe('opened');
});

test('twenty projects of the same content at once are all kept', async () => {
  const names = Array.from({ length: 20 }, (_, i) => `twin${count}-${i}`);
  await Promise.all(names.map((name) => documents.create(name, smallFilm())));
  for (const name of names) expect((await createDocuments(db, files, workshopHere).open(name))!.project.name).toBe(smallFilm().name);
  expect(readdirSync(path.join(data, 'snapshots')).filter((name) => name.endsWith('.part'))).toEqual([]);
});

test('snapshots are read as they were written', async () => {
  const hash = await files.write('{"a":1}');
  expect(hash).toMatch(/^[0-9a-f]{64}$/);
  expect(await files.read(hash)).toBe('{"a":1}');
  expect(readFileSync(path.join(data, 'snapshots', `${hash}.json.gz`)).length).toBeGreaterThan(10);
});
