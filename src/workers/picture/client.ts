import type { Problem } from '../../core/checks';
import type { Patch } from '../../core/commands';
import type { Matrix } from '../../core/display';
import type { Project } from '../../core/model';
import type { Look, PickHit, PictureAnswer, PictureRequest, PlayLog } from './protocol';

export type Shown = Extract<PictureAnswer, { readonly kind: 'shown' }>;

/** What the page hears without asking. */
export type PictureListener = {
  readonly onShown: (shown: Shown) => void;
  readonly onProblems: (problems: readonly Problem[]) => void;
  readonly onReady: (composition: string, frames: Uint8Array) => void;
  readonly onPlayed: (log: PlayLog) => void;
  readonly onFailed: (message: string) => void;
};

/** The picture's worker as the page uses it: every question ends, also when the worker dies. */
export type PictureClient = {
  readonly attach: (canvas: HTMLCanvasElement) => void;
  readonly sendProject: (project: Project, revision: number) => void;
  readonly sendPatches: (patches: readonly Patch[], revision: number) => void;
  readonly setSize: (width: number, height: number, view: Matrix) => void;
  readonly overlay: (transient: readonly Patch[] | null) => void;
  readonly show: (look: Look) => void;
  readonly play: (playing: Omit<Extract<PictureRequest, { kind: 'play' }>, 'kind'>) => void;
  readonly stop: () => void;
  /** What lies under a point of the composition, the topmost first. */
  readonly pick: (look: Look, x: number, y: number) => Promise<readonly PickHit[]>;
  readonly thumbnail: (composition: string, frame: number, width: number, height: number) => Promise<ImageBitmap | null>;
  /** Says that files of media came that were missing. */
  readonly reload: () => void;
  readonly close: () => void;
};

export function createPictureClient(worker: Worker, listener: PictureListener): PictureClient {
  const picks = new Map<number, (hits: readonly PickHit[]) => void>();
  const thumbnails = new Map<number, (bitmap: ImageBitmap | null) => void>();
  let next = 1;
  const post = (request: PictureRequest, transfer: Transferable[] = []) => worker.postMessage(request, transfer);
  worker.onmessage = ({ data }: MessageEvent<PictureAnswer>) => {
    switch (data.kind) {
      case 'shown': return listener.onShown(data);
      case 'problems': return listener.onProblems(data.problems);
      case 'ready': return listener.onReady(data.composition, data.frames);
      case 'played': return listener.onPlayed(data.log);
      case 'picked': picks.get(data.request)?.(data.hits); picks.delete(data.request); return;
      case 'thumbnail': thumbnails.get(data.request)?.(data.bitmap); thumbnails.delete(data.request); return;
    }
  };
  const failAll = (message: string) => {
    for (const answer of picks.values()) answer([]);
    for (const answer of thumbnails.values()) answer(null);
    picks.clear();
    thumbnails.clear();
    listener.onFailed(message);
  };
  worker.onerror = (event) => failAll(`The picture stopped: ${event.message}. Reload the page; nothing is lost.`);
  return {
    attach: (canvas) => {
      const offscreen = canvas.transferControlToOffscreen();
      post({ kind: 'canvas', canvas: offscreen }, [offscreen]);
    },
    sendProject: (project, revision) => post({ kind: 'project', project, revision }),
    sendPatches: (patches, revision) => post({ kind: 'patches', patches, revision }),
    setSize: (width, height, view) => post({ kind: 'size', width, height, view }),
    overlay: (transient) => post({ kind: 'overlay', transient }),
    show: (look) => post({ kind: 'show', request: next++, look }),
    play: (playing) => post({ kind: 'play', ...playing }),
    stop: () => post({ kind: 'stop' }),
    pick: (look, x, y) => new Promise((resolve) => {
      picks.set(next, resolve);
      post({ kind: 'pick', request: next++, look, x, y });
    }),
    thumbnail: (composition, frame, width, height) => new Promise((resolve) => {
      thumbnails.set(next, resolve);
      post({ kind: 'thumbnail', request: next++, composition, frame, width, height });
    }),
    reload: () => post({ kind: 'reload' }),
    close: () => worker.terminate(),
  };
}

export type { PickHit } from './protocol';
