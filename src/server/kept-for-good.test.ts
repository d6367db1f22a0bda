import { createHash } from 'node:crypto';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { gunzipSync, gzipSync } from 'node:zlib';
import { afterAll, beforeAll, beforeEach, describe, expect, test, vi } from 'vitest';
import { sameValue, type Change } from '../core/commands';
import { VERSION, writeKept, type Project } from '../core/model';
import { openTestDatabase } from '../../tests/support/database';
import { houseOver } from '../../tests/support/house';
import { smallFilm } from '../../tests/support/projects';
import { workshopHere } from '../../tests/support/workshop';
import { nodeDisk } from './disk';
import { createDocuments, snapshotFiles } from './documents';
import type { House } from './house';
import { insertSnapshot } from './repositories/snapshots';
import { sweep } from './sweep';

let db: Awaited<ReturnType<typeof openTestDatabase>>;
let data: string;
let house: House;
let count = 0;
const id = () => `kept${count}`;

beforeAll(async () => void (db = await openTestDatabase()));
afterAll(() => db.close());
beforeEach(async () => {
  data = mkdtempSync(path.join(tmpdir(), 'oak-kept-'));
  house = houseOver(db, data);
  count++;
  await house.documents.create(id(), { ...smallFilm(), name: `Kept ${count}` });
});

const marker = (name: string, note = ''): Change => ({ id: `change-${id()}-${name}`, version: VERSION, event: 'markers.add', label: `Add ${name}`, patches: [{ path: ['compositions', 'by', 'main', 'markers', name], to: { id: name, at: 5, name, length: 0, note, colour: null, fires: true } }] });
const markersOf = (project: Project) => Object.keys(project.compositions.by['main']!.markers).filter((name) => name.startsWith('n'));
const add = async (from: number, to: number) => {
  for (let i = from; i < to; i++) expect(await house.documents.apply(id(), i, marker(`n${i}`))).toMatchObject({ kind: 'applied' });
};
const rows = (): Promise<{ revision: number; hash: string }[]> => db.query<{ revision: number; hash: string }>('select revision, hash from snapshot where project_id = $1 order by revision desc', [id()]).then((found) => [...found.rows]);
const fileOf = (hash: string) => path.join(data, 'snapshots', `${hash}.json.gz`);
/** What a start after this finds: nothing in memory. */
const restarted = () => houseOver(db, data).documents;
const silently = async <T>(work: () => Promise<T>): Promise<readonly [T, string]> => {
  const spy = vi.spyOn(console, 'error').mockImplementation(() => undefined);
  const told = await work();
  const said = spy.mock.calls.map(([first]) => String(first)).join(' ');
  spy.mockRestore();
  return [told, said];
};

