import { boundsOfGroup, multiply, reachOf, staysInside, type Clip, type Colour, type Effect, type Group, type Ink, type Item, type Matrix, type PathItem, type Wash } from '../core/display';
import { beyondEdges } from './beyond-edges';
import { deviceBox, within, type Box } from './box';
import { css } from './css-colour';
import { effectSheet } from './effect-sheet';
import { layPicture } from './lent-sheets';
import { putOn, maskSheet } from './mask-sheet';
import type { PictureMemory } from './picture-memory';
import { runGroup, steadyRuns } from './steady-runs';
import type { PaintHost, Picture, Sheet, Surface } from './surface';

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
      case 'group': placeGroup(item, surface, matrix, alpha, job); break;
      case 'wash': paintWash(item, surface, matrix, alpha, job); break;
      default: throw new Error(`Unknown display item: ${JSON.stringify(item satisfies never)}`);
    }
  }
}

/** Lays a group on the surface: straight away where nothing can tell the difference, else by way of a sheet of its own. */
function placeGroup(group: Group, surface: Surface, outer: Matrix, alpha: number, job: Job): void {
  const matrix = multiply(outer, group.matrix);
  const opacity = alpha * group.opacity;
  const finished = group.mask !== null || group.effects.length > 0 || group.clip !== null;
  const plain = !finished && group.blend === 'normal' && (opacity === 1 || isOneMark(group)) && !(group.isolated && mixesInside(group));
  const remembers = job.memory !== null && group.picture !== null && group.frame !== null && !finished;
  if (plain && !remembers) return isInSight(group, matrix, job) ? paintGroup(group, surface, matrix, opacity, job) : undefined;
  const box = boxOf(group, matrix, job);
  if (!box) return;
  const key = remembers && !isTiny(group, box) ? memoryKey(group.picture!, matrix, box) : null;
  const known = key === null ? null : job.memory!.get(key);
  if (!known && plain && (key === null || !job.memory!.askedBefore(key))) return paintGroup(group, surface, matrix, opacity, job);
  const picture = known ?? (finished ? finishedSheet(group, outer, matrix, box, job) : paintSheet(group, matrix, box, job)).picture;
  surface.setTransform(1, 0, 0, 1, 0, 0);
  surface.globalAlpha = opacity;
  surface.globalCompositeOperation = compositeWord(group.blend);
  layPicture(surface, picture, box.left, box.top);
  surface.globalCompositeOperation = 'source-over';
  if (known) return;
  if (key !== null) job.memory!.keep(key, picture);
  else job.host.giveBack(picture);
}

/** The group's items on a sheet that covers its box. */
function paintSheet(group: Group, matrix: Matrix, box: Box, job: Job): Sheet {
  return onSheet(box, job, (surface, inner) => paintGroup(group, surface, within(matrix, box), 1, inner));
}

/** The same with its mask, its effects and its clip, in this order. */
function finishedSheet(group: Group, outer: Matrix, matrix: Matrix, box: Box, job: Job): Sheet {
  let sheet = paintSheet(group, matrix, box, job);
  if (group.mask) cutBy(sheet, maskSheet(group.mask, matrix, box, job.host), 'destination-in', job);
  for (const effect of group.effects) sheet = effectSheet(effect, sheet, matrix, job.host);
  if (group.clip) clipSheet(sheet, group.clip, outer, box, job);
  return sheet;
}

/** Cuts a sheet by the form of another picture in the same space. */
function clipSheet(sheet: Sheet, { by, side }: Clip, outer: Matrix, box: Box, job: Job): void {
  const form = onSheet(box, job, (surface, inner) => { placeGroup({ ...by, blend: 'normal' }, surface, within(outer, box), 1, inner); });
  cutBy(sheet, form, side === 'inside' ? 'destination-in' : 'destination-out', job);
}

function cutBy(sheet: Sheet, form: Sheet, how: string, job: Job): void {
  putOn(sheet.surface, form, how);
  job.host.giveBack(form.picture);
}

function onSheet({ width, height }: Box, job: Job, draw: (surface: Surface, inner: Job) => void): Sheet {
  const sheet = job.host.sheet(width, height);
  const inner: Job = { ...job, width, height };
  draw(sheet.surface, inner);
  job.painted = inner.painted;
  return sheet;
}

