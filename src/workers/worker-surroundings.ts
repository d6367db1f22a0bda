import { inOrder, mediaFileName, textLayers, type Project } from '../core/model';
import type { FaceLookup } from '../core/lettering';
import { lookupFrom, shippedFaces, type PaintHost, type Picture } from '../painter';
import { createBrowserHost, loadBrowserFaces } from '../painter/browser';

/** What evaluation and painting need in a worker. */
export type WorkerSurroundings = {
  readonly host: PaintHost;
  readonly faces: () => FaceLookup;
  /** Loads what a project's pictures need; resolves to true when something new came in. */
  readonly load: (project: Project) => Promise<boolean>;
};

export function createWorkerSurroundings(): WorkerSurroundings {
  const images = new Map<string, { readonly hash: string; readonly picture: Picture }>();
  let lookup: FaceLookup = () => null;
  let facesFor = '';
  return {
    host: createBrowserHost((asset) => images.get(asset)?.picture ?? null),
    faces: () => lookup,
    async load(project) {
      const wanted = shippedFaces(textLayers(project));
      const signature = wanted.map((face) => `${face.pack}-${face.weight}`).sort().join(' ');
      let news = false;
      if (signature !== facesFor) {
        lookup = lookupFrom(await loadBrowserFaces(wanted));
        facesFor = signature;
        news = true;
      }
      for (const asset of inOrder(project.assets)) {
        if (asset.type !== 'image' || images.get(asset.id)?.hash === asset.hash) continue;
        const picture = await fetchImage(mediaFileName(asset));
        if (picture) images.set(asset.id, { hash: asset.hash, picture });
        news ||= picture !== null;
      }
      return news;
    },
  };
}

async function fetchImage(file: string): Promise<Picture | null> {
  const response = await fetch(`/api/media/${file}?may=be-missing`);
  if (response.status !== 200) return null;
  return createImageBitmap(await response.blob()).catch(() => null);
}
