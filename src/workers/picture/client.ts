import type { Problem } from '../../core/checks';
import type { Patch } from '../../core/commands';
import type { Matrix } from '../../core/display';
import type { ShownLayer } from '../../core/evaluate';
import type { Project } from '../../core/model';
import { openLink, type WorkerPort } from '../link';
import { createUnpacker } from './packed-layers';
import type { Gesture, Look, PickHit, PictureCalls, PictureNews, PictureSays, PlayLog } from './protocol';

export type Shown = Omit<Extract<PictureNews, { readonly kind: 'shown' }>, 'layers'> & { readonly layers: readonly ShownLayer[] };

/** What the page hears without asking. */
export type PictureListener = {
  readonly onShown: (shown: Shown) => void;
  readonly onProblems: (problems: readonly Problem[]) => void;
  readonly onReady: (composition: string, frames: Uint8Array) => void;
  readonly onPlayed: (log: PlayLog) => void;
  /** The whole document is wanted. */
  readonly onAsked: () => void;
  /** The worker died. With `again` another has taken its place: it needs a canvas, the size, and the whole document. */
  readonly onDied: (why: string, again: boolean) => void;
};

/** The picture's worker as the page uses it: every question ends, also when the worker dies. */
export type PictureClient = {
  readonly attach: (canvas: HTMLCanvasElement) => void;
  readonly sendProject: (project: Project, revision: number) => void;
  readonly sendPatches: (patches: readonly Patch[], revision: number) => void;
  readonly setSize: (width: number, height: number, view: Matrix) => void;
  /** Bytes that painted pictures may take in all. */
  readonly limit: (bytes: number) => void;
  readonly gesture: (gesture: Gesture | null, move?: object) => void;
  /** Makes ready what stays still while such a gesture goes on. */
  readonly prepare: (gesture: Gesture, move: object) => void;
  readonly pull: (move: object) => void;
  readonly show: (look: Look) => void;
  readonly play: (playing: Omit<Extract<PictureSays, { kind: 'play' }>, 'kind'>) => void;
  readonly stop: () => void;
  /** What lies under a point of the composition, the topmost first; nothing when the worker cannot say. */
  readonly pick: (look: Look, x: number, y: number) => Promise<readonly PickHit[]>;
  readonly thumbnail: (composition: string, frame: number, width: number, height: number) => Promise<ImageBitmap | null>;
  /** How much of a composition changes in each frame; null when it is called off. */
  readonly activity: (composition: string, signal: AbortSignal) => Promise<Uint8Array | null>;
  /** The stretches of frames in which a layer moves, reached through nests. */
  readonly happens: (composition: string, path: readonly string[]) => Promise<readonly (readonly [number, number])[] | null>;
  /** Says that files of media came that were missing. */
  readonly reload: () => void;
  readonly close: () => void;
};

/** `first` was started before anything was known of the project; `start` makes the next one, should it die. */
export function createPictureClient(first: WorkerPort, start: () => WorkerPort, listener: PictureListener): PictureClient {
  const unpack = createUnpacker();
  let [next, begun, newest]: [number, WorkerPort | null, number] = [1, first, 0];
  const link = openLink<PictureCalls, PictureSays, PictureNews>(() => {
    const worker = begun ?? start();
    begun = null;
    return worker;
  }, {
    hear(news) {
      switch (news.kind) {
        // A picture of an older document than this page has sent says nothing of where things are now.
        case 'shown': {
          const layers = unpack(news.layers);
          return news.revision < newest ? undefined : listener.onShown({ ...news, layers });
        }
        case 'problems': return news.revision < newest ? undefined : listener.onProblems(news.problems);
        case 'ready': return listener.onReady(news.composition, news.frames);
        case 'played': return listener.onPlayed(news.log);
        case 'ask': return listener.onAsked();
      }
    },
    died: listener.onDied,
  });
  const { say } = link;
  return {
    attach: (canvas) => {
      const offscreen = canvas.transferControlToOffscreen();
      say({ kind: 'canvas', canvas: offscreen }, [offscreen]);
    },
    sendProject(project, revision) {
      newest = revision;
      say({ kind: 'project', project, revision });
    },
    sendPatches(patches, revision) {
      newest = revision;
      say({ kind: 'patches', patches, revision });
    },
    limit: (bytes) => say({ kind: 'limit', bytes }),
    setSize: (width, height, view) => say({ kind: 'size', width, height, view }),
    gesture: (gesture, move = {}) => say({ kind: 'gesture', gesture, move }),
    prepare: (gesture, move) => say({ kind: 'prepare', gesture, move }),
    pull: (move) => say({ kind: 'pull', move }),
    show: (look) => say({ kind: 'show', request: next++, look }),
    play: (playing) => say({ kind: 'play', ...playing }),
    stop: () => say({ kind: 'stop' }),
    pick: (look, x, y) => link.call('pick', { look, x, y }).catch(() => []),
    thumbnail: (composition, frame, width, height) => link.call('thumbnail', { composition, frame, width, height }).catch(() => null),
    activity: (composition, signal) => link.call('activity', { composition }, { signal }).catch(() => null),
    happens: (composition, path) => link.call('happens', { composition, path }).catch(() => null),
    reload: () => say({ kind: 'reload' }),
    close: link.close,
  };
}

export type { PickHit } from './protocol';