/** Takes what lies on the surface, and puts it back as the wash's effects make it, where its mask and clip let it through. */
function paintWash(wash: Wash, surface: Surface, outer: Matrix, alpha: number, job: Job): void {
  const { width, height, host } = job;
  const [matrix, opacity] = [multiply(outer, wash.matrix), alpha * wash.opacity];
  const box: Box = { left: 0, top: 0, width, height };
  const margin = Math.min(MOST_BEYOND, deviceReach(wash.effects, matrix));
  let given = beyondEdges(surface.canvas as Picture, box, margin, host);
  for (const effect of wash.effects) given = effectSheet(effect, given, matrix, host);
  const sheet = host.sheet(width, height);
  layPicture(sheet.surface, given.picture, -margin, -margin);
  host.giveBack(given.picture);
  if (wash.mask === null && wash.clip === null && opacity === 1) putOn(surface, sheet, 'copy');
  else {
    const through = wash.mask ? maskSheet(wash.mask, matrix, box, host) : onSheet(box, job, (all) => all.fillRect(0, 0, width, height));
    if (wash.clip) clipSheet(through, wash.clip, outer, box, job);
    putOn(sheet.surface, through, 'destination-in');
    surface.setTransform(1, 0, 0, 1, 0, 0);
    surface.globalAlpha = opacity;
    for (const [picture, how] of [[through.picture, 'destination-out'], [sheet.picture, 'lighter']] as const) {
      surface.globalCompositeOperation = how;
      layPicture(surface, picture, 0, 0);
    }
    surface.globalCompositeOperation = 'source-over';
    host.giveBack(through.picture);
  }
  host.giveBack(sheet.picture);
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
  switch (only.kind) {
    case 'group': return only.blend === 'normal' && only.mask === null && only.effects.length === 0 && only.clip === null && isOneMark(only);
    case 'path': return !only.fill || !only.stroke;
    case 'image': return true;
    case 'wash': return false;
  }
}

const mixing = new WeakMap<readonly Item[], boolean>();

/** Whether something in it is mixed with what lies below: a blend, a wash. */
function mixesInside({ items }: Group): boolean {
  let known = mixing.get(items);
  if (known === undefined) {
    known = items.some((item) => item.kind === 'wash' || (item.kind === 'group' && (item.blend !== 'normal' || (!item.isolated && mixesInside(item)))));
    mixing.set(items, known);
  }
  return known;
}

/** So far beyond a picture's edges a wash looks, in device pixels. */
const MOST_BEYOND = 256;

/** Effects that reach farther than this, in device pixels, are cut there. */
const MOST_REACH = 1024;

/** The device pixels that a group can touch; null when it lies off the surface. With effects also those outside from where they reach in. */
function boxOf(group: Group, matrix: Matrix, { width, height }: Job): Box | null {
  const bounds = boundsOfGroup({ ...group, effects: [] });
  if (!bounds) return null;
  return deviceBox(bounds, matrix, [width, height], Math.min(MOST_REACH, deviceReach(group.effects, matrix)));
}

/** How far effects reach in whole device pixels, to whichever side that is most. */
function deviceReach(effects: readonly Effect[], [a, b, c, d]: Matrix): number {
  return effects.length === 0 ? 0 : Math.ceil(Math.max(...reachOf(effects)) * Math.max(Math.hypot(a, b), Math.hypot(c, d)));
}

/** Whether a group with a frame has any of it on the surface. */
function isInSight({ frame }: Group, matrix: Matrix, { width, height }: Job): boolean {
  return frame === null || deviceBox([0, 0, ...frame], matrix, [width, height], 0) !== null;
}

/** Some marks on a few pixels are painted as fast as they are laid on: a canvas of their own is not worth it. */
function isTiny({ items }: Group, { width, height }: Box): boolean {
  return width <= TINY && height <= TINY && items.length <= FEW_MARKS;
}
const TINY = 16;
const FEW_MARKS = 8;

/** Pictures may move by whole pixels and stay themselves; anything else is another picture. */
function memoryKey(picture: string, [a, b, c, d, e, f]: Matrix, { left, top, width, height }: Box): string {
  return `${picture}|${a},${b},${c},${d},${e - left},${f - top}|${width}x${height}`;
}

function compositeWord(blend: string): string {
  return blend === 'normal' ? 'source-over' : blend === 'plus-lighter' ? 'lighter' : blend;
}
