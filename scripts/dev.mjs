// npm run dev: the same server, remade as its sources change.
import { readPlaces, serverEnvironment } from './places.mjs';
import { ensureInstalled } from './installed.mjs';
import { takeLock } from './data-lock.mjs';
import { run } from './run.mjs';

const { port, data } = readPlaces(process.argv.slice(2));
try {
  await ensureInstalled();
  const { buildDatabase, buildFontRecords } = await import('./build.mjs');
  await buildDatabase();
  await buildFontRecords();
  await takeLock(data);
  await run('npx', ['--no-install', 'astro', 'dev', '--port', String(port)], { env: { ...serverEnvironment(data), ASTRO_TELEMETRY_DISABLED: '1' } });
} catch (error) {
  console.error(error.message);
  process.exit(1);
}
