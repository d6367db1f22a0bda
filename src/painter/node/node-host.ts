import { createCanvas, Path2D, type Canvas, type Image } from '@napi-rs/canvas';
import type { Colour, Group } from '../../core/display';
import { paint } from '../paint';
import { createSheetPool } from '../sheet-pool';
import { rememberPaths } from '../trace-outline';
import type { PaintHost, Picture, Surface } from '../surface';

/** Decoded pictures by asset id. */
export type NodeImages = ReadonlyMap<string, Image | Canvas>;

/** Node's Canvas as a host for the painter. */
export function createNodeHost(images: NodeImages): PaintHost {
  const pool = createSheetPool((width, height) => createCanvas(width, height));
  return {
    path: rememberPaths(() => new Path2D()),
    image: (asset) => (images.get(asset) ?? null) as Picture | null,
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
    giveBack: (picture) => pool.giveBack(picture as Canvas),
  };
}

/** Paints a frame at its own size on a canvas. */
export function paintToCanvas(
  frame: { readonly width: number; readonly height: number; readonly background: Colour | null; readonly root: Group },
  host: PaintHost,
  canvas: Canvas = createCanvas(frame.width, frame.height),
): Canvas {
  const { width, height, background } = frame;
  paint(frame.root, surfaceOf(canvas), host, { view: [1, 0, 0, 1, 0, 0], width, height, background, memory: null });
  return canvas;
}

export async function encodePng(canvas: Canvas): Promise<Buffer> {
  return canvas.encode('png');
}

function surfaceOf(canvas: Canvas): Surface {
  // The package types its styles more narrowly than the painter asks; the calls are the same.
  return canvas.getContext('2d') as unknown as Surface;
}
