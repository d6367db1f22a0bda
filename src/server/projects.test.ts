import { createHash } from 'node:crypto';
import { existsSync, mkdtempSync, readdirSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { createCanvas, loadImage } from '@napi-rs/canvas';
import { strToU8, unzipSync, zipSync } from 'fflate';
import { afterAll, beforeAll, describe, expect, test, vi } from 'vitest';
import { addAssets, addLayers, applyPatches } from '../core/commands';
import { newImage, readProject, writeProject, type Project } from '../core/model';
import { keptMedia, listProjects, madeProject, missingMedia, openedProject } from '../wire';
import { openTestDatabase } from '../../tests/support/database';
import { smallFilm } from '../../tests/support/projects';
import { pictureMime } from '../bundle';
import type { Documents } from './documents';
import { mediaFiles, type MediaFiles } from './media';
import { houseOver } from '../../tests/support/house';

type Route = (context: { readonly params: Record<string, string>; readonly request: Request; readonly url: URL }) => Promise<Response>;

const data = mkdtempSync(path.join(tmpdir(), 'oak-projects-'));
let db: Awaited<ReturnType<typeof openTestDatabase>>;
let documents: Documents;
let media: MediaFiles;
const routes: Record<string, Route> = {};
const png = (() => {
  const canvas = createCanvas(6, 4);
  const to = canvas.getContext('2d');
  to.fillStyle = '#d8694a';
  to.fillRect(0, 0, 6, 4);
  return canvas.toBuffer('image/png');
})();
const hash = createHash('sha256').update(png).digest('hex');

beforeAll(async () => {
  db = await openTestDatabase();
  const house = houseOver(db, data);
  ({ documents, media } = house);
  vi.doMock('./house', () => ({ servedHouse: () => Promise.resolve(house) }));
  const route = async (name: string, file: string, verb: 'GET' | 'POST' | 'DELETE') => { routes[name] = ((await import(`./endpoints/${file}.ts`)) as Record<string, unknown>)[verb] as Route; };
  await route('list', 'projects', 'GET');
  await route('make', 'projects', 'POST');
  await route('open', 'project', 'GET');
  await route('delete', 'project', 'DELETE');
  await route('restore', 'restore-project', 'POST');
  await route('duplicate', 'duplicate-project', 'POST');
  await route('file', 'project-file', 'GET');
  await route('import', 'import-project', 'POST');
  await route('keep', 'media', 'POST');
  await route('media', 'media', 'GET');
  await route('missing', 'missing-media', 'GET');
  await route('still', 'still', 'GET');
  await documents.create('film', smallFilm());
});
afterAll(() => db.close());

const ask = (route: string, id = 'film', body?: string | Uint8Array, query = '', params: Record<string, string> = {}) => {
  const url = new URL(`http://127.0.0.1/x${query}`);
  const request = new Request(url, body === undefined ? {} : { method: 'POST', body: body as BodyInit, headers: { 'content-type': typeof body === 'string' ? 'application/json' : 'application/octet-stream' } });
  return routes[route]!({ params: { id, ...params }, request, url });
};
const names = async () => listProjects.parse(await (await ask('list')).json()).projects.map((project) => project.name);
/** The film with a picture in it. */
const pictured = (more: object = {}): Project => {
  const asset = { id: 'pic', name: 'Rust.png', type: 'image', hash, mime: 'image/png', bytes: png.length, width: 6, height: 4, original: null, ...more } as never;
  const film = smallFilm();
  const withAsset = applyPatches(film, addAssets(film, [asset])!.patches).project;
  return applyPatches(withAsset, addLayers(withAsset, 'main', [newImage('photo', 'Photo', [[0, 100]], 'pic', {})], null)!.patches).project;
};

describe('projects', () => {
  test('a new one has an empty composition of the size, rate and length that were asked for', async () => {
    const made = await ask('make', '', JSON.stringify({ name: 'Fresh', width: 1080, height: 1920, rate: [25, 1], duration: 250 }));
    expect(made.status).toBe(201);
    const { id } = madeProject.parse(await made.json());
    const { project } = openedProject.parse(await (await ask('open', id)).json()) as { project: Project };
    expect(project.compositions.by[project.main]).toMatchObject({ width: 1080, height: 1920, rate: [25, 1], duration: 250, layers: { order: [] } });
    expect(readProject(writeProject(project))).toEqual({ ok: true, value: project });
    for (const bad of ['{}', '{"name":"","width":1,"height":1,"rate":[30,1],"duration":1}', '{"name":"x","width":0,"height":1,"rate":[30,1],"duration":1}', '{"name":"x","width":9,"height":9,"rate":[30,0],"duration":1}']) expect((await ask('make', '', bad)).status).toBe(400);
  });
  test('a duplicate stands by itself', async () => {
    const { id, name } = madeProject.parse(await (await ask('duplicate')).json());
    expect(name).toBe('Try, copy');
    expect(id).not.toBe('film');
    expect(await names()).toContain('Try, copy');
    expect((await ask('duplicate', 'none')).status).toBe(404);
  });
  test('a deleted one is gone from the list and from view, and comes back whole', async () => {
    await documents.create('passing', smallFilm());
    expect((await ask('delete', 'passing')).status).toBe(200);
    expect((await ask('open', 'passing')).status).toBe(404);
    expect((await ask('delete', 'passing')).status).toBe(404);
    expect((await ask('restore', 'passing')).status).toBe(200);
    expect((await ask('restore', 'passing')).status).toBe(404);
    expect(openedProject.parse(await (await ask('open', 'passing')).json()).project).toEqual(smallFilm());
  });
});

describe('media', () => {
  test('a picture is kept once, under the hash of what it holds', async () => {
    for (let i = 0; i < 2; i++) {
      const kept = await ask('keep', '', new Uint8Array(png));
      expect(kept.status).toBe(201);
      expect(keptMedia.parse(await kept.json())).toEqual({ hash, mime: 'image/png', bytes: png.length });
    }
    expect(existsSync(path.join(data, 'media', `${hash}.png`))).toBe(true);
    const back = await ask('media', '', undefined, '', { file: `${hash}.png` });
    expect(Buffer.from(await back.arrayBuffer()).equals(png)).toBe(true);
  });
  test('the same picture from many windows at once is kept whole, and nothing is left beside it', async () => {
    const folder = path.join(data, 'at-once');
    const files = mediaFiles(folder);
    const bytes = new Uint8Array(3_000_000).map((_, i) => i % 251);
    const kept = await Promise.all(Array.from({ length: 12 }, () => files.keep(bytes, 'image/png')));
    expect(new Set(kept)).toEqual(new Set([createHash('sha256').update(bytes).digest('hex')]));
    expect(readdirSync(folder)).toEqual([`${kept[0]}.png`]);
    expect(Buffer.compare((await files.read({ hash: kept[0]!, mime: 'image/png' }))!, bytes)).toBe(0);
  });
  test('anything that is no picture is refused, whatever it calls itself', async () => {
    for (const bytes of [strToU8('<svg xmlns="http://www.w3.org/2000/svg"/>'), strToU8('GIF89a'), new Uint8Array(0), strToU8('MZ')]) {
      const answer = await ask('keep', '', bytes);
      expect(answer.status).toBe(415);
      expect(((await answer.json()) as { message: string }).message).toMatch(/PNG, JPEG or WebP/);
    }
    expect(pictureMime(strToU8('RIFF0000WEBPVP8 '))).toBe('image/webp');
    expect(pictureMime(new Uint8Array([0xff, 0xd8, 0xff, 0xe0]))).toBe('image/jpeg');
  });
  test('what is missing is told by the project, and without noise by its file', async () => {
    await documents.create('lost', pictured({ hash: 'c'.repeat(64) }));
    expect(missingMedia.parse(await (await ask('missing', 'lost')).json()).missing).toEqual(['pic']);
    expect((await ask('missing', 'none')).status).toBe(404);
    expect((await ask('media', '', undefined, '?may=be-missing', { file: `${'c'.repeat(64)}.png` })).status).toBe(204);
    expect((await ask('media', '', undefined, '', { file: `${'c'.repeat(64)}.png` })).status).toBe(404);
  });
  test('the strip at home shows pictures too', async () => {
    await documents.create('pictured', pictured());
    const strip = await loadImage(Buffer.from(await (await ask('still', 'pictured')).arrayBuffer()));
    expect([strip.width, strip.height]).toEqual([448 * 12, 252]);
  });
});

describe('a project as one file', () => {
  const importing = async (bytes: Uint8Array) => ask('import', '', bytes);
  test('goes out with its media and comes in again, the same', async () => {
    const zip = new Uint8Array(await (await ask('file', 'pictured', undefined, '?with=media')).arrayBuffer());
    expect(Object.keys(unzipSync(zip)).sort()).toEqual([`media/${hash}.png`, 'project.oak.json']);
    const again = new Uint8Array(await (await ask('file', 'pictured', undefined, '?with=media')).arrayBuffer());
    expect(Buffer.from(zip).equals(Buffer.from(again))).toBe(true);
    const made = madeProject.parse(await (await importing(zip)).json());
    expect(made).toMatchObject({ name: 'Try', missing: [] });
    expect(openedProject.parse(await (await ask('open', made.id)).json()).project).toEqual(pictured());
  });
  test('a plain project file comes in; media that did not come along are named', async () => {
    const made = madeProject.parse(await (await importing(strToU8(writeProject(pictured({ hash: 'd'.repeat(64) }))))).json());
    expect(made.missing).toEqual(['Rust.png']);
  });
  test.each<[string, Uint8Array, number, RegExp]>([
    ['nothing', new Uint8Array(0), 400, /empty/],
    ['no project', strToU8('hello'), 422, /JSON|project/],
    ['a project that is not whole', strToU8('{"format":"oak-tumble/project","version":1,"name":"x","compositions":[{"id":"a"}]}'), 422, /name/],
    ['a newer one', strToU8('{"format":"oak-tumble/project","version":99,"name":"x"}'), 422, /newer|99/],
    ['a zip that is cut off', zipSync({ 'project.oak.json': strToU8('{}') }).subarray(0, 40), 422, /zip/],
    ['a zip without a project', zipSync({ 'readme.txt': strToU8('hi') }), 422, /no project/],
    ['a zip with two', zipSync({ 'a.oak.json': strToU8('{}'), 'b.oak.json': strToU8('{}') }), 422, /2 projects/],
  ])('%s is refused in a sentence', async (_, bytes, status, words) => {
    const before = await names();
    const answer = await importing(bytes);
    expect(answer.status).toBe(status);
    expect(((await answer.json()) as { message: string }).message).toMatch(words);
    expect(await names()).toEqual(before);
  });
  test('a project without a composition gets an empty one, so that it can be opened', async () => {
    const made = madeProject.parse(await (await importing(strToU8('{"format":"oak-tumble/project","version":1,"name":"Bare"}'))).json());
    const { project } = openedProject.parse(await (await ask('open', made.id)).json()) as { project: Project };
    expect(project.compositions.order).toEqual([project.main]);
  });
  test('a picture in a zip that is not what its name says is not kept', async () => {
    const zip = zipSync({ 'project.oak.json': strToU8(writeProject(pictured({ hash: 'e'.repeat(64) }))), [`media/${'e'.repeat(64)}.png`]: new Uint8Array(png) });
    expect(madeProject.parse(await (await importing(zip)).json()).missing).toEqual(['Rust.png']);
    expect(await media.has({ hash: 'e'.repeat(64), mime: 'image/png' })).toBe(false);
  });
});
