import { createSheetPool } from './sheet-pool';
import type { Picture, Sheet, Surface } from './surface';

/** A canvas that was lent: its upper left is the borrower's picture, what lies beyond belongs to nobody. */
class Lent implements Picture {
  constructor(readonly canvas: Picture, readonly surface: Surface, readonly width: number, readonly height: number) {}
}

/** The size of a canvas for a sheet of some size, in pixels. */
type CanvasSize = (width: number, height: number) => readonly [width: number, height: number];

/** Lends clear sheets on canvases of their own size, or of a larger one that `canvasSize` says: such a sheet is cut to the size that was asked for. */
export function lendSheets<Canvas extends Picture>(make: (width: number, height: number) => Canvas, surfaceOf: (canvas: Canvas) => Surface, canvasSize: CanvasSize = (width, height) => [width, height]) {
  const pool = createSheetPool(make);
  return {
    sheet(width: number, height: number): Sheet {
      const canvas = pool.take(...canvasSize(width, height));
      const surface = surfaceOf(canvas);
      surface.save();
      surface.setTransform(1, 0, 0, 1, 0, 0);
      surface.globalAlpha = 1;
      surface.clearRect(0, 0, canvas.width, canvas.height);
      surface.imageSmoothingEnabled = true;
      surface.globalCompositeOperation = 'source-over';
      surface.beginPath();
      surface.rect(0, 0, width, height);
      surface.clip();
      return { picture: new Lent(canvas, surface, width, height), surface };
    },
    giveBack(picture: Picture): void {
      if (!(picture instanceof Lent)) return;
      picture.surface.restore();
      pool.giveBack(picture.canvas as Canvas);
    },
  };
}

/** Lays a picture on a surface, its upper left at a point. */
export function layPicture(surface: Surface, picture: Picture, x: number, y: number): void {
  const { width, height } = picture;
  layPart(surface, picture, [0, 0, width, height], [x, y, width, height]);
}

/** Lays a part of a picture on a surface, stretched to another; both as left, top, width and height. */
export function layPart(surface: Surface, picture: Picture, from: readonly [number, number, number, number], to: readonly [number, number, number, number]): void {
  surface.drawImage((picture instanceof Lent ? picture.canvas : picture) as never, ...from, ...to);
}

/** Up to here canvases are of sizes that many share, in pixels. */
const SMALL = 256;

/**
 * Sizes that many share: what moves asks for a small sheet of almost the same size in every frame, and a new canvas costs a
 * round through the whole browser. One that was given back serves all sizes near its own. Large ones, of which there are
 * few, stay exact.
 */
export function sharedSize(width: number, height: number): readonly [width: number, height: number] {
  return width <= SMALL && height <= SMALL ? [roomy(width), roomy(height)] : [width, height];
}

/** The next of 16, 24, 32, 48, 64, 96 … */
function roomy(pixels: number): number {
  if (pixels <= 16) return 16;
  const whole = 2 ** Math.ceil(Math.log2(pixels));
  return pixels <= whole * 0.75 ? whole * 0.75 : whole;
}
