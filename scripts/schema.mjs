// Writes the JSON Schema of the project file: docs/project.schema.json.
import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { ensureInstalled } from './installed.mjs';
import { ROOT } from './run.mjs';

await ensureInstalled();
const { bundle } = await import('./bundle.mjs');
await bundle('src/core/model/index.ts', 'dist/model.mjs');
const [{ projectFile }, z] = await Promise.all([import(pathToFileURL(path.join(ROOT, 'dist/model.mjs')).href), import('zod')]);
writeFileSync(path.join(ROOT, 'docs/project.schema.json'), `${JSON.stringify(z.toJSONSchema(projectFile, { io: 'input', reused: 'ref' }), null, 1)}\n`);
console.error('Wrote docs/project.schema.json');
