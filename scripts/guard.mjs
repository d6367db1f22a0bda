// What one process of this machine does at a time. The kernel keeps an abstract socket for the process that has it, and lets it go with that, however it
// ends: there is nothing stale to be taken over. Elsewhere a file that is made once stands for it.
import { createHash } from 'node:crypto';
import { closeSync, mkdirSync, openSync, realpathSync, rmSync } from 'node:fs';
import net from 'node:net';
import path from 'node:path';

/** Takes what a folder is guarded for; a function that lets it go, or null where another process has it. */
export async function takeGuard(folder, what) {
  mkdirSync(folder, { recursive: true });
  const name = createHash('sha256').update(`${what} ${realpathSync(folder)}`).digest('hex').slice(0, 40);
  return process.platform === 'linux' ? overSocket(`\0oak-tumble-${name}`) : overFile(path.join(folder, `.${what}.guard`));
}

function overSocket(name) {
  return new Promise((resolve, reject) => {
    const server = net.createServer((socket) => socket.destroy());
    server.once('error', (error) => (error.code === 'EADDRINUSE' ? resolve(null) : reject(error)));
    server.listen(name, () => {
      server.unref();
      resolve(() => server.close());
    });
  });
}

function overFile(file) {
  try {
    closeSync(openSync(file, 'wx'));
  } catch (error) {
    if (error.code === 'EEXIST') return null;
    throw error;
  }
  const letGo = () => rmSync(file, { force: true });
  process.once('exit', letGo);
  return letGo;
}
