import { createCanvas, Path2D, type Canvas, type Image } from '@napi-rs/canvas';
import type { Colour, Group } from '../../core/display';
import { paint } from '../paint';
import { lendSheets } from '../lent-sheets';
import { rememberPaths } from '../trace-outline';
import type { PaintHost, Picture, Surface } from '../surface';

/** Decoded pictures by asset id. */
export type NodeImages = ReadonlyMap<string, Image | Canvas>;

/** Node's Canvas as a host for the painter. */
export function createNodeHost(images: NodeImages): PaintHost {
  return {
    path: rememberPaths(() => new Path2D()),
    image: (asset) => (images.get(asset) ?? null) as Picture | null,
    ...lendSheets((width, height) => createCanvas(width, height), surfaceOf),
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
