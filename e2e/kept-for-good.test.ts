import http from 'node:http';
import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { Browser } from 'playwright-core';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { openBrowser, openPage, untilSaved } from './browser';
import { exported } from './command-line';
import { startOak, type OakServer } from './oak-server';

const PORT = 4393;
const data = path.join(mkdtempSync(path.join(tmpdir(), 'oak-kept-')), 'data');
const snapshots = path.join(data, 'snapshots');
let server: OakServer;
let browser: Browser;

beforeAll(async () => {
  [server, browser] = await Promise.all([startOak(PORT, data), openBrowser()]);
});
afterAll(async () => {
  await browser?.close();
  await server?.kill();
});

const projects = async () => ((await (await fetch(`${server.address}/api/projects`)).json()) as { projects: { id: string; name: string; revision: number }[] }).projects;

/** What a page of another site would try, each with what came of it. */
const HOSTILE = `
const at = new URLSearchParams(location.search).get('at');
const said = [];
const attempt = async (what, work) => { try { said.push(what + ': ' + (await work())); } catch (error) { said.push(what + ': nothing'); } };
const frame = (name) => { const one = document.createElement('iframe'); one.name = name; document.body.append(one); return one; };
const loaded = (one) => new Promise((resolve, reject) => { one.onload = () => resolve('loaded'); one.onerror = reject; });
await attempt('read', async () => (await fetch(at + '/api/projects')).text());
await attempt('read blind', async () => (await fetch(at + '/api/projects/night-tram/file', { mode: 'no-cors' })).type);
await attempt('write', async () => (await fetch(at + '/api/projects', { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{"name":"Theirs","width":640,"height":360,"rate":[25,1],"duration":100}' })).text());
await attempt('write blind', async () => (await fetch(at + '/api/import', { method: 'POST', mode: 'no-cors', body: '{"format":"oak-tumble/project","version":1,"name":"Theirs","compositions":[]}' })).type);
await attempt('delete', async () => (await fetch(at + '/api/projects/night-tram', { method: 'DELETE' })).text());
await attempt('picture', () => { const image = new Image(); image.src = at + '/api/projects/night-tram/still'; return loaded(image); });
await attempt('script', () => { const script = document.createElement('script'); script.src = at + '/api/projects'; document.head.append(script); return loaded(script); });
await attempt('form', () => { frame('hidden'); const form = document.createElement('form'); Object.assign(form, { action: at + '/api/projects/night-tram/duplicate', method: 'POST', target: 'hidden' }); document.body.append(form); form.submit(); return new Promise((resolve) => setTimeout(resolve, 500, 'sent')); });
await attempt('frame', async () => { const one = frame('bench'); one.src = at + '/'; await loaded(one); return one.contentDocument ? 'read' : 'closed'; });
await attempt('window', async () => { const one = window.open(at + '/'); await new Promise((resolve) => setTimeout(resolve, 1000)); return one && one.document ? 'read' : 'closed'; });
document.title = 'over';
document.body.dataset.said = JSON.stringify(said);
`;

test('a hostile page on another port gets nowhere: it reads nothing, writes nothing, and no work is done for it', async () => {
  const theirs = http.createServer((_, response) => response.writeHead(200, { 'content-type': 'text/html' }).end(`<!doctype html><meta charset="utf-8"><body><script type="module">${HOSTILE}</script>`));
  await new Promise<void>((resolve) => theirs.listen(0, '127.0.0.1', resolve));
  const { port } = theirs.address() as { port: number };
  const before = await projects();
  const page = await browser.newPage();
  const answers: (readonly [string, number])[] = [];
  page.on('response', (response) => response.url().startsWith(`${server.address}/api/`) && answers.push([`${response.request().method()} ${new URL(response.url()).pathname}`, response.status()]));
  await page.goto(`http://127.0.0.1:${port}/?at=${encodeURIComponent(server.address)}`);
  await page.waitForFunction(() => document.title === 'over');
  const said = JSON.parse((await page.locator('body').getAttribute('data-said'))!) as string[];
  expect(said).toEqual(['read: nothing', 'read blind: nothing', 'write: nothing', 'write blind: nothing', 'delete: nothing', 'picture: nothing', 'script: nothing', 'form: sent', expect.stringMatching(/^frame: (nothing|closed)$/), expect.stringMatching(/^window: (nothing|closed)$/)]);
  // What reached the server was turned away there, before anything was done.
  expect(answers.filter(([, status]) => status !== 403)).toEqual([]);
  expect(answers.map(([what]) => what)).toContain('POST /api/projects/night-tram/duplicate');
  expect(await projects()).toEqual(before);
  await page.context().close();
  await new Promise((resolve) => theirs.close(resolve));
});

test('a disk that is full is told where the work is, the change waits in the browser, and is saved when there is room', async () => {
  const { page } = await openPage(browser);
  await page.goto(`${server.address}/projects/night-tram`);
  await page.getByLabel('Across of Tram', { exact: true }).waitFor();
  let full = true;
  await page.route('**/changes', (route) => (full && route.request().method() === 'POST' ? route.fulfill({ status: 507, contentType: 'application/json', body: JSON.stringify({ message: 'The disk that holds the data folder is full. Make room on it, then try again: this was not kept, and what was kept before is whole.' }) }) : route.fallback()));
  await page.getByRole('heading', { name: 'Night tram launch' }).getByRole('button').click();
  await page.keyboard.type('No room');
  await page.keyboard.press('Enter');
  await page.getByText(/The disk that holds the data folder is full. 1 change waits in this browser/).waitFor();
  full = false;
  await untilSaved(page);
  expect((await projects())[0]!.name).toBe('No room');
  await page.close();
});

test('a damaged snapshot is made good and said; where nothing is whole, what can be saved opens beside it', async () => {
  await server.kill('SIGKILL');
  // The demonstration's snapshot is gone, and there is no older one: only its changes and half of its file are left.
  const files = readdirSync(snapshots);
  expect(files.length).toBeGreaterThan(0);
  const whole = files.map((file) => [file, readFileSync(path.join(snapshots, file))] as const);
  for (const [file, bytes] of whole) writeFileSync(path.join(snapshots, file), bytes.subarray(0, Math.floor(bytes.length * 0.8)));
  server = await startOak(PORT, data);
  const { page } = await openPage(browser);
  await page.goto(`${server.address}/projects/night-tram`);
  await page.getByText(/cannot be opened.*is cut off or damaged.*or open what can be saved/).waitFor();
  await page.getByRole('button', { name: 'Open what can be saved' }).click();
  await page.getByText(/This is what could be saved.*was left as it is.*the end of its file is missing/).waitFor();
  await page.getByText('All changes saved').waitFor();
  const listed = await projects();
  expect(listed.map(({ name }) => name).sort()).toEqual(['No room', 'No room, what was saved']);
  expect((JSON.parse(await exported(server.address, listed.find(({ name }) => name.endsWith('saved'))!.id)) as { compositions: unknown[] }).compositions.length).toBeGreaterThan(0);
  // With the file back, all of it is back.
  for (const [file, bytes] of whole) writeFileSync(path.join(snapshots, file), bytes);
  await page.goto(`${server.address}/projects/night-tram`);
  await page.getByRole('heading', { name: 'No room', exact: true }).waitFor();
  await page.close();
});
