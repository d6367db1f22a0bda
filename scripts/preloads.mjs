// Which scripts a page will ask for, told with its first answer: else each is only known once the one before it has run.
import { readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';

/**
 * The parts of the Bench that stand as soon as it opens; windows that are asked for come later. The page's own script is first:
 * it starts the picture's worker, and scripts are read in the order in which they come.
 */
export const BENCH = ['_id_.astro_astro_type_script_index_0_lang', 'client', 'bench', 'open-project', 'open-bench', 'timeline', 'library', 'panel'];

/** The files of some parts with everything that they import at once, each before what needs it. Parts that the manifest does not know are left out. */
export function filesOf(manifest, names) {
  const files = new Set();
  const seen = new Set();
  const add = (key) => {
    const chunk = manifest[key];
    // Chunks may import each other in a ring.
    if (!chunk || seen.has(key)) return;
    seen.add(key);
    for (const inner of chunk.imports ?? []) add(inner);
    files.add(chunk.file);
  };
  for (const name of names) for (const [key, chunk] of Object.entries(manifest)) if (chunk.name === name) add(key);
  return [...files];
}

/** The `link` header for a path of the built site, or null. */
export function preloadHeader(site) {
  let link = null;
  try {
    const manifest = JSON.parse(readFileSync(path.join(site, 'client', '.vite', 'manifest.json'), 'utf8'));
    // No script runs before the page's look is there: it goes first.
    const sheets = readdirSync(path.join(site, 'client', '_astro')).filter((file) => file.endsWith('.css')).map((file) => `</_astro/${file}>; rel=preload; as=style`);
    link = [...sheets, ...filesOf(manifest, BENCH).map((file) => `</${file}>; rel=modulepreload`)].join(', ') || null;
  } catch {
    // Without a manifest the page finds its scripts by itself, a little later.
  }
  return (pathname) => (/^\/projects\/[^/]+\/?$/.test(pathname) ? link : null);
}
