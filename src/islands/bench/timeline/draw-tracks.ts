import { darkenOutside } from './draw-ruler';
import { INK } from './inks';
import type { Row } from './rows/row';
import { frameOf, xOf } from './scale';
import type { TracksLook } from './tracks-look';

/** Bars, pegs, the motion between them, and the lanes: everything that is about time on its one axis. */
export function drawTracks(to: CanvasRenderingContext2D, rows: readonly Row[], look: TracksLook): void {
  const { view, width, height, scroll, composition } = look;
  to.clearRect(0, 0, width, height);
  to.save();
  to.translate(0, -scroll);
  drawCells(to, look);
  for (const row of rows) {
    if (row.top + row.height < scroll || row.top > scroll + height) continue;
    to.fillStyle = INK.faint;
    to.fillRect(0, row.top + row.height - 1, width, 1);
    row.is.draw(to, look, row);
  }
  if (look.marquee) {
    const [left, top, right, bottom] = look.marquee;
    to.fillStyle = 'rgba(163, 199, 109, 0.12)';
    to.strokeStyle = INK.leaf;
    to.fillRect(left, top, right - left, bottom - top);
    to.strokeRect(left + 0.5, top + 0.5, right - left, bottom - top);
  }
  to.restore();
  if (look.caught !== null) {
    to.fillStyle = INK.sky;
    to.fillRect(Math.round(xOf(look.caught, view)), 0, 1, height);
  }
  // Outside the play range it is darker, outside the composition there is nothing to play.
  darkenOutside(to, look, height);
  to.fillStyle = 'rgba(16, 18, 9, 0.35)';
  const [start, end] = [xOf(0, view), xOf(composition.duration, view)];
  if (start > 0) to.fillRect(0, 0, start, height);
  if (end < width) to.fillRect(end, 0, width - end, height);
}

/** Close up, frames become cells. */
function drawCells(to: CanvasRenderingContext2D, { view, width, height, scroll, frame, composition }: TracksLook): void {
  if (view.pixelsPerFrame < 9) return;
  const [first, last] = [Math.max(0, Math.floor(frameOf(0, view))), Math.min(composition.duration, Math.ceil(frameOf(width, view)))];
  to.fillStyle = 'rgba(52, 58, 44, 0.35)';
  for (let at = first; at <= last; at++) to.fillRect(Math.round(xOf(at, view)), scroll, 1, height);
  // The frame that is looked at is a whole cell, not a line.
  to.fillStyle = 'rgba(236, 231, 218, 0.07)';
  to.fillRect(xOf(frame, view), scroll, view.pixelsPerFrame, height);
}
