import { lendSheets, makeReady, sharedSize } from '../lent-sheets';
import { rememberPaths } from '../trace-outline';
import type { PaintHost, Surface } from '../surface';

const make = (width: number, height: number) => new OffscreenCanvas(width, height);

/** A browser worker's canvases as a host for the painter: what goes out is painted on them. */
export function createBrowserHost(image: PaintHost['image']): PaintHost {
  return { path: rememberPaths(() => new Path2D()), image, ...lendSheets(make, surfaceOf) };
}

/** The same for what is only looked at: small sheets lie on canvases that are ready and shared. A soft edge may round by two levels of 255 otherwise there. */
export function createReadyHost(image: PaintHost['image']): PaintHost {
  const sheets = lendSheets(make, surfaceOf, sharedSize);
  makeReady(sheets);
  return { path: rememberPaths(() => new Path2D()), image, ...sheets };
}

export function surfaceOf(canvas: OffscreenCanvas): Surface {
  return canvas.getContext('2d') as unknown as Surface;
}
