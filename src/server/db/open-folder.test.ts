import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { expect, test } from 'vitest';
import { openFolder } from './open-folder';

const EMPTY = 'dist/empty-database.tgz';
const place = () => path.join(mkdtempSync(path.join(tmpdir(), 'oak-database-')), 'database');

async function keepSeven(folder: string): Promise<void> {
  const db = await openFolder(folder, EMPTY);
  await db.exec('create table kept (n int); insert into kept values (7)');
  await db.close();
}
async function expectSeven(folder: string): Promise<void> {
  const db = await openFolder(folder, EMPTY);
  expect((await db.query('select n from kept')).rows).toEqual([{ n: 7 }]);
  await db.close();
}

/** Every file below a folder with its bytes. */
function held(folder: string): readonly string[] {
  return readdirSync(folder, { recursive: true, withFileTypes: true }).filter((entry) => entry.isFile()).map((entry) => {
    const file = path.join(entry.parentPath, entry.name);
    return `${path.relative(folder, file)} ${readFileSync(file).toString('base64').length}`;
  }).sort();
}

test('a folder that is not there, or empty, gets a database, and keeps it; one that was not finished is begun again', async () => {
  const folder = place();
  mkdirSync(folder);
  // What is left when the power goes while the first database is made.
  mkdirSync(`${folder}.begun`);
  writeFileSync(path.join(`${folder}.begun`, 'PG_VERSION'), '17');
  await keepSeven(folder);
  expect(existsSync(`${folder}.begun`)).toBe(false);
  await expectSeven(folder);
}, 60_000);

test('a database that lost its PG_VERSION is refused in words and left as it is; with the file back, all is there', async () => {
  const folder = place();
  await keepSeven(folder);
  const version = path.join(folder, 'PG_VERSION');
  const bytes = readFileSync(version);
  rmSync(version);
  const before = held(folder);
  await expect(openFolder(folder, EMPTY)).rejects.toThrow(/PG_VERSION.*Nothing in it was changed\. Put that file back/);
  expect(held(folder)).toEqual(before);
  writeFileSync(version, bytes);
  await expectSeven(folder);
}, 60_000);

test('files that are no database are not written over', async () => {
  const folder = place();
  mkdirSync(folder);
  writeFileSync(path.join(folder, 'notes.txt'), 'mine');
  await expect(openFolder(folder, EMPTY)).rejects.toThrow(/holds files, but not the one/);
  expect(held(folder)).toEqual(['notes.txt 8']);
});
