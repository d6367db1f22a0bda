import type { PaintHost, Picture, Sheet } from './surface';

/** A picture on a sheet that is larger by a margin on every side, its outermost pixels going on there: what spreads brings in nothing that was never in the picture. */
export function beyondEdges(picture: Picture, { width, height }: { readonly width: number; readonly height: number }, margin: number, host: PaintHost): Sheet {
  const wide = host.sheet(width + margin * 2, height);
  wide.surface.imageSmoothingEnabled = false;
  wide.surface.drawImage(picture as never, margin, 0);
  if (margin === 0) return wide;
  wide.surface.drawImage(picture as never, 0, 0, 1, height, 0, 0, margin, height);
  wide.surface.drawImage(picture as never, width - 1, 0, 1, height, margin + width, 0, margin, height);
  const whole = host.sheet(width + margin * 2, height + margin * 2);
  whole.surface.imageSmoothingEnabled = false;
  whole.surface.drawImage(wide.picture as never, 0, margin);
  whole.surface.drawImage(wide.picture as never, 0, 0, width + margin * 2, 1, 0, 0, width + margin * 2, margin);
  whole.surface.drawImage(wide.picture as never, 0, height - 1, width + margin * 2, 1, 0, margin + height, width + margin * 2, margin);
  host.giveBack(wide.picture);
  return whole;
}
