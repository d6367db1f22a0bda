import fc from 'fast-check';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { openTestDatabase } from '../../../tests/support/database';
import { forgetLostParts, PART, partsOf, readParts, writeParts } from './change-parts';
import { changesAfter, findChange, insertChange, isNamedInLog, lengthAfter } from './changes';
import { insertProject } from './projects';

let db: Awaited<ReturnType<typeof openTestDatabase>>;
beforeAll(async () => {
  db = await openTestDatabase();
  await insertProject(db, { id: 'film', name: 'Film', listing: '{}', snapshotHash: 'h' });
});
afterAll(() => db.close());

const HASH = 'ab12cd34'.repeat(8);
const hashes = (many: number) => JSON.stringify(Array.from({ length: many }, (_, i) => ({ hash: HASH, width: i })));
const change = (revision: number, changeId: string, body: string, parts: number) => insertChange(db, 'film', { revision, changeId, label: 'Large', version: 2, body, parts });

test('parts give the text when they are put together, are none too long, and cut no file name and no sign in two', () => {
  let cutAtWill = 0;
  fc.assert(fc.property(fc.integer({ min: 0, max: 6000 }), fc.integer({ min: 0, max: PART }), fc.constantFrom('x', '😀', 'é', ','), (many, filler, sign) => {
    const body = `"${sign.repeat(filler)}"${hashes(many)}`;
    const parts = partsOf(body);
    expect(parts.join('')).toBe(body);
    for (const part of parts) {
      expect(part.length).toBeLessThanOrEqual(PART);
      expect(Buffer.from(part).toString()).toBe(part);
    }
    expect(parts.reduce((sum, part) => sum + part.split(HASH).length - 1, 0)).toBe(many);
    if (parts.length > 1 && sign === '😀' && filler * 2 > PART) cutAtWill++;
  }), { numRuns: 300, examples: [[0, PART, '😀'], [0, PART - 1, 'x'], [3, 0, 'x'], [6000, PART, '😀']] });
  expect(cutAtWill).toBeGreaterThan(20);
});

test('a change in parts is read, counted and searched as any other', async () => {
  const body = hashes(5000);
  const parts = partsOf(body);
  expect(parts.length).toBeGreaterThan(2);
  await change(1, 'small', '{"a":1}', 0);
  await writeParts(db, 'film', 'large', parts);
  expect(await findChange(db, 'film', 'large')).toBeNull();
  expect(await changesAfter(db, 'film', 0)).toHaveLength(1);
  await change(2, 'large', '', parts.length);
  await change(3, 'after', '{"b":2}', 0);
  expect(await changesAfter(db, 'film', 0)).toEqual([{ revision: 1, changeId: 'small', version: 2, body: '{"a":1}' }, { revision: 2, changeId: 'large', version: 2, body }, { revision: 3, changeId: 'after', version: 2, body: '{"b":2}' }]);
  expect((await changesAfter(db, 'film', 0, 1000)).map(({ changeId }) => changeId)).toEqual(['small']);
  expect((await findChange(db, 'film', 'large'))?.body).toBe(body);
  expect(await lengthAfter(db, 'film', 0)).toBe(body.length + 14);
  expect([await isNamedInLog(db, HASH), await isNamedInLog(db, 'f'.repeat(64))]).toEqual([true, false]);
});

test('others are answered while parts are written', async () => {
  let [written, answered] = [false, 0];
  const writing = writeParts(db, 'film', 'waits', partsOf(hashes(9000))).then(() => (written = true));
  while (!written) {
    await db.query('select 1');
    answered++;
  }
  await writing;
  expect(answered).toBeGreaterThan(4);
});

test('parts of an attempt that was cut off give way to the next, and are forgotten when none comes', async () => {
  await writeParts(db, 'film', 'again', ['one', 'two', 'three']);
  await writeParts(db, 'film', 'again', ['four', 'five']);
  expect(await readParts(db, 'film', 'again', 2)).toBe('fourfive');
  const left = async () => (await db.query<{ many: number }>(`select count(*)::int as many from change_part where change_id = 'again'`)).rows[0]!.many;
  expect(await left()).toBe(2);
  await forgetLostParts(db, new Date(Date.now() - 60_000));
  expect(await left()).toBe(2);
  await forgetLostParts(db, new Date(Date.now() + 60_000));
  expect(await left()).toBe(0);
  expect((await findChange(db, 'film', 'large'))?.body).toBe(hashes(5000));
});