describe('a damaged snapshot', () => {
  const hurts: readonly (readonly [string, (file: string, older: string) => void])[] = [
    ['cut', (file) => writeFileSync(file, readFileSync(file).subarray(0, 40))],
    ['missing', (file) => rmSync(file)],
    ['an older valid file in its place', (file, older) => writeFileSync(file, readFileSync(older))],
  ];
  test.each(hurts)('%s: an older one and the log make it good, all of it; it is said, logged, and sound from then on', async (_, hurt) => {
    await add(0, 205);
    await vi.waitFor(async () => expect((await rows())[0]!.revision).toBe(200), 20_000);
    const [newest, oldest] = (await rows()) as [{ revision: number; hash: string }, { revision: number; hash: string }];
    hurt(fileOf(newest.hash), fileOf(oldest.hash));
    const [found, logged] = await silently(() => restarted().open(id()));
    expect([found!.revision, markersOf(found!.project).length]).toEqual([205, 205]);
    expect(found!.repaired).toMatch(/^A file of “Kept \d+” was damaged, and was made good from an older state.*nothing is missing.*\.json\.gz/);
    expect(logged).toContain('was damaged');
    const after = await restarted().open(id());
    expect([after!.revision, markersOf(after!.project).length, after!.repaired]).toEqual([205, 205, null]);
  });
  test('where it was damaged while it was open, memory makes it good for whoever reads it from the disk', async () => {
    await add(0, 3);
    const [{ hash }] = (await rows()) as [{ revision: number; hash: string }];
    writeFileSync(fileOf(hash), 'nothing');
    const still = await house.documents.withSource(id(), (source) => workshopHere.run({ name: 'look', deadline: 1, memory: 1, rank: 1, run: async (one: typeof source) => {
      const { readSource } = await import('./documents');
      return markersOf(await readSource(one)).length;
    } }, source));
    expect(still).toBe(3);
    expect((await rows())[0]).toMatchObject({ revision: 3 });
  });
  test('where all are damaged, what can be saved opens beside the original, which is left as it is', async () => {
    await add(0, 4);
    const [{ hash }] = (await rows()) as [{ revision: number; hash: string }];
    const text = gunzipSync(readFileSync(fileOf(hash))).toString();
    // Cut off in the middle of the last layers.
    writeFileSync(fileOf(hash), gzipSync(text.slice(0, Math.floor(text.length * 0.7))));
    const before = readFileSync(fileOf(hash));
    await expect(restarted().open(id())).rejects.toMatchObject({ code: 'CANNOT-OPEN', savable: true, message: expect.stringMatching(/holds another state.*or open what can be saved/) as string });
    const saved = await restarted().salvage(id(), `${id()}-saved`);
    expect(saved).toMatchObject({ kind: 'saved', name: `Kept ${count}, what was saved`, lost: expect.stringContaining('the end of its file is missing') as string });
    const opened = (await restarted().open(`${id()}-saved`))!;
    expect(Object.keys(opened.project.compositions.by).length).toBeGreaterThan(0);
    expect(readFileSync(fileOf(hash)).equals(before)).toBe(true);
    expect(await restarted().list()).toContainEqual(expect.objectContaining({ id: id() }));
    expect(await restarted().salvage('nobody', 'x')).toBeNull();
    writeFileSync(fileOf(hash), 'nothing at all');
    expect(await restarted().salvage(id(), 'y')).toMatchObject({ kind: 'saved', lost: expect.stringMatching(/none of its states was left/) as string });
  });
});

describe('growth', () => {
  test('past the limit is refused before it is acknowledged, with the size and what is large; below it, work opens again however long its text', async () => {
    for (let i = 0; i < 3; i++) await house.documents.apply(id(), i, marker(`n${i}`));
    const markers = Object.fromEntries(Array.from({ length: 9700 }, (_, i) => [`b${i}`, { ...(marker(`b${i}`, 'b'.repeat(9900)).patches[0]!.to as object) }]));
    const refused = await house.documents.apply(id(), 3, { ...marker('n10'), patches: Object.entries(markers).map(([name, to]) => ({ path: ['compositions', 'by', 'main', 'markers', name], to })) });
    expect(refused).toMatchObject({ kind: 'refused', message: expect.stringMatching(/^This would make “Kept \d+” 9\d\.\d MB large; a project may have 96\.0 MB, media not counted\. The largest: composition “\w+” with 9\d\.\d MB\. Delete/) as string });
    const some = Object.entries(markers).slice(0, 7000);
    expect(await house.documents.apply(id(), 3, { ...marker('n11'), patches: some.map(([name, to]) => ({ path: ['compositions', 'by', 'main', 'markers', name], to })) })).toMatchObject({ kind: 'applied', revision: 4 });
    expect((await restarted().open(id()))!.revision).toBe(4);
    // A start between forgets nothing of what was added since the last snapshot.
    const rest = Object.entries(markers).slice(7000);
    expect(await restarted().apply(id(), 4, { ...marker('n13'), patches: rest.map(([name, to]) => ({ path: ['compositions', 'by', 'main', 'markers', name], to })) })).toMatchObject({ kind: 'refused', message: expect.stringMatching(/^This would make/) as string });
    // Its snapshot is far too large to be read at once: it comes in pieces, and is the same.
    const { project } = (await house.documents.open(id()))!;
    await house.documents.letGo(Date.now() + 1);
    expect((await rows())[0]!.revision).toBe(4);
    expect(sameValue((await restarted().open(id()))!.project, project)).toBe(true);
    // What makes it smaller is taken whatever its size.
    expect(await house.documents.apply(id(), 4, { ...marker('n12'), patches: [{ path: ['compositions', 'by', 'main', 'markers', 'b1'], from: markers['b1'] }] })).toMatchObject({ kind: 'applied' });
  }, 60_000);
});

