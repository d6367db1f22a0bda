// Tells whether something made from the sources is older than they are, by a hash of what they hold.
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { takeGuard } from './guard.mjs';
import { ROOT } from './run.mjs';

function filesBelow(place) {
  const full = path.join(ROOT, place);
  if (!existsSync(full)) return [];
  if (!statSync(full).isDirectory()) return [place];
  return readdirSync(full).sort().flatMap((name) => filesBelow(path.join(place, name)));
}

/** A hash over the names and bytes of all files at the places given. */
export function hashOf(places) {
  const hash = createHash('sha256');
  // Tests change nothing of what is built.
  for (const file of places.flatMap(filesBelow).filter((name) => !name.endsWith('.test.ts'))) hash.update(file).update('\0').update(readFileSync(path.join(ROOT, file))).update('\0');
  return hash.digest('hex');
}

/** Calls `make` when the stamp does not match the sources (or `product` is gone), then writes the stamp. */
export async function remakeIfStale(stampName, places, product, make) {
  const stamp = path.join(ROOT, '.cache', stampName);
  const now = hashOf(places);
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === now && existsSync(path.join(ROOT, product))) return;
  // Who comes while another makes it waits, and finds it made.
  let letGo = await takeGuard(ROOT, `make-${stampName}`);
  for (; !letGo; letGo = await takeGuard(ROOT, `make-${stampName}`)) await new Promise((resolve) => setTimeout(resolve, 200));
  try {
    if (existsSync(stamp) && readFileSync(stamp, 'utf8') === now && existsSync(path.join(ROOT, product))) return;
    await make();
    mkdirSync(path.dirname(stamp), { recursive: true });
    writeFileSync(stamp, now);
  } finally {
    letGo();
  }
}
