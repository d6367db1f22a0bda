import type { MediaStore } from '../bundle';
import { inOrder, mediaFileName, textLayers, type Project } from '../core/model';
import { lookupFrom, shippedFaces, type PaintHost } from '../painter';
import type { FaceLookup } from '../core/lettering';

/** Loads what a project's pictures need in Node: its fonts, and its images. */
export async function nodeSurroundings(project: Project, media: MediaStore): Promise<{ readonly faces: FaceLookup; readonly host: PaintHost; readonly lost: readonly string[] }> {
  // The canvas is native code that most verbs never need.
  const [{ createNodeHost, loadNodeFaces }, { loadImage }] = await Promise.all([import('../painter/node'), import('@napi-rs/canvas')]);
  const faces = lookupFrom(await loadNodeFaces(shippedFaces(textLayers(project)), import.meta.url));
  const images = new Map<string, Awaited<ReturnType<typeof loadImage>>>();
  const lost: string[] = [];
  for (const asset of inOrder(project.assets)) {
    if (asset.type !== 'image') continue;
    const bytes = await media.read(asset);
    const image = bytes && (await loadImage(Buffer.from(bytes)).catch(() => null));
    if (image) images.set(asset.id, image);
    else lost.push(`${asset.name} (media/${mediaFileName(asset)})`);
  }
  return { faces, host: createNodeHost(images), lost };
}
