import { readdir, readFile, rm, stat } from 'node:fs/promises';
import path from 'node:path';
import type { Database } from '../db';
import { forgetLostParts } from '../repositories/change-parts';
import { isNamedInLog } from '../repositories/changes';
import { forgetOldSnapshots, snapshotHashes } from '../repositories/snapshots';
import type { Workshop } from '../workshop';
import { namedMedia } from './named-media';

const HOUR = 3_600_000;
/** Nothing younger is swept: somebody may be at it. */
const YOUNG = 24 * HOUR;
/** Pictures that nothing here names may be named by a change that still waits in a browser: they are kept for so long. */
const AWAY = 30 * 24 * HOUR;
/** Snapshots of a project that stay, to stand in for one another. */
const SPARE = 3;

export type Swept = { readonly leftovers: number; readonly snapshots: number; readonly media: number };

/**
 * Removes from a data folder what nothing needs: files that were never finished, snapshots that newer ones stand for, media that no
 * snapshot and no change names. `now` as `Date.now`.
 */
export async function sweep(data: string, db: Database, workshop: Workshop, now: number): Promise<Swept> {
  const incoming = await filesIn(path.join(data, 'incoming'), now);
  const media = await filesIn(path.join(data, 'media'), now);
  const snapshots = await filesIn(path.join(data, 'snapshots'), now);
  const old = (files: readonly Found[], age = YOUNG) => files.filter((file) => file.age > age);
  const isPart = ({ file }: Found) => file.endsWith('.part');

  await forgetLostParts(db, new Date(now - YOUNG));
  await forgetOldSnapshots(db, SPARE, new Date(now - YOUNG));
  const remembered = new Set(await snapshotHashes(db));
  const forgotten = old(snapshots).filter((one) => !isPart(one) && !remembered.has(nameOf(one)));
  const leftovers = [...old(incoming), ...old(media).filter(isPart), ...old(snapshots).filter(isPart)];

  // What an import was about to bring when it was ended goes after a day; a page never heard of it.
  const begun = new Set((await Promise.all(old(incoming).filter(({ file }) => file.endsWith('.media')).map(({ file }) => readFile(file, 'utf8')))).join('\n').split('\n'));
  const candidates = old(media).filter((one) => !isPart(one) && (begun.has(nameOf(one)) || one.age > AWAY));
  const unnamed = candidates.length === 0 ? [] : await withoutName(candidates);

  async function withoutName(files: readonly Found[]): Promise<readonly Found[]> {
    const { hashes, unread } = await workshop.run(namedMedia, { folder: path.join(data, 'snapshots'), snapshots: [...remembered] });
    // A snapshot that cannot be read may name any of them.
    if (unread > 0) return [];
    const named = new Set(hashes);
    const free: Found[] = [];
    for (const one of files) if (!named.has(nameOf(one)) && !(await isNamedInLog(db, nameOf(one)))) free.push(one);
    return free;
  }

  // Finding out took a while: what was wanted again meanwhile is young again.
  for (const { file } of [...leftovers, ...forgotten, ...unnamed]) if ((await ageOf(file, now)) > YOUNG) await rm(file, { force: true });
  return { leftovers: leftovers.length, snapshots: forgotten.length, media: unnamed.length };
}

type Found = { readonly file: string; readonly age: number };

const nameOf = ({ file }: Found) => path.basename(file).split('.')[0]!;

async function filesIn(folder: string, now: number): Promise<readonly Found[]> {
  const names = await readdir(folder).catch(() => []);
  return Promise.all(names.map(async (name) => {
    const file = path.join(folder, name);
    return { file, age: await ageOf(file, now) };
  }));
}

/** How long a file was left alone; one that is gone meanwhile is young. */
const ageOf = (file: string, now: number) => stat(file).then(({ mtimeMs }) => now - mtimeMs, () => 0);
