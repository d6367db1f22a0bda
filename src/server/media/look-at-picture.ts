import { open, readFile } from 'node:fs/promises';
import { pictureFault, pictureMime } from '../../bundle';
import { job } from '../workshop';

export type Looked = { readonly kind: 'picture'; readonly mime: string } | { readonly kind: 'none' } | { readonly kind: 'refused'; readonly message: string };

/** Looks what a file is by what it holds, and at the size that its header promises; nothing is unpacked. */
export const lookAtPicture = job<{ readonly file: string }, Looked>({
  name: 'look-at-picture',
  deadline: 10_000,
  memory: 600_000_000,
  rank: 1,
  async run({ file }) {
    const handle = await open(file);
    const { buffer } = await handle.read(Buffer.alloc(16), 0, 16, 0).finally(() => handle.close());
    const mime = pictureMime(buffer);
    if (!mime) return { kind: 'none' };
    const fault = pictureFault(await readFile(file));
    return fault === null ? { kind: 'picture', mime } : { kind: 'refused', message: fault };
  },
});
