import { openLink } from '../link';
import type { MediaCalls, ReadyPicture } from './protocol';

/** Makes picture files ready to be kept, one worker for a batch. A file that cannot be read rejects with the reason. */
export function pictureReader(): { readonly read: (file: Blob) => Promise<ReadyPicture>; readonly close: () => void } {
  const link = openLink<MediaCalls, never, never>(() => new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' }));
  return { read: (file) => link.call('ready', file), close: link.close };
}

export { LARGEST, type ReadyPicture } from './protocol';
