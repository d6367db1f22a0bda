// One process per data folder: two would write over each other without noticing.
import { closeSync, mkdirSync, openSync, readFileSync, rmSync, writeSync } from 'node:fs';
import path from 'node:path';

/** When a process began, in the kernel's ticks; tells a process from a later one with the same number. */
function birthOf(pid) {
  try {
    return readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1].split(' ')[19];
  } catch {
    return null;
  }
}

function isAlive({ pid, birth }) {
  try {
    process.kill(pid, 0);
  } catch (error) {
    return error.code === 'EPERM';
  }
  return birth === null || birthOf(pid) === null || birthOf(pid) === birth;
}

/** Takes the folder's lock until the process ends. Throws a sentence when another process has it. */
export function takeLock(folder) {
  mkdirSync(folder, { recursive: true });
  const file = path.join(folder, 'in-use.json');
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
      if (owner && isAlive(owner)) throw new Error(`The data folder ${folder} is in use by another Oak Tumble (process ${owner.pid}). Stop it, or start with another --data.`);
      if (tries > 3) throw error;
      rmSync(file, { force: true });
    }
  }
  process.once('exit', () => rmSync(file, { force: true }));
}
