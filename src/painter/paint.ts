import { multiply, staysInside, transform, type Colour, type Group, type Ink, type Item, type Matrix, type PathItem } from '../core/display';
import type { PictureMemory } from './picture-memory';
import { runGroup, steadyRuns } from './steady-runs';
import type { PaintHost, Picture, Surface } from './surface';

export type PaintOptions = {
  /** From the composition to device pixels. */
  readonly view: Matrix;
  readonly width: number;
  readonly height: number;
  /** Painted first, over the whole surface; null leaves it clear. */
  readonly background: Colour | null;
  /** Pictures of nests kept for the next frames; output goes without, so that it never depends on what was seen before. */
  readonly memory: PictureMemory | null;
};

/** Items that one frame may paint. A knot of nests that repeats itself without end stops here. */
const MOST_ITEMS = 400_000;

type Job = { readonly host: PaintHost; readonly memory: PictureMemory | null; readonly width: number; readonly height: number; painted: number };

/** Paints a display tree. The same items at the same view give the same pixels in a browser and in Node. */
export function paint(root: Group, surface: Surface, host: PaintHost, options: PaintOptions): void {
  const { width, height, background, view } = options;
  const job: Job = { host, memory: options.memory, width, height, painted: 0 };
  surface.setTransform(1, 0, 0, 1, 0, 0);
  surface.globalAlpha = 1;
  surface.globalCompositeOperation = 'source-over';
  surface.clearRect(0, 0, width, height);
  if (background) {
    surface.fillStyle = css(background);
    surface.fillRect(0, 0, width, height);
  }
  paintRoot(root, surface, multiply(view, root.matrix), job);
}

/** The outermost group: what stood still since the frame before is laid on as one remembered picture. */
function paintRoot(root: Group, surface: Surface, matrix: Matrix, job: Job): void {
  if (!job.memory) return paintGroup(root, surface, matrix, 1, job);
  const items = steadyRuns(root.items).flatMap((run) => (run.length > 1 ? [runGroup(run, root.frame)] : run));
  paintGroup({ ...root, items }, surface, matrix, 1, job);
}

function paintItems(items: readonly Item[], surface: Surface, matrix: Matrix, alpha: number, job: Job): void {
  for (const item of items) {
    if (++job.painted > MOST_ITEMS) return;
    switch (item.kind) {
      case 'path': paintPath(item, surface, matrix, alpha, job); break;
      case 'image': {
        const picture = job.host.image(item.asset);
        if (!picture) break;
        surface.setTransform(...matrix);
        surface.globalAlpha = alpha;
        surface.imageSmoothingEnabled = true;
        surface.imageSmoothingQuality = 'high';
        surface.drawImage(picture as never, 0, 0, item.width, item.height);
        break;
      }
      case 'group': placeGroup(item, surface, multiply(matrix, item.matrix), alpha, job); break;
      default: throw new Error(`Unknown display item: ${JSON.stringify(item satisfies never)}`);
    }
  }
}

/** Lays a group on the surface: straight away where nothing can tell the difference, else by way of a sheet of its own. */
function placeGroup(group: Group, surface: Surface, matrix: Matrix, alpha: number, job: Job): void {
  const opacity = alpha * group.opacity;
  const plain = group.blend === 'normal' && (opacity === 1 || isOneMark(group)) && !(group.isolated && blendsInside(group));
  const box = deviceBox(group, matrix, job);
  if (!box) return;
  const key = job.memory && group.picture !== null && group.frame ? memoryKey(group.picture, matrix, box) : null;
  const known = key === null ? null : job.memory!.get(key);
  if (!known && plain && (key === null || !job.memory!.askedBefore(key))) return paintGroup(group, surface, matrix, opacity, job);
  const picture = known ?? paintSheet(group, matrix, box, job);
  surface.setTransform(1, 0, 0, 1, 0, 0);
  surface.globalAlpha = opacity;
  surface.globalCompositeOperation = compositeWord(group.blend);
  surface.drawImage(picture as never, box.left, box.top);
  surface.globalCompositeOperation = 'source-over';
  if (known) return;
  if (key !== null) job.memory!.keep(key, picture);
  else job.host.giveBack(picture);
}

/** The group's items on a sheet that covers its box. */
function paintSheet(group: Group, [a, b, c, d, e, f]: Matrix, box: Box, job: Job): Picture {
  const sheet = job.host.sheet(box.width, box.height);
  const inner: Job = { ...job, width: box.width, height: box.height };
  paintGroup(group, sheet.surface, [a, b, c, d, e - box.left, f - box.top], 1, inner);
  job.painted = inner.painted;
  return sheet.picture;
}

