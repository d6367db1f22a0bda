// One process per data folder: two would write over each other without noticing.
import { readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { takeGuard } from './guard.mjs';

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
  const file = path.join(folder, 'in-use.json');
  const until = Date.now() + patience;
  const inUse = (owner) => new Error(`The data folder ${folder} is in use by another Oak Tumble${owner ? ` (process ${owner.pid})` : ''}. Stop it, or start with another --data.`);
  let letGo = null;
  for (;;) {
    letGo ??= await takeGuard(folder, 'data');
    const owner = ownerOf(file);
    // The file tells who it is; a process that was started by an older version has it alone.
    if (letGo && !(owner && owner.pid !== process.pid && isAlive(owner))) break;
    if (Date.now() >= until) {
      letGo?.();
      throw inUse(owner);
    }
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  const beside = `${file}.${process.pid}`;
  try {
    writeFileSync(beside, JSON.stringify({ pid: process.pid, birth: birthOf(process.pid) }));
    renameSync(beside, file);
  } catch {
    // The guard is what keeps others out; a full disk has no room for saying who has it.
    rmSync(beside, { force: true });
  }
  process.once('exit', () => rmSync(file, { force: true }));
}

/** Who wrote a lock; half a lock is one that a killed process left behind. */
function ownerOf(file) {
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    return null;
  }
}
