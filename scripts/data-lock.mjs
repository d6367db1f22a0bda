// One process per data folder: two would write over each other without noticing.
import { closeSync, mkdirSync, openSync, readFileSync, rmSync, writeSync } from 'node:fs';
import path from 'node:path';

/** When a process began, in the kernel's ticks, which tells it from a later one with the same number; and whether it is over, but for its name. */
function tracesOf(pid) {
  try {
    const traces = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1].split(' ');
    return { birth: traces[19], over: traces[0] === 'Z' || traces[0] === 'X' };
  } catch {
    return { birth: null, over: false };
  }
}
const birthOf = (pid) => tracesOf(pid).birth;

function isAlive({ pid, birth }) {
  try {
    process.kill(pid, 0);
  } catch (error) {
    return error.code === 'EPERM';
  }
  if (tracesOf(pid).over) return false;
  return birth === null || birthOf(pid) === null || birthOf(pid) === birth;
}

/** A process that was just told to end may take so long (milliseconds) to be gone. */
const PATIENCE = 3000;

/** Takes the folder's lock until the process ends, waiting a little for one that is ending. Throws a sentence when another process keeps it. */
export async function takeLock(folder, patience = PATIENCE) {
  mkdirSync(folder, { recursive: true });
  const file = path.join(folder, 'in-use.json');
  const until = Date.now() + patience;
  for (let tries = 0; ; tries++) {
    try {
      const handle = openSync(file, 'wx');
      writeSync(handle, JSON.stringify({ pid: process.pid, birth: birthOf(process.pid) }));
      closeSync(handle);
      break;
    } catch (error) {
      if (error.code !== 'EEXIST') throw error;
      let owner = null;
      try {
        owner = JSON.parse(readFileSync(file, 'utf8'));
      } catch {
        // Half a lock is one that a killed process left behind.
      }
      if (owner && isAlive(owner) && Date.now() < until) {
        tries = -1;
        await new Promise((resolve) => setTimeout(resolve, 50));
        continue;
      }
      if (owner && isAlive(owner)) throw new Error(`The data folder ${folder} is in use by another Oak Tumble (process ${owner.pid}). Stop it, or start with another --data.`);
      if (tries > 3) throw error;
      rmSync(file, { force: true });
    }
  }
  process.once('exit', () => rmSync(file, { force: true }));
}
