import { readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { VERSION } from '../src/core/model';
import { spoil } from '../tests/support/fuzz';
import { seeded, type Figure } from './seeded';
import { startWatched } from './watched-server';

/** Spoiled documents, bodies and zips, one after the other and four at once: none may end the server, be its fault, or take long. */
export async function measureFuzz(root: string, many = 10_000): Promise<readonly Figure[]> {
  const server = await startWatched(root, 4385);
  try {
    const random = seeded(26);
    const document = readFileSync(path.join(root, 'demo', 'night-tram.oak.json'));
    const zip = Buffer.from(await (await server.ask('/api/projects/night-tram/file?with=media')).arrayBuffer());
    const body = () => Buffer.from(JSON.stringify({ page: VERSION, base: 0, change: { id: `fuzz-${Math.floor(random() * 1e9)}`, version: VERSION, event: 'layers.set', label: 'Move', patches: [{ path: ['compositions', 'by', 'main', 'markers', 'm'], to: { id: 'm', at: 5, name: 'm', length: 0, note: '', colour: null, fires: true } }, { path: ['name'], from: 'Night tram launch', to: 'Other' }] } }));
    const kinds = [
      () => ({ where: '/api/import', bytes: spoil(document, random), type: 'application/octet-stream' }),
      () => ({ where: '/api/import', bytes: spoil(zip, random), type: 'application/octet-stream' }),
      () => ({ where: '/api/projects/night-tram/changes', bytes: spoil(body(), random), type: 'application/json' }),
      () => ({ where: '/api/projects', bytes: spoil(Buffer.from(JSON.stringify({ name: 'x', width: 640, height: 360, rate: [25, 1], duration: 100 })), random), type: 'application/json' }),
      () => ({ where: '/api/media', bytes: spoil(document.subarray(0, 400), random), type: 'image/png' }),
    ];
    const faults: string[] = [];
    let [sent, slowest, taken] = [0, 0, 0];
    await Promise.all([1, 2, 3, 4].map(async () => {
      while (sent < many) {
        sent++;
        const { where, bytes, type } = kinds[Math.floor(random() * kinds.length)]!();
        const began = performance.now();
        const answer = await server.ask(where, { method: 'POST', body: new Uint8Array(bytes), type });
        const told = await answer.text();
        slowest = Math.max(slowest, performance.now() - began);
        if (answer.status >= 500) faults.push(`${answer.status} ${where} ${told.slice(0, 80)}`);
        if (answer.status < 300) taken++;
      }
    }));
    const alive = (await server.ask('/api/projects/night-tram')).status === 200;
    return [{ what: `${many} spoiled documents, bodies and zips: answers that blame the server; the slowest; it lives`, measured: `${faults.length}${faults.length > 0 ? ` (${faults[0]})` : ''}; ${(slowest / 1000).toFixed(2)} s; ${alive ? 'yes' : 'no'} (${taken} were taken as they came)`, bar: '0; < 2 s; yes', held: faults.length === 0 && slowest < 2000 && alive }];
  } finally {
    await server.kill();
    rmSync(server.folder, { recursive: true });
  }
}
