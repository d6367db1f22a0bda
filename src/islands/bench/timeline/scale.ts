import type { TimelineView } from '../editor/state';

/** Between the pane's left edge and the first frame of the whole view, in pixels. */
export const MARGIN = 10;
const CLOSEST = 60;

export function xOf(frame: number, view: TimelineView): number {
  return (frame - view.from) * view.pixelsPerFrame;
}

export function frameOf(x: number, view: TimelineView): number {
  return view.from + x / view.pixelsPerFrame;
}

/** The composition as wide as the pane. */
export function wholeView(duration: number, width: number): TimelineView {
  const pixelsPerFrame = Math.max(0.0001, (width - MARGIN * 2) / duration);
  return { from: -MARGIN / pixelsPerFrame, pixelsPerFrame };
}

/** The view as it is shown: one that was never set is the whole composition, however wide the pane. */
export function shownView(view: TimelineView, duration: number, width: number): TimelineView {
  return view.pixelsPerFrame > 0 ? view : wholeView(duration, Math.max(100, width));
}

/** Closer or farther by a factor; what lies under x stays there. */
export function zoomAt(view: TimelineView, x: number, factor: number, duration: number, width: number): TimelineView {
  const whole = wholeView(duration, width);
  const pixelsPerFrame = Math.min(CLOSEST, Math.max(whole.pixelsPerFrame, view.pixelsPerFrame * factor));
  const frame = frameOf(x, view);
  return keepInside({ from: frame - x / pixelsPerFrame, pixelsPerFrame }, duration, width);
}

/** Moved sideways by pixels. */
export function panBy(view: TimelineView, pixels: number, duration: number, width: number): TimelineView {
  return keepInside({ ...view, from: view.from + pixels / view.pixelsPerFrame }, duration, width);
}

/** No further out than half a pane beyond either end. */
function keepInside(view: TimelineView, duration: number, width: number): TimelineView {
  const shown = width / view.pixelsPerFrame;
  const margin = MARGIN / view.pixelsPerFrame;
  const most = Math.max(-margin, duration - shown + margin);
  return { ...view, from: Math.min(Math.max(view.from, -margin), Math.max(most, -margin)) };
}

/** Frames between two marks of the ruler: a round number of frames or seconds, never closer than `apart` pixels. */
export function markStep(pixelsPerFrame: number, framesPerSecond: number, apart: number): number {
  const base = Math.round(framesPerSecond);
  const steps = [1, 2, 5, 10, base / 2, base, base * 2, base * 5, base * 10, base * 30, base * 60, base * 300, base * 600, base * 3600];
  return steps.find((step) => Number.isInteger(step) && step * pixelsPerFrame >= apart) ?? base * 36_000;
}
