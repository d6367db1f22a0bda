// npm start: from a fresh clone to a running Oak Tumble, and nothing that was done already is done again.
import { readPlaces, serverEnvironment } from './places.mjs';
import { ensureInstalled } from './installed.mjs';
import { takeLock } from './data-lock.mjs';

const { port, data } = readPlaces(process.argv.slice(2));
try {
  await ensureInstalled();
  const { buildDatabase, buildPages } = await import('./build.mjs');
  await buildPages();
  await buildDatabase();
  await takeLock(data);
  Object.assign(process.env, serverEnvironment(data));
  const { serve } = await import('./serve.mjs');
  await serve(port);
  // The first question opens the database; asking it now means that nobody waits for it later.
  const ready = await fetch(`http://127.0.0.1:${port}/api/projects`);
  if (!ready.ok) throw new Error((await ready.json()).message);
  console.log(`Oak Tumble is ready at http://127.0.0.1:${port}`);
} catch (error) {
  console.error(error.message);
  process.exit(1);
}
