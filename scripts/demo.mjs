// Draws the demonstration project anew: demo/*.ts → demo/night-tram.oak.json.
import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { ensureInstalled } from './installed.mjs';
import { ROOT } from './run.mjs';

await ensureInstalled();
const { bundle } = await import('./bundle.mjs');
await bundle('demo/write.ts', 'dist/demo.mjs');
const { writeDemo } = await import(pathToFileURL(path.join(ROOT, 'dist/demo.mjs')).href);
writeFileSync(path.join(ROOT, 'demo/night-tram.oak.json'), writeDemo());
console.error('Wrote demo/night-tram.oak.json');
