// Bundles what runs in plain Node (the command line, the database's thread) to one file each.
import path from 'node:path';
import { ROOT } from './run.mjs';

const EXTERNAL = ['@napi-rs/canvas', '@electric-sql/pglite', 'playwright-core'];

export async function bundle(entry, outfile) {
  const { build } = await import('esbuild');
  await build({
    entryPoints: [path.join(ROOT, entry)],
    outfile: path.join(ROOT, outfile),
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    external: EXTERNAL,
    loader: { '.sql': 'text' },
    minifySyntax: true,
    logLevel: 'warning',
    // CommonJS packages inside an ES module bundle still ask for `require`.
    banner: { js: "import { createRequire as makeRequire } from 'node:module'; const require = makeRequire(import.meta.url);" },
  });
}
