import { createHash, randomUUID } from 'node:crypto';
import { mkdir, open, rm } from 'node:fs/promises';
import path from 'node:path';
import { refuse } from './answer';

type Received = { readonly ok: true; readonly file: string; readonly hash: string; readonly bytes: number } | { readonly ok: false; readonly response: Response };

/** Writes the body of a request to a file of its own as it comes, as long as it has no more bytes than the limit. Whoever receives it takes it away again. */
export async function receiveFile(request: Request, limit: number, folder: string): Promise<Received> {
  await mkdir(folder, { recursive: true });
  const file = path.join(folder, `${randomUUID()}.part`);
  const hash = createHash('sha256');
  let bytes = 0;
  const handle = await open(file, 'wx');
  try {
    const reader = request.body?.getReader();
    for (let part = await reader?.read(); part && !part.done; part = await reader!.read()) {
      bytes += part.value.byteLength;
      if (bytes > limit) {
        await reader!.cancel();
        await rm(file, { force: true });
        return { ok: false, response: refuse(413, `One file may have ${limit / 1e6} MB.`) };
      }
      hash.update(part.value);
      await handle.write(part.value);
    }
  } catch (error) {
    await rm(file, { force: true });
    throw error;
  } finally {
    await handle.close();
  }
  return { ok: true, file, hash: hash.digest('hex'), bytes };
}
