import { mkdtempSync, readdirSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, beforeEach, expect, test, vi } from 'vitest';
import { applyPatches, sameValue, type Change } from '../core/commands';
import { VERSION } from '../core/model';
import { openTestDatabase } from '../../tests/support/database';
import { houseOver } from '../../tests/support/house';
import { smallFilm } from '../../tests/support/projects';
import { workshopHere } from '../../tests/support/workshop';
import { changeText, readChange } from './documents/document-source';
import { withSource } from './documents/with-source';
import { withChanges } from './endpoints/answer';
import type { House } from './house';
import type { Workshop } from './workshop';

let db: Awaited<ReturnType<typeof openTestDatabase>>;
let data: string;
let house: House;
let asked: string[];
let count = 0;
const id = () => `large${count}`;

beforeAll(async () => void (db = await openTestDatabase()));
afterAll(() => db.close());
beforeEach(async () => {
  data = mkdtempSync(path.join(tmpdir(), 'oak-large-'));
  asked = [];
  const watched: Workshop = { run: (job, input, piece) => { asked.push(job.name); return workshopHere.run(job, input, piece); } };
  house = houseOver(db, data, watched);
  count++;
  await house.documents.create(id(), smallFilm());
});

/** Line breaks that a file of lines must not take for its own stand in their names. */
const marker = (name: string) => ({ id: name, at: 5, name: `${name}\u2028 \u2029 |`, length: 0, note: '', colour: null, fires: true });
const change = (label: string, from: number, to: number, odd: Record<string, unknown> = {}): Change => ({ id: `change-${id()}-${label}`, version: VERSION, event: 'markers.add', label, patches: Array.from({ length: to - from }, (_, i) => ({ path: ['compositions', 'by', 'main', 'markers', `n${from + i}`], to: { ...marker(`n${from + i}`), ...(i === to - from - 1 ? odd : {}) } })) });

test('a change of very many patches is judged by a child, others go by meanwhile, and it is kept as a small one is', async () => {
  const large = change('Large', 0, 12_000);
  let turns = 0;
  let isDone = false;
  const turn = () => { turns++; if (!isDone) setImmediate(turn); };
  setImmediate(turn);
  expect(await house.documents.apply(id(), 0, large)).toEqual({ kind: 'applied', revision: 1, missed: [] });
  isDone = true;
  expect(asked).toEqual(['judge-change']);
  // Each step of some hundred patches lets the loop go round.
  expect(turns).toBeGreaterThan(24);
  expect(await house.documents.apply(id(), 0, large)).toMatchObject({ kind: 'applied', revision: 1 });
  expect(await house.documents.apply(id(), 1, change('Small', 20_000, 20_001))).toMatchObject({ kind: 'applied', revision: 2 });
  const { project } = (await house.documents.open(id()))!;
  expect(sameValue(project, applyPatches(smallFilm(), [...large.patches, ...change('Small', 20_000, 20_001).patches]).project)).toBe(true);
  // Whoever starts anew replays the log from a file, and finds the same; so does whoever writes a snapshot of it.
  const again = houseOver(db, data).documents;
  expect(sameValue((await again.open(id()))!.project, project)).toBe(true);
  await again.letGo(Date.now() + 1);
  expect(sameValue((await houseOver(db, data).documents.open(id()))!.project, project)).toBe(true);
  expect(readdirSync(path.join(data, 'snapshots')).filter((name) => !name.endsWith('.json.gz'))).toEqual([]);
});

test('who missed it is answered with the text that lies in the log, in pieces; what an older version made is brought up to date first', async () => {
  const [large, small] = [change('Large', 0, 12_000), change('Small', 20_000, 20_001)];
  await house.documents.apply(id(), 0, large);
  await house.documents.apply(id(), 1, small);
  const { changes } = (await house.documents.since(id(), 0))!;
  expect(changes).toEqual([{ revision: 1, body: JSON.stringify(large) }, { revision: 2, body: JSON.stringify(small) }]);
  const answer = withChanges({ revision: 2, more: false }, 'changes', changes);
  expect(await answer.json()).toEqual({ revision: 2, more: false, changes: [{ revision: 1, change: large }, { revision: 2, change: small }] });
  const short = withChanges({ kind: 'conflict', conflicts: ['gone'] }, 'missed', [{ revision: 2, body: JSON.stringify(small) }], 409);
  expect([short.status, await short.json()]).toEqual([409, { kind: 'conflict', conflicts: ['gone'], missed: [{ revision: 2, change: small }] }]);
  expect(await withChanges({ kind: 'applied', revision: 3 }, 'missed', []).json()).toEqual({ kind: 'applied', revision: 3, missed: [] });
  const older = { version: 1, body: JSON.stringify({ ...small, version: 1 }) };
  expect(JSON.parse(changeText(older, 'Film'))).toEqual(readChange(older, 'Film'));
  expect(JSON.parse(changeText(older, 'Film'))).toMatchObject({ version: VERSION });
});

test('what is wrong with it is told in the words that a small one hears, and nothing of it is done', async () => {
  const says = async (of: number) => [
    await house.documents.apply(id(), 0, change(`Colour ${of}`, 0, of, { colour: 99 })),
    await house.documents.apply(id(), 0, { ...change(`Inside ${of}`, 0, of), patches: [...change('', 0, of).patches, { path: ['compositions', 'by', 'gone', 'note'], to: 'x' }] }),
    await house.documents.apply(id(), 0, { ...change(`Elsewhere ${of}`, 0, of), patches: [...change('', 0, of).patches, { path: ['name'], from: 'Other', to: 'x' }] }),
  ].map((one) => JSON.stringify(one).replaceAll(/\d{2,}/g, 'N'));
  const [few, many] = [await says(11), await says(12_000)];
  expect(asked).toEqual(['judge-change', 'judge-change', 'judge-change']);
  expect(many).toEqual(few.map((one) => one.replaceAll('markers.N', 'markers.N')));
  expect(few.map((one) => (JSON.parse(one) as { kind: string }).kind)).toEqual(['refused', 'conflict', 'conflict']);
  expect((await house.documents.open(id()))!.revision).toBe(0);
});

test('where the snapshot was damaged meanwhile, memory makes it good first', async () => {
  await house.documents.open(id());
  for (const name of readdirSync(path.join(data, 'snapshots'))) writeFileSync(path.join(data, 'snapshots', name), 'nothing');
  vi.spyOn(console, 'error').mockImplementation(() => undefined);
  expect(await house.documents.apply(id(), 0, change('Large', 0, 6000))).toMatchObject({ kind: 'applied', revision: 1 });
  expect(Object.keys((await houseOver(db, data).documents.open(id()))!.project.compositions.by['main']!.markers)).toHaveLength(6000);
});

test('where the folder takes no file, a long log is handed over as it is: reading needs no room', async () => {
  await house.documents.apply(id(), 0, change('Large', 0, 6000));
  const { rows } = await db.query<{ hash: string }>('select hash from snapshot where project_id = $1', [id()]);
  const handed = (folder: string) => withSource(db, folder, id(), { revision: 0, hash: rows[0]!.hash }, ({ source, ...at }) => Promise.resolve({ changes: source.changes.length, isFile: source.log !== null, ...at }));
  // Nobody may put a file into the system's own.
  expect(await handed('/sys')).toMatchObject({ changes: 1, isFile: false, revision: 1 });
  expect(await handed(path.join(data, 'snapshots'))).toEqual({ ...(await handed('/sys')), changes: 0, isFile: true });
});
