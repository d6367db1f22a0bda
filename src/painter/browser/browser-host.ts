import { createSheetPool } from '../sheet-pool';
import { rememberPaths } from '../trace-outline';
import type { PaintHost, Surface } from '../surface';

/** A browser worker's canvases as a host for the painter. */
export function createBrowserHost(image: PaintHost['image']): PaintHost {
  const pool = createSheetPool((width, height) => new OffscreenCanvas(width, height));
  return {
    path: rememberPaths(() => new Path2D()),
    image,
    sheet(width, height) {
      const canvas = pool.take(width, height);
      const surface = surfaceOf(canvas);
      surface.setTransform(1, 0, 0, 1, 0, 0);
      surface.globalAlpha = 1;
      surface.imageSmoothingEnabled = true;
      surface.globalCompositeOperation = 'source-over';
      surface.clearRect(0, 0, width, height);
      return { picture: canvas, surface };
    },
    giveBack: (picture) => pool.giveBack(picture as OffscreenCanvas),
  };
}

export function surfaceOf(canvas: OffscreenCanvas): Surface {
  return canvas.getContext('2d') as unknown as Surface;
}
