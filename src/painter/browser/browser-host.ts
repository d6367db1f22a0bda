import { rememberPaths } from '../trace-outline';
import type { PaintHost, Picture, Surface } from '../surface';

/** A browser worker's canvases as a host for the painter. */
export function createBrowserHost(image: PaintHost['image']): PaintHost {
  const free: OffscreenCanvas[] = [];
  return {
    path: rememberPaths(() => new Path2D()),
    image,
    sheet(width, height) {
      const i = free.findIndex((one) => one.width === width && one.height === height);
      const canvas = i >= 0 ? free.splice(i, 1)[0]! : new OffscreenCanvas(width, height);
      const surface = surfaceOf(canvas);
      surface.setTransform(1, 0, 0, 1, 0, 0);
      surface.clearRect(0, 0, width, height);
      return { picture: canvas, surface };
    },
    giveBack: (picture: Picture) => void (free.length < 8 && free.push(picture as OffscreenCanvas)),
  };
}

export function surfaceOf(canvas: OffscreenCanvas): Surface {
  return canvas.getContext('2d') as unknown as Surface;
}