describe('what was told', () => {
  test('a change that comes again under an id with other content is refused', async () => {
    await add(0, 1);
    expect(await house.documents.apply(id(), 0, marker('n0'))).toEqual({ kind: 'applied', revision: 1, missed: [] });
    expect(await house.documents.apply(id(), 0, { ...marker('n1'), id: marker('n0').id })).toMatchObject({ kind: 'refused', message: expect.stringContaining('came under an id that another change has had') as string });
    expect((await restarted().open(id()))!.revision).toBe(1);
  });
  test('a document that nobody asked for is let go with a snapshot; one in use stays', async () => {
    await add(0, 3);
    await house.documents.letGo(Date.now() - 60_000);
    expect((await rows()).map(({ revision }) => revision)).toEqual([0]);
    await house.documents.letGo(Date.now() + 1);
    expect((await rows()).map(({ revision }) => revision)).toEqual([3, 0]);
    expect((await house.documents.open(id()))!.revision).toBe(3);
  });
  test('a disk that is full while a snapshot is written takes nothing away, and leaves nothing behind', async () => {
    const full = Object.assign(new Error('no room'), { code: 'ENOSPC' });
    const files = snapshotFiles(path.join(data, 'snapshots'), { ...nodeDisk, write: async (file, bytes) => {
      await nodeDisk.write(file, bytes.subarray(0, 10));
      throw full;
    } });
    const before = readdirSync(path.join(data, 'snapshots'));
    await expect(createDocuments(db, files, workshopHere).create('never', smallFilm())).rejects.toBe(full);
    expect(readdirSync(path.join(data, 'snapshots'))).toEqual(before);
    expect((await house.documents.list()).some((one) => one.id === 'never')).toBe(false);
    const { safely } = await import('./endpoints/answer');
    const answers = await Promise.all([full, Object.assign(new Error(), { code: 'EROFS' }), Object.assign(new Error(), { code: '53100' })].map(async (error) => {
      const answer = await safely(() => Promise.reject(error));
      return [answer.status, ((await answer.json()) as { message: string }).message];
    }));
    expect(answers.map(([status]) => status)).toEqual([507, 507, 507]);
    expect(answers[0]![1]).toBe('The disk that holds the data folder is full. Make room on it, then try again: this was not kept, and what was kept before is whole.');
    expect(answers[1]![1]).toMatch(/can only be read/);
  });
});

