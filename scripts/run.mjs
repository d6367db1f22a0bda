// Runs a program and waits for it; the house's scripts share this one way.
import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';

export const ROOT = fileURLToPath(new URL('..', import.meta.url));

/** Runs a command in the project's folder. `quiet` sends what it prints to stderr, so that stdout stays clean. */
export function run(command, args, { quiet = false, env = {}, allowFail = false } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd: ROOT, env: { ...process.env, ...env }, stdio: ['inherit', quiet ? 2 : 'inherit', 'inherit'] });
    child.once('error', reject);
    child.once('exit', (code, signal) => {
      if (code === 0 || allowFail) resolve(code ?? 1);
      else reject(new Error(`${command} ${args.join(' ')} ended with ${signal ?? code}`));
    });
  });
}
