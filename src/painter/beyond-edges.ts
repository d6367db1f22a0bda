import { layPart, layPicture } from './lent-sheets';
import type { PaintHost, Picture, Sheet } from './surface';

/** A picture on a sheet that is larger by a margin on every side, its outermost pixels going on there: what spreads brings in nothing that was never in the picture. */
export function beyondEdges(picture: Picture, { width, height }: { readonly width: number; readonly height: number }, margin: number, host: PaintHost): Sheet {
  const wide = host.sheet(width + margin * 2, height);
  wide.surface.imageSmoothingEnabled = false;
  layPart(wide.surface, picture, [0, 0, width, height], [margin, 0, width, height]);
  if (margin === 0) return wide;
  layPart(wide.surface, picture, [0, 0, 1, height], [0, 0, margin, height]);
  layPart(wide.surface, picture, [width - 1, 0, 1, height], [margin + width, 0, margin, height]);
  const whole = host.sheet(width + margin * 2, height + margin * 2);
  whole.surface.imageSmoothingEnabled = false;
  layPicture(whole.surface, wide.picture, 0, margin);
  layPart(whole.surface, wide.picture, [0, 0, width + margin * 2, 1], [0, 0, width + margin * 2, margin]);
  layPart(whole.surface, wide.picture, [0, height - 1, width + margin * 2, 1], [0, margin + height, width + margin * 2, margin]);
  host.giveBack(wide.picture);
  return whole;
}