describe('the sweep', () => {
  const HOUR = 3_600_000;
  const hashOf = (text: string) => createHash('sha256').update(text).digest('hex');
  const put = (folder: string, name: string, hours: number, text = name) => {
    mkdirSync(path.join(data, folder), { recursive: true });
    const file = path.join(data, folder, name);
    writeFileSync(file, text);
    const when = new Date(Date.now() - hours * HOUR);
    utimesSync(file, when, when);
  };
  const left = (folder: string) => readdirSync(path.join(data, folder)).sort();
  const age = (folder: string, hours: number) => { for (const name of left(folder)) utimesSync(path.join(data, folder, name), new Date(Date.now() - hours * HOUR), new Date(Date.now() - hours * HOUR)); };

  test('takes leftovers, media of imports that were ended, and old snapshots; never what is named, nor what is young', async () => {
    // All that earlier tests remember lies in other folders.
    await db.query('delete from project where id <> $1', [id()]);
    const [named, inLog, begun, sent, gone] = ['named', 'in a change', 'begun', 'sent', 'long gone'].map(hashOf) as [string, string, string, string, string];
    const film = smallFilm();
    await house.documents.create(`${id()}-pictured`, { ...film, assets: { order: ['a'], by: { a: { id: 'a', name: 'A', type: 'image', hash: named, mime: 'image/png', bytes: 1, width: 1, height: 1 } } } } as unknown as Project);
    await house.documents.apply(id(), 0, marker('n0', `It had ${inLog} once`));
    for (const hash of [named, inLog, begun]) put('media', `${hash}.png`, 48);
    put('media', `${sent}.png`, 48);
    put('media', `${gone}.png`, 24 * 40);
    put('media', 'x.part', 48);
    put('media', 'young.part', 2);
    put('incoming', 'a.part', 48);
    put('incoming', 'b.part', 2);
    put('incoming', 'a.media', 48, [begun, named, inLog].join('\n'));
    put('snapshots', `${hashOf('nobody')}.json.gz`, 48);
    put('snapshots', `${hashOf('just now')}.json.gz`, 2);
    const swept = await sweep(data, db, workshopHere, Date.now());
    expect(swept).toEqual({ leftovers: 3, snapshots: 1, media: 2 });
    expect(left('media')).toEqual([`${named}.png`, `${inLog}.png`, `${sent}.png`, 'young.part'].sort());
    expect(left('incoming')).toEqual(['b.part']);
    expect(left('snapshots')).toContain(`${hashOf('just now')}.json.gz`);
    expect((await restarted().open(id()))!.revision).toBe(1);
  });
  test('of each project three snapshots stay, and the one that it stands on; a snapshot that cannot be read lets no picture go', async () => {
    await db.query('delete from project where id <> $1', [id()]);
    for (let revision = 1; revision <= 5; revision++) {
      await house.documents.apply(id(), revision - 1, marker(`n${revision}`));
      await house.documents.letGo(Date.now() + 1);
    }
    await db.query(`update snapshot set made_at = now() - interval '2 days' where project_id = $1`, [id()]);
    age('snapshots', 48);
    await sweep(data, db, workshopHere, Date.now());
    expect((await rows()).map(({ revision }) => revision)).toEqual([5, 4, 3]);
    expect(left('snapshots').length).toBe(3);
    expect(markersOf((await restarted().open(id()))!.project).length).toBe(5);
    writeFileSync(fileOf((await rows())[2]!.hash), 'damaged');
    put('media', `${hashOf('old')}.png`, 24 * 40);
    expect(await sweep(data, db, workshopHere, Date.now())).toMatchObject({ media: 0 });
    expect(statSync(path.join(data, 'media', `${hashOf('old')}.png`)).isFile()).toBe(true);
    await db.transaction((tx) => insertSnapshot(tx, id(), { revision: 3, hash: 'x' }));
  });
});

test('a kept text is read as it was written, and one of an earlier form too', async () => {
  const { readKept, writeProject } = await import('../core/model');
  const film = smallFilm();
  expect(readKept(writeKept(film))).toEqual({ ok: true, value: film });
  expect(readKept(writeProject(film))).toEqual({ ok: true, value: film });
  expect(readKept('{"format":"oak-tumble/kept","version":2,').ok).toBe(false);
});

