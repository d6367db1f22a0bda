import type { Composition } from '../../../core/model';
import { barAndBeat, beatAt, frameOfBeat, framesPerSecond } from '../../../core/time';
import type { Problem } from '../../../core/checks';
import type { TimelineView } from '../editor/state';
import { INK } from './inks';
import { frameOf, markStep, xOf } from './scale';

export const RULER_HEIGHT = 52;

export type RulerLook = {
  readonly composition: Composition;
  readonly view: TimelineView;
  readonly width: number;
  readonly unit: 'seconds' | 'frames';
  readonly ready: Uint8Array | null;
  readonly problems: readonly Problem[];
};

/** Beats and bars above, seconds or frames below; outside the play range it is darker, its ends are two pegs; what is not painted yet is hatched. */
export function drawRuler(to: CanvasRenderingContext2D, look: RulerLook): void {
  const { composition, view, width } = look;
  to.clearRect(0, 0, width, RULER_HEIGHT);
  to.textBaseline = 'alphabetic';
  drawBeats(to, look);
  drawMarks(to, look);
  drawReady(to, look);
  darkenOutside(to, look, RULER_HEIGHT);
  for (const at of composition.range) {
    to.fillStyle = INK.paper;
    to.beginPath();
    to.roundRect(Math.round(xOf(at, view)) - 2.5, RULER_HEIGHT - 14, 5, 13, 2);
    to.fill();
  }
  for (const { level, where } of look.problems) {
    if (where.composition !== composition.id || where.frame === undefined) continue;
    to.fillStyle = level === 'error' ? INK.rust : level === 'warning' ? INK.amber : INK.muted;
    to.fillRect(Math.round(xOf(where.frame, view)) - 1, RULER_HEIGHT - 10, 3, 6);
  }
}

/** What is not played lies in the dark, here and over the tracks. */
export function darkenOutside(to: CanvasRenderingContext2D, { composition, view, width }: Pick<RulerLook, 'composition' | 'view' | 'width'>, height: number): void {
  const [from, until] = [xOf(composition.range[0], view), xOf(composition.range[1], view)];
  to.fillStyle = 'rgba(16, 18, 9, 0.5)';
  if (from > 0) to.fillRect(0, 0, Math.min(from, width), height);
  if (until < width) to.fillRect(Math.max(0, until), 0, width - Math.max(0, until), height);
}

function drawBeats(to: CanvasRenderingContext2D, { composition, view, width }: RulerLook): void {
  const { tempo, rate } = composition;
  if (!tempo) return;
  const beatWidth = (frameOfBeat(1, tempo, rate) - frameOfBeat(0, tempo, rate)) * view.pixelsPerFrame;
  const barWidth = beatWidth * tempo.meter[0];
  const barStep = [1, 2, 4, 8, 16, 32, 64].find((step) => step * barWidth >= 34) ?? 128;
  const first = Math.floor(beatAt(Math.max(0, frameOf(0, view)), tempo, rate));
  const last = Math.ceil(beatAt(Math.min(composition.duration, frameOf(width, view)), tempo, rate));
  to.font = "11.5px 'Spline Sans Mono'";
  for (let beat = first; beat <= last && last - first < 5000; beat++) {
    const at = frameOfBeat(beat, tempo, rate);
    const { bar, beat: inBar } = barAndBeat(beat, tempo);
    if (at < 0 || at >= composition.duration) continue;
    const isBar = inBar === 1;
    if (isBar ? (bar - 1) % barStep !== 0 : beatWidth < 9) continue;
    const x = Math.round(xOf(at, view));
    to.fillStyle = isBar ? INK.sky : '#45605f';
    to.fillRect(x, isBar ? 4 : 4, 1, isBar ? 16 : 7);
    if (isBar) to.fillText(String(bar), x + 4, 15);
  }
}

function drawMarks(to: CanvasRenderingContext2D, { composition, view, width, unit }: RulerLook): void {
  const fps = framesPerSecond(composition.rate);
  const step = markStep(view.pixelsPerFrame, fps, 52);
  const minor = markStep(view.pixelsPerFrame, fps, 8);
  const first = Math.max(0, Math.floor(frameOf(0, view) / minor) * minor);
  to.font = "11.5px 'Spline Sans Mono'";
  for (let frame = first; frame <= composition.duration && xOf(frame, view) < width; frame += minor) {
    const x = Math.round(xOf(frame, view));
    const major = frame % step === 0;
    to.fillStyle = major ? INK.muted : '#4a4f40';
    to.fillRect(x, major ? 28 : 38, 1, major ? 16 : 6);
    if (major && xOf(frame, view) < width - 24) to.fillText(markWords(frame, step, fps, unit), x + 4, 38);
  }
}

/** Whole seconds stand alone; closer up the frames stand behind them: `1s`, `1:10`. */
function markWords(frame: number, step: number, fps: number, unit: RulerLook['unit']): string {
  const base = Math.round(fps);
  if (unit === 'frames') return String(frame);
  return step % base === 0 || frame % base === 0 ? `${Math.round((frame / fps) * 100) / 100}s` : `${Math.floor(frame / base)}:${String(frame % base).padStart(2, '0')}`;
}

function drawReady(to: CanvasRenderingContext2D, { composition, view, width, ready }: RulerLook): void {
  const y = RULER_HEIGHT - 6;
  const [from, until] = [Math.max(0, Math.floor(frameOf(0, view))), Math.min(composition.duration, Math.ceil(frameOf(width, view)))];
  to.fillStyle = '#4a4f40';
  const each = Math.max(1, Math.floor(3 / view.pixelsPerFrame));
  for (let frame = from; frame < until; frame += each) {
    if (ready?.[frame]) continue;
    const x = xOf(frame, view);
    // Hatched: every other pixel of what would have to be painted first.
    for (let dx = 0; dx < view.pixelsPerFrame * each; dx += 4) to.fillRect(Math.round(x + dx), y, 2, 2);
  }
}
