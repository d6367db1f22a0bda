// Builds what a start needs, each part only when its sources changed.
import { existsSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { ROOT, run } from './run.mjs';
import { remakeIfStale } from './stale.mjs';

/** The database's thread, the workshop's child, and an empty database to begin with: initialising one takes ten times as long as copying it. */
export async function buildDatabase() {
  await remakeIfStale('database-thread', ['src/server/db', 'scripts/bundle.mjs', 'package-lock.json'], 'dist/database-thread.mjs', async () => {
    const { bundle } = await import('./bundle.mjs');
    await bundle('src/server/db/thread.ts', 'dist/database-thread.mjs');
  });
  await remakeIfStale('workshop-child', ['src/core', 'src/bundle', 'src/painter', 'src/server', 'scripts/bundle.mjs', 'package-lock.json'], 'dist/workshop-child.mjs', async () => {
    const { bundle } = await import('./bundle.mjs');
    await bundle('src/server/child/child.ts', 'dist/workshop-child.mjs');
  });
  const empty = path.join(ROOT, 'dist', 'empty-database.tgz');
  if (existsSync(empty)) return;
  console.error('Preparing an empty database …');
  const { PGlite } = await import('@electric-sql/pglite');
  const db = await PGlite.create();
  const dump = await db.dumpDataDir('gzip');
  writeFileSync(empty, Buffer.from(await dump.arrayBuffer()));
  await db.close();
}

/** The shipped fonts as a browser opens them at once. */
export async function buildFontRecords() {
  const sources = ['src/painter/font.ts', 'src/painter/font-record.ts', 'src/painter/node', 'src/core/lettering', 'scripts/bundle.mjs', 'package-lock.json'];
  await remakeIfStale('font-records', sources, 'dist/font-records/figtree-400.json', async () => {
    const { bundle } = await import('./bundle.mjs');
    const writer = path.join(ROOT, 'dist', 'write-font-records.mjs');
    await bundle('src/painter/node/write-font-records.ts', 'dist/write-font-records.mjs');
    const { writeFontRecords } = await import(pathToFileURL(writer).href);
    await writeFontRecords(path.join(ROOT, 'dist', 'font-records'), writer);
  });
}

/** The pages and the server. */
export async function buildPages() {
  await buildFontRecords();
  const sources = ['src', 'dist/font-records', 'astro.config.mjs', 'tsconfig.json', 'package-lock.json', 'public', 'scripts/inline-scripts.mjs'];
  await remakeIfStale('pages', sources, 'dist/site/server/entry.mjs', async () => {
    console.error('Building the pages …');
    // What is built is for people, also when a test is the first to need it: a test runner's own flags would be taken for ours.
    const env = { ASTRO_TELEMETRY_DISABLED: '1', NODE_ENV: 'production', DEV: undefined, PROD: undefined, MODE: undefined, SSR: undefined };
    await run('npx', ['--no-install', 'astro', 'build', '--silent'], { quiet: true, env });
    await run('node', ['scripts/inline-scripts.mjs'], { quiet: true, env });
  });
}