describe('what is small to do and much to keep', () => {
  const much = (name: string): Change => ({ ...marker(name), patches: [marker(name).patches[0]!, ...Array.from({ length: 390 }, (_, i) => marker(`b${name}-${i}`, 'x'.repeat(9900)).patches[0]!)] });
  test('a snapshot is due after so many changes of so many bytes; what others missed comes in pages, each once', async () => {
    for (let i = 0; i < 5; i++) expect(await house.documents.apply(id(), i, much(`n${i}`))).toMatchObject({ kind: 'applied' });
    await expect.poll(async () => (await rows())[0]!.revision, { timeout: 20_000 }).toBe(5);
    const seen: number[] = [];
    let pages = 0;
    for (let from = 0, more = true; more; pages++) {
      const page = (await house.documents.since(id(), from))!;
      seen.push(...page.changes.map(({ revision }) => revision));
      [from, more] = [page.revision, page.more];
    }
    expect([seen, pages > 2]).toEqual([[1, 2, 3, 4, 5], true]);
    // Whoever sends a change on an old state takes in what was missed first, in pages too; one that was done already is found again.
    const late = async (one: Change): Promise<readonly number[]> => {
      const found: number[] = [];
      for (let base = 0; ;) {
        const answer = await house.documents.apply(id(), base, one);
        if (answer.kind !== 'behind') return [...found, (answer as { revision: number }).revision];
        found.push(...answer.missed.map(({ revision }) => revision));
        base = found.at(-1)!;
      }
    };
    expect([await late(marker('late')), (await late(much('n2'))).at(-1)]).toEqual([[1, 2, 3, 4, 6], 3]);
    expect(markersOf((await restarted().open(id()))!.project)).toHaveLength(5);
  });
  test('a snapshot that unfolds to 600 MB, and a folder in its place: the older state and the log are taken', async () => {
    await add(0, 2);
    await house.documents.letGo(Date.now() + 1000);
    await expect.poll(async () => (await rows()).length, { timeout: 20_000 }).toBe(2);
    const [newest] = await rows();
    const zeros = gzipSync(Buffer.alloc(1 << 20));
    writeFileSync(fileOf(newest!.hash), Buffer.concat(Array.from({ length: 600 }, () => zeros)));
    const [unfolded, said] = await silently(() => restarted().open(id()));
    expect([markersOf(unfolded!.project).length, said]).toEqual([2, expect.stringMatching(/unfolds to more than any document has/) as string]);
    await add(2, 3);
    const [latest] = await rows();
    rmSync(fileOf(latest!.hash), { recursive: true, force: true });
    mkdirSync(fileOf(latest!.hash));
    const [beside] = await silently(() => restarted().open(id()));
    expect(markersOf(beside!.project)).toHaveLength(3);
  });
  test('where all states are gone, what was done since the beginning is saved', async () => {
    await house.documents.apply(id(), 0, { id: `change-${id()}-layer`, version: VERSION, event: 'layers.add', label: 'Add', patches: [{ path: ['compositions', 'by', 'main', 'layers', 'by', 'sign'], to: { ...smallFilm().compositions.by['main']!.layers.by['lamp'], id: 'sign', name: 'Sign' } }, { path: ['compositions', 'by', 'main', 'layers', 'order'], from: smallFilm().compositions.by['main']!.layers.order, to: [...smallFilm().compositions.by['main']!.layers.order, 'sign'] }] } as never);
    await add(1, 3);
    for (const { hash } of await rows()) rmSync(fileOf(hash));
    const fresh = houseOver(db, data).documents;
    const saved = await fresh.salvage(id(), `${id()}-saved`);
    expect(saved).toMatchObject({ kind: 'saved', lost: expect.stringMatching(/none of its states was left/) as string });
    const { project } = (await fresh.open(`${id()}-saved`))!;
    expect([markersOf(project), Object.keys(project.compositions.by['main']!.layers.by)]).toEqual([['n1', 'n2'], ['sign']]);
  });
  test('a change that goes into what is not there, or lies about what was, is refused in words', async () => {
    const order: Change = { id: `change-${id()}-order`, version: VERSION, event: 'layers.order', label: 'Order', patches: [{ path: ['compositions', 'by', 'main', 'layers', 'by', 'gone', 'timing', 'order'], from: ['a'], to: ['b'] }] };
    expect(['refused', 'conflict']).toContain((await house.documents.apply(id(), 0, order)).kind);
    for (const path of [['compositions', 'by', 'gone', 'layers', 'order'], ['assets', 'by', 'x', 'order'], ['presets', 'order', 'deep'], ['order']]) expect(['refused', 'conflict']).toContain((await house.documents.apply(id(), 0, { ...order, id: `change-${id()}-${path.join('')}`, patches: [{ path, from: [], to: ['b'] }] })).kind);
    expect(await house.documents.about('a\0b')).toBeNull();
  });
});
