import type { Problem } from '../../../core/checks';
import type { Tick } from '../editor/problems';
import { INK } from './inks';
import { xOf } from './scale';
import type { TracksLook } from './tracks-look';

/** Words in a lane end here, in pixels. */
const WORDS = 420;

const grouped = new WeakMap<readonly Problem[], ReadonlyMap<string, readonly Tick[]>>();

/** Problems of a layer that have a moment, errors first as they are told. */
export function ticksOn(problems: readonly Problem[], composition: string, layer: string): readonly Tick[] {
  let known = grouped.get(problems);
  if (!known) {
    const byLayer = new Map<string, Tick[]>();
    for (const problem of problems) {
      const { where } = problem;
      if (where.layer === undefined || where.frame === undefined) continue;
      const name = `${where.composition}/${where.layer}`;
      (byLayer.get(name) ?? byLayer.set(name, []).get(name)!).push(problem as Tick);
    }
    grouped.set(problems, (known = byLayer));
  }
  return known.get(`${composition}/${layer}`) ?? NONE;
}
const NONE: readonly Tick[] = [];

/** On a bar: a thorn at its foot where something is wrong. Notes stand in lanes and in Checks alone. */
export function drawProblemThorns(to: CanvasRenderingContext2D, { problems, composition, view }: TracksLook, layer: string, foot: number): void {
  for (const { level, where } of ticksOn(problems, composition.id, layer)) if (level !== 'note') thorn(to, xOf(where.frame, view), foot, level);
}

/** In a lane: an upright line where something is, and what to do about it beside it; words that would touch those before go a line down. */
export function drawProblemLines(to: CanvasRenderingContext2D, { problems, composition, view, width }: TracksLook, layer: string, top: number, height: number): void {
  const taken: number[] = [];
  to.font = "11.5px 'Figtree'";
  for (const { level, where, fix, message } of [...ticksOn(problems, composition.id, layer)].sort((a, b) => a.where.frame - b.where.frame)) {
    const x = Math.round(xOf(where.frame, view));
    if (x < -WORDS || x > width) continue;
    const ink = inkOf(level);
    to.fillStyle = ink;
    to.fillRect(x, top + 2, 1, height - 4);
    thorn(to, x, top + height - 2, level);
    const words = fix ?? message;
    const wide = Math.min(WORDS, to.measureText(words).width);
    const line = [0, 1, 2].find((one) => (taken[one] ?? -Infinity) < x);
    if (line === undefined) continue;
    const left = Math.max(4, Math.min(x + 6, width - wide - 50));
    taken[line] = left + wide + 12;
    to.fillStyle = INK.ground;
    to.globalAlpha = 0.82;
    to.fillRect(left - 3, top + 3 + line * 15, wide + 6, 14);
    to.globalAlpha = 1;
    to.fillStyle = ink;
    to.fillText(words, left, top + 14 + line * 15, WORDS);
  }
}

function thorn(to: CanvasRenderingContext2D, x: number, foot: number, level: Problem['level']): void {
  to.fillStyle = inkOf(level);
  to.beginPath();
  to.moveTo(x - 4, foot);
  to.lineTo(x, foot - 8);
  to.lineTo(x + 4, foot);
  to.fill();
}

function inkOf(level: Problem['level']): string {
  return level === 'error' ? INK.rust : level === 'warning' ? INK.amber : INK.muted;
}
