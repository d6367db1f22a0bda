import { lendSheets, makeReady, sharedSize } from '../lent-sheets';
import { rememberPaths } from '../trace-outline';
import type { PaintHost, Surface } from '../surface';

/** A browser worker's canvases as a host for the painter. */
export function createBrowserHost(image: PaintHost['image']): PaintHost {
  const sheets = lendSheets((width, height) => new OffscreenCanvas(width, height), surfaceOf, sharedSize);
  makeReady(sheets);
  return { path: rememberPaths(() => new Path2D()), image, ...sheets };
}

export function surfaceOf(canvas: OffscreenCanvas): Surface {
  return canvas.getContext('2d') as unknown as Surface;
}
