import type { MaskPart, Matrix } from '../core/display';
import { scaleOf, within, type Box } from './box';
import { layPicture } from './lent-sheets';
import type { PaintHost, Sheet, Surface } from './surface';

/** What of a box a mask lets through, as the alpha of a sheet that the caller gives back. */
export function maskSheet(parts: readonly MaskPart[], matrix: Matrix, box: Box, host: PaintHost): Sheet {
  const mask = host.sheet(box.width, box.height);
  if (parts[0]?.mode !== 'add') cover(mask.surface, box);
  for (const part of parts) {
    const form = formSheet(part, matrix, box, host);
    putOn(mask.surface, form, part.mode === 'add' ? 'source-over' : part.mode === 'subtract' ? 'destination-out' : 'destination-in');
    host.giveBack(form.picture);
  }
  return mask;
}

/** One part's form, softened, turned inside out and thinned as it says. */
function formSheet(part: MaskPart, matrix: Matrix, box: Box, host: PaintHost): Sheet {
  const soft = part.soft * scaleOf(matrix);
  // A form that goes on outside the box is soft at its own edge, not at the box's.
  const beyond = Math.min(MOST_BEYOND, Math.ceil(soft * 3));
  const room: Box = { left: box.left - beyond, top: box.top - beyond, width: box.width + beyond * 2, height: box.height + beyond * 2 };
  const sharp = host.sheet(room.width, room.height);
  trace(part, within(matrix, room), sharp.surface, host);
  const form = host.sheet(box.width, box.height);
  const { surface } = form;
  surface.filter = soft > 0 ? `blur(${soft}px)` : 'none';
  surface.globalAlpha = part.opacity;
  layPicture(surface, sharp.picture, -beyond, -beyond);
  surface.filter = 'none';
  host.giveBack(sharp.picture);
  if (!part.invert) return form;
  surface.globalCompositeOperation = 'source-out';
  cover(surface, box);
  surface.globalCompositeOperation = 'source-over';
  return form;
}

/** Pixels of a form outside a box that its soft edge is worked out from. */
const MOST_BEYOND = 1024;

function trace({ outline, spread }: MaskPart, matrix: Matrix, surface: Surface, host: PaintHost): void {
  const path = host.path(outline) as never;
  surface.setTransform(...matrix);
  surface.fillStyle = '#000';
  surface.fill(path, 'nonzero');
  if (spread !== 0) {
    surface.strokeStyle = '#000';
    surface.lineWidth = Math.abs(spread) * 2;
    surface.lineJoin = 'round';
    surface.setLineDash([]);
    surface.globalCompositeOperation = spread > 0 ? 'source-over' : 'destination-out';
    surface.stroke(path);
    surface.globalCompositeOperation = 'source-over';
  }
  surface.setTransform(1, 0, 0, 1, 0, 0);
}

function cover(surface: Surface, { width, height }: Box): void {
  surface.globalAlpha = 1;
  surface.fillStyle = '#000';
  surface.fillRect(0, 0, width, height);
}

/** One sheet over another of the same box. */
export function putOn(on: Surface, { picture }: Sheet, how: string): void {
  on.setTransform(1, 0, 0, 1, 0, 0);
  on.globalAlpha = 1;
  on.globalCompositeOperation = how;
  layPicture(on, picture, 0, 0);
  on.globalCompositeOperation = 'source-over';
}
