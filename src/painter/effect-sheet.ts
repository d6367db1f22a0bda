import type { Effect, Matrix, Pass } from '../core/display';
import { scaleOf } from './box';
import { css } from './css-colour';
import { layPicture } from './lent-sheets';
import { putOn } from './mask-sheet';
import type { PaintHost, Sheet } from './surface';

/** What an effect makes of a picture, on a sheet of its size. The picture is given back; the caller gives back the new one. */
export function effectSheet(effect: Effect, given: Sheet, matrix: Matrix, host: PaintHost): Sheet {
  const made = host.sheet(given.picture.width, given.picture.height);
  for (const pass of effect.passes) layPass(pass, given, made, matrix, host);
  host.giveBack(given.picture);
  return made;
}

function layPass(pass: Pass, given: Sheet, { surface, picture: { width, height } }: Sheet, matrix: Matrix, host: PaintHost): void {
  surface.globalAlpha = 1;
  switch (pass.from) {
    case 'picture': {
      surface.filter = filterOf(pass.soft * scaleOf(matrix), pass.light);
      layPicture(surface, given.picture, 0, 0);
      surface.filter = 'none';
      return;
    }
    case 'form': {
      const form = host.sheet(width, height);
      putOn(form.surface, given, 'source-over');
      form.surface.globalCompositeOperation = 'source-in';
      form.surface.fillStyle = css(pass.colour);
      form.surface.fillRect(0, 0, width, height);
      form.surface.globalCompositeOperation = 'source-over';
      const [a, b, c, d] = matrix;
      surface.filter = filterOf(pass.soft * scaleOf(matrix), 1);
      layPicture(surface, form.picture, a * pass.x + c * pass.y, b * pass.x + d * pass.y);
      surface.filter = 'none';
      return host.giveBack(form.picture);
    }
    case 'flood': {
      surface.globalCompositeOperation = 'source-atop';
      surface.globalAlpha = pass.opacity;
      surface.fillStyle = css(pass.colour);
      surface.fillRect(0, 0, width, height);
      surface.globalAlpha = 1;
      surface.globalCompositeOperation = 'source-over';
      return;
    }
    case 'light': {
      const bright = brightSheet(given, pass.threshold, host);
      surface.globalCompositeOperation = 'lighter';
      surface.filter = filterOf(pass.soft * scaleOf(matrix), 1);
      // More than once as bright is laid on so many times.
      for (let left = Math.min(MOST_STRENGTH, pass.strength); left > 0; left--) {
        surface.globalAlpha = Math.min(1, left);
        layPicture(surface, bright.picture, 0, 0);
      }
      surface.filter = 'none';
      surface.globalAlpha = 1;
      surface.globalCompositeOperation = 'source-over';
      return host.giveBack(bright.picture);
    }
    default: throw new Error(`Unknown pass: ${JSON.stringify(pass satisfies never)}`);
  }
}

const MOST_STRENGTH = 10;

/** A picture less what is darker than the threshold in each of its colours, stretched to full brightness again. */
function brightSheet(given: Sheet, threshold: number, host: PaintHost): Sheet {
  const { width, height } = given.picture;
  const bright = host.sheet(width, height);
  putOn(bright.surface, given, 'source-over');
  if (threshold <= 0) return bright;
  const { surface } = bright;
  const grey = Math.round(threshold * 255);
  surface.fillStyle = `rgb(${grey}, ${grey}, ${grey})`;
  // The lighter of both, less the threshold, within the picture's own form.
  for (const how of ['lighten', 'difference']) {
    surface.globalCompositeOperation = how;
    surface.fillRect(0, 0, width, height);
  }
  surface.globalCompositeOperation = 'source-over';
  putOn(surface, given, 'destination-in');
  const full = host.sheet(width, height);
  full.surface.filter = filterOf(0, 1 / Math.max(1 / 255, 1 - threshold));
  layPicture(full.surface, bright.picture, 0, 0);
  full.surface.filter = 'none';
  host.giveBack(bright.picture);
  return full;
}

function filterOf(soft: number, light: number): string {
  const words = [...(soft > 0 ? [`blur(${soft}px)`] : []), ...(light !== 1 ? [`brightness(${light})`] : [])];
  return words.length === 0 ? 'none' : words.join(' ');
}
