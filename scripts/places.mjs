// Reads --port and --data, and tells the server where its things lie.
import path from 'node:path';
import { parseArgs } from 'node:util';
import { ROOT } from './run.mjs';

export function readPlaces(argv) {
  let values;
  try {
    ({ values } = parseArgs({ args: argv, options: { port: { type: 'string', default: '4317' }, data: { type: 'string', default: path.join(ROOT, 'data') } } }));
  } catch (error) {
    console.error(`${error.message.split('. ')[0]}.\nUsage: npm start -- [--port 4317] [--data FOLDER]`);
    process.exit(2);
  }
  const port = Number(values.port);
  if (!Number.isInteger(port) || port < 1 || port > 65535) {
    console.error(`“${values.port}” is no port; give a number from 1 to 65535.`);
    process.exit(2);
  }
  return { port, data: path.resolve(values.data) };
}

/** What the server reads from its environment. */
export function serverEnvironment(data) {
  return {
    OAK_DATA: data,
    OAK_DATABASE_THREAD: path.join(ROOT, 'dist', 'database-thread.mjs'),
    OAK_WORKSHOP_CHILD: path.join(ROOT, 'dist', 'workshop-child.mjs'),
    OAK_INLINE_SCRIPTS: path.join(ROOT, 'dist', 'site', 'inline-scripts.json'),
    OAK_EMPTY_DATABASE: path.join(ROOT, 'dist', 'empty-database.tgz'),
    OAK_DEMO: path.join(ROOT, 'demo', 'night-tram.oak.json'),
  };
}
