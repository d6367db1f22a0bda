import { bytesOf, createSheetPool } from './sheet-pool';
import type { PaintHost, Picture, Sheet, Surface } from './surface';

/** A canvas that was lent: its upper left is the borrower's picture, what lies beyond belongs to nobody. */
class Lent implements Picture {
  readonly bytes: number;
  constructor(readonly canvas: Picture, readonly surface: Surface, readonly width: number, readonly height: number) {
    this.bytes = bytesOf(canvas);
  }
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
  const canvas = canvasOf(picture);
  // A whole canvas by the short way: by the other one a browser's filters round otherwise.
  if (canvas.width === width && canvas.height === height) surface.drawImage(canvas as never, x, y);
  else layPart(surface, picture, [0, 0, width, height], [x, y, width, height]);
}

/** Lays a part of a picture on a surface, stretched to another; both as left, top, width and height. */
export function layPart(surface: Surface, picture: Picture, from: readonly [number, number, number, number], to: readonly [number, number, number, number]): void {
  surface.drawImage(canvasOf(picture) as never, ...from, ...to);
}

const canvasOf = (picture: Picture): Picture => (picture instanceof Lent ? picture.canvas : picture);

/** Sizes of canvases that many sheets share, in pixels each way. */
const SHARED = [64, 256];
/** So many of each a picture with effects, masks and clips asks for at once. */
const AT_ONCE = 3;

/**
 * The size of a canvas for a sheet: a small one lies on one of few sizes, so that those that were given back serve whatever
 * is asked for next. What moves asks for another size in every frame, and in a worker the first stroke on a new canvas waits
 * for the page. Large ones, of which there are few, stay exact.
 */
export function sharedSize(width: number, height: number): readonly [width: number, height: number] {
  const size = SHARED.find((one) => width <= one && height <= one);
  return size === undefined ? [width, height] : [size, size];
}

/** Makes canvases of the shared sizes, and strokes each once, before anything is waited for. */
export function makeReady({ sheet, giveBack }: Pick<PaintHost, 'sheet' | 'giveBack'>): void {
  const sheets = SHARED.flatMap((size) => Array.from({ length: AT_ONCE }, () => sheet(size, size)));
  for (const { surface, picture } of sheets) {
    surface.fillRect(0, 0, 1, 1);
    giveBack(picture);
  }
}
