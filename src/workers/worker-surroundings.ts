import { inOrder, mediaFileName, textLayers, type Project } from '../core/model';
import type { Face, FaceLookup } from '../core/lettering';
import { faceKey, lookupFrom, shippedFaces, type FaceName, type PaintHost, type Picture } from '../painter';

/** What evaluation and painting need in a worker. */
export type WorkerSurroundings = {
  readonly host: PaintHost;
  readonly faces: () => FaceLookup;
  /** Loads what a project's pictures need and is not here yet; resolves to true when something new came in. */
  readonly load: (project: Project) => Promise<boolean>;
  /** Files that were not there may have come: they are asked for again by the next load. */
  readonly lookAgain: () => void;
};

/** How things are fetched and what they are painted on; a test stands in for it. */
export type Loading = {
  readonly createHost: (image: PaintHost['image']) => PaintHost;
  readonly loadFaces: (names: readonly FaceName[]) => Promise<ReadonlyMap<string, Face>>;
  /** The picture of a media file, or null when there is none. */
  readonly loadImage: (file: string) => Promise<Picture | null>;
};

export function createSurroundings({ createHost, loadFaces, loadImage }: Loading): WorkerSurroundings {
  const faces = new Map<string, Face>();
  let lookup: FaceLookup = () => null;
  /** The file of each asset as the newest project has it, and what became of the files that were asked for. */
  const files = new Map<string, string>();
  const pictures = new Map<string, Picture>();
  const asked = new Map<string, Promise<boolean>>();

  async function loadMissingFaces(project: Project): Promise<boolean> {
    const missing = shippedFaces(textLayers(project)).filter((face) => !faces.has(faceKey(face)));
    if (missing.length === 0) return false;
    // Added to those that are here: whichever of two loads ends first, neither takes the other's away.
    for (const [key, face] of await loadFaces(missing)) faces.set(key, face);
    lookup = lookupFrom(new Map(faces));
    return true;
  }

  function loadPicture(file: string): Promise<boolean> {
    let loading = asked.get(file);
    if (!loading) {
      loading = loadImage(file).then((picture) => {
        if (picture) pictures.set(file, picture);
        return picture !== null;
      }, () => false);
      asked.set(file, loading);
      return loading;
    }
    // News is told once; who asks again finds it here, or missing as before.
    return loading.then(() => false);
  }

  return {
    host: createHost((asset) => pictures.get(files.get(asset) ?? '') ?? null),
    faces: () => lookup,
    lookAgain() {
      for (const file of asked.keys()) if (!pictures.has(file)) asked.delete(file);
    },
    async load(project) {
      let replaced = false;
      for (const asset of inOrder(project.assets)) {
        if (asset.type !== 'image') continue;
        const file = mediaFileName(asset);
        replaced ||= files.has(asset.id) && files.get(asset.id) !== file && pictures.has(file);
        files.set(asset.id, file);
      }
      const news = await Promise.all([loadMissingFaces(project).catch(() => false), ...new Set(files.values())].map((one) => (typeof one === 'string' ? loadPicture(one) : one)));
      return replaced || news.includes(true);
    },
  };
}
