import { createBrowserHost, loadBrowserFaces } from '../painter/browser';
import type { PaintHost, Picture } from '../painter';
import { createSurroundings, type WorkerSurroundings } from './worker-surroundings';

/** Surroundings of a browser's worker: shipped faces by address, pictures from the server. */
export function createWorkerSurroundings(createHost: (image: PaintHost['image']) => PaintHost = createBrowserHost): WorkerSurroundings {
  return createSurroundings({ createHost, loadFaces: loadBrowserFaces, loadImage: fetchImage });
}

async function fetchImage(file: string): Promise<Picture | null> {
  const response = await fetch(`/api/media/${file}?may=be-missing`);
  if (response.status !== 200) return null;
  return createImageBitmap(await response.blob()).catch(() => null);
}
