import type { Matrix } from '../../core/display';
import { evaluateFrame, type EvaluatedFrame } from '../../core/evaluate';
import { member, type Project } from '../../core/model';
import { affectedBy } from '../../core/scene';
import { createPictureMemory, layPart, layPicture, paint, type Picture, type Surface } from '../../painter';
import type { WorkerSurroundings } from '../worker-surroundings';
import { createFrameKeeper, type FrameKeeper } from './frame-keeper';
import type { Look } from './protocol';

/** Bytes of pictures in all, unless somebody says otherwise: whole frames, and those of nests and of what stands still, which give way to frames but for a sixteenth. */
const ALL = 256 * 1024 * 1024;

/** What the picture is painted on, and the frames that are remembered of the composition in view. */
export type Stage = {
  readonly keeper: FrameKeeper;
  readonly put: (surface: Surface, resize: (width: number, height: number) => void) => void;
  /** True when anything is another now. */
  readonly resize: (width: number, height: number, view: Matrix) => boolean;
  /** Bytes of pictures in all from now on. */
  readonly limit: (bytes: number) => void;
  readonly hasRoom: () => boolean;
  /** Whether there is a picture of this size on the canvas. */
  readonly hasPainted: () => boolean;
  /** Frames of this composition are the ones that are remembered from now on. */
  readonly turnTo: (composition: string) => void;
  /** The document became another: frames in which that shows are let go of. */
  readonly edited: (before: Project | null, after: Project) => void;
  /** Faces or pictures came: everything may look different. */
  readonly forget: () => void;
  readonly evaluate: (project: Project, look: Look) => EvaluatedFrame | null;
  /** Paints a frame that nobody keeps. */
  readonly paintOnce: (frame: EvaluatedFrame) => void;
  /** Paints a frame that nobody sees, so that what stands still in it is remembered. */
  readonly warm: (frame: EvaluatedFrame) => void;
  /** Paints a frame, or takes the one that is remembered, and puts it up. */
  readonly show: (at: number, frame: EvaluatedFrame) => void;
  readonly putUp: (picture: Picture) => void;
  readonly keep: (at: number, frame: EvaluatedFrame) => Picture;
  /** While it plays as needed, pictures may be painted this many times coarser. */
  readonly coarsen: (times: number) => void;
  readonly coarse: () => number;
};

export function createStage(surroundings: WorkerSurroundings): Stage {
  const { host } = surroundings;
  let all = ALL;
  const memory = createPictureMemory(() => Math.max(all / 16, Math.min(all / 4, all - keeper.bytes())), host.giveBack);
  const keeper = createFrameKeeper(() => all - Math.min(all / 16, memory.bytes()), host.giveBack);
  let surface: Surface | null = null;
  let resizeCanvas: (width: number, height: number) => void = () => undefined;
  let size: readonly [number, number] = [0, 0];
  let isSized = false;
  let view: Matrix = [1, 0, 0, 1, 0, 0];
  let coarse = 1;
  let kept = '';
  let composition = '';

  /** Remembered frames belong to one composition at one size. */
  function settle(): void {
    const name = `${composition} ${size.join('x')} ${view.join(' ')}`;
    if (name === kept) return;
    keeper.clear();
    kept = name;
  }

  /** A canvas that changes its size is empty: it does when there is something to paint, so that nobody sees it empty. */
  function fit(): void {
    if (isSized) return;
    resizeCanvas(...size);
    isSized = true;
  }

  function paintOn(on: Surface, frame: EvaluatedFrame, [width, height]: readonly [number, number]): void {
    const less = width / size[0];
    paint(frame.root, on, host, { view: view.map((part) => part * less) as unknown as Matrix, width, height, background: frame.background, memory });
  }

  const stage: Stage = {
    keeper,
    put(next, resize) {
      surface = next;
      resizeCanvas = resize;
      isSized = false;
    },
    resize(width, height, next) {
      if (size[0] === width && size[1] === height && view.every((part, i) => part === next[i])) return false;
      [size, view] = [[width, height], next];
      isSized = false;
      memory.clear();
      settle();
      return true;
    },
    limit(bytes) {
      // With less room all is let go of, rather than half of it by chance.
      if (bytes < all) keeper.clear();
      all = bytes;
      memory.fit();
    },
    hasRoom: () => surface !== null && size[0] > 0,
    hasPainted: () => isSized,
    turnTo(next) {
      composition = next;
      settle();
    },
    edited(before, after) {
      if (!before || !member(before.compositions.by, composition)) return keeper.clear();
      keeper.drop(affectedBy(before, after, composition));
    },
    forget() {
      memory.clear();
      keeper.clear();
    },
    evaluate: (project, { composition: id, frame }) => evaluateFrame(project, id, frame, { faces: surroundings.faces(), purpose: 'bench' }),
    paintOnce(frame) {
      if (!surface) return;
      fit();
      paintOn(surface, frame, size);
    },
    warm(frame) {
      const sheet = host.sheet(...(size as [number, number]));
      paintOn(sheet.surface, frame, size);
      host.giveBack(sheet.picture);
    },
    // The first picture at a size goes straight up, by the shortest way there is; it is kept when its turn comes.
    show: (at, frame) => (isSized ? stage.putUp(keeper.get(at) ?? stage.keep(at, frame)) : stage.paintOnce(frame)),
    keep(at, frame) {
      const known = keeper.get(at);
      if (known) return known;
      const scaled: [number, number] = [Math.ceil(size[0] / coarse), Math.ceil(size[1] / coarse)];
      const sheet = host.sheet(...scaled);
      paintOn(sheet.surface, frame, scaled);
      keeper.keep(at, sheet.picture);
      memory.fit();
      return sheet.picture;
    },
    putUp(picture) {
      if (!surface) return;
      fit();
      surface.setTransform(1, 0, 0, 1, 0, 0);
      surface.globalAlpha = 1;
      surface.globalCompositeOperation = 'copy';
      if (picture.width === size[0]) layPicture(surface, picture, 0, 0);
      else layPart(surface, picture, [0, 0, picture.width, picture.height], [0, 0, ...size]);
      surface.globalCompositeOperation = 'source-over';
    },
    coarsen(times) {
      // What was painted coarse is painted again in full.
      if (times < coarse) keeper.clear();
      coarse = times;
    },
    coarse: () => coarse,
  };
  return stage;
}