function paintGroup(group: Group, surface: Surface, matrix: Matrix, alpha: number, job: Job): void {
  // Cutting what stays inside cuts nothing, and would soften edges that end where the frame does a second time.
  if (!group.frame || (group.isolated && staysInside(group.items, group.frame))) return paintItems(group.items, surface, matrix, alpha, job);
  surface.save();
  surface.setTransform(...matrix);
  surface.beginPath();
  surface.rect(0, 0, group.frame[0], group.frame[1]);
  surface.clip();
  paintItems(group.items, surface, matrix, alpha, job);
  surface.restore();
}

function paintPath(item: PathItem, surface: Surface, matrix: Matrix, alpha: number, { host }: Job): void {
  const path = host.path(item.outline) as never;
  surface.setTransform(...matrix);
  surface.globalAlpha = alpha;
  if (item.fill) {
    surface.fillStyle = inkStyle(item.fill, surface);
    surface.fill(path, item.rule);
  }
  if (item.stroke) {
    const { ink, width, dash, dashShift, cap, join, miter } = item.stroke;
    surface.strokeStyle = inkStyle(ink, surface);
    surface.lineWidth = width;
    surface.lineCap = cap;
    surface.lineJoin = join;
    surface.miterLimit = miter;
    surface.setLineDash(dash as number[]);
    surface.lineDashOffset = dashShift;
    surface.stroke(path);
  }
}

function inkStyle(ink: Ink, surface: Surface): unknown {
  if (ink.kind === 'flat') return css(ink.colour);
  const [x0, y0] = ink.from;
  const [x1, y1] = ink.to;
  const gradient = ink.kind === 'linear' ? surface.createLinearGradient(x0, y0, x1, y1) : surface.createRadialGradient(x0, y0, 0, x0, y0, Math.hypot(x1 - x0, y1 - y0));
  for (const [at, colour] of ink.stops) gradient.addColorStop(at, css(colour));
  return gradient;
}

/** One mark alone: its own alpha is the same as the group's. */
function isOneMark({ items }: Group): boolean {
  const [only, second] = items;
  if (!only || second) return false;
  if (only.kind === 'group') return only.blend === 'normal' && isOneMark(only);
  return only.kind === 'image' || !only.fill || !only.stroke;
}

const blending = new WeakMap<readonly Item[], boolean>();

function blendsInside({ items }: Group): boolean {
  let known = blending.get(items);
  if (known === undefined) {
    known = items.some((item) => item.kind === 'group' && (item.blend !== 'normal' || (!item.isolated && blendsInside(item))));
    blending.set(items, known);
  }
  return known;
}

type Box = { readonly left: number; readonly top: number; readonly width: number; readonly height: number };

/** The device pixels that a group can touch, or null when it lies off the surface. Without a frame, its own or that of the one group in it: all of them. */
function deviceBox(group: Group, matrix: Matrix, job: Job): Box | null {
  const { width, height } = job;
  if (!group.frame) {
    const [only, second] = group.items;
    return only?.kind === 'group' && !second ? deviceBox(only, multiply(matrix, only.matrix), job) : { left: 0, top: 0, width, height };
  }
  const [w, h] = group.frame;
  const corners = [transform(matrix, 0, 0), transform(matrix, w, 0), transform(matrix, w, h), transform(matrix, 0, h)];
  const left = Math.max(0, Math.floor(Math.min(...corners.map(([x]) => x))));
  const top = Math.max(0, Math.floor(Math.min(...corners.map(([, y]) => y))));
  const right = Math.min(width, Math.ceil(Math.max(...corners.map(([x]) => x))));
  const bottom = Math.min(height, Math.ceil(Math.max(...corners.map(([, y]) => y))));
  return right > left && bottom > top ? { left, top, width: right - left, height: bottom - top } : null;
}

/** Pictures may move by whole pixels and stay themselves; anything else is another picture. */
function memoryKey(picture: string, [a, b, c, d, e, f]: Matrix, { left, top, width, height }: Box): string {
  return `${picture}|${a},${b},${c},${d},${e - left},${f - top}|${width}x${height}`;
}

function compositeWord(blend: string): string {
  return blend === 'normal' ? 'source-over' : blend === 'plus-lighter' ? 'lighter' : blend;
}

const words = new WeakMap<Colour, string>();

function css(colour: Colour): string {
  let word = words.get(colour);
  if (word === undefined) {
    const part = (value: number) => Math.round(Math.min(1, Math.max(0, value)) * 255);
    const [r, g, b, a] = colour;
    words.set(colour, (word = `rgba(${part(r)}, ${part(g)}, ${part(b)}, ${Math.min(1, Math.max(0, a))})`));
  }
  return word;
}
