import type { Matrix } from '../../../core/display';
import type { PictureView } from '../editor/state';

/** Where the composition lies in the room that the picture has, and the part of it that is painted. */
export type PicturePlace = {
  /** Screen pixels for a pixel of the composition. */
  readonly scale: number;
  /** Where the composition's upper left corner is in the room, in screen pixels. */
  readonly origin: readonly [number, number];
  /** The part of the room that shows the composition, in whole screen pixels. */
  readonly region: { readonly left: number; readonly top: number; readonly width: number; readonly height: number };
  /** Pixels of the canvas, and the composition's matrix on it. */
  readonly device: readonly [number, number];
  readonly matrix: Matrix;
};

type Size = { readonly width: number; readonly height: number };

const MARGIN = 14;

/** As large as fits, or at the zoom that was chosen; of a large picture only what is in sight is painted. `less` paints fewer pixels. */
export function placePicture([roomWidth, roomHeight]: readonly [number, number], { width, height }: Size, view: PictureView, density: number, less: number): PicturePlace {
  const fitted = Math.max(0.01, Math.min((roomWidth - MARGIN * 2) / width, (roomHeight - MARGIN * 2) / height));
  // Fitted, the picture is a whole number of pixels wide.
  const scale = view.zoom ?? Math.max(1, Math.round(width * fitted)) / width;
  const [cx, cy] = view.zoom === null ? [width / 2, height / 2] : view.centre;
  const origin = [Math.round(roomWidth / 2 - cx * scale), Math.round(roomHeight / 2 - cy * scale)] as const;
  const left = Math.max(0, Math.min(roomWidth - 1, origin[0]));
  const top = Math.max(0, Math.min(roomHeight - 1, origin[1]));
  const right = Math.max(left + 1, Math.min(roomWidth, Math.round(origin[0] + width * scale)));
  const bottom = Math.max(top + 1, Math.min(roomHeight, Math.round(origin[1] + height * scale)));
  const region = { left, top, width: Math.round(right - left), height: Math.round(bottom - top) };
  const wanted = (scale * density) / less;
  const painted = view.pixels ? Math.min(wanted, 1) : wanted;
  const [dx, dy] = [(left - origin[0]) / scale, (top - origin[1]) / scale];
  const device = [Math.max(1, Math.round((region.width / scale) * painted)), Math.max(1, Math.round((region.height / scale) * painted))] as const;
  return { scale, origin, region, device, matrix: [painted, 0, 0, painted, -dx * painted, -dy * painted] };
}

/** The view after zooming by a factor with the point under the pointer (in the room) kept in place. */
export function zoomPictureAt(room: readonly [number, number], size: Size, view: PictureView, [x, y]: readonly [number, number], factor: number): PictureView {
  const { scale, origin } = placePicture(room, size, view, 1, 1);
  const zoom = Math.min(32, Math.max(0.05, scale * factor));
  const [px, py] = [(x - origin[0]) / scale, (y - origin[1]) / scale];
  return { ...view, zoom, centre: [px + (room[0] / 2 - x) / zoom, py + (room[1] / 2 - y) / zoom] };
}

/** The view moved by screen pixels, the composition never quite out of sight. */
export function panPicture(room: readonly [number, number], size: Size, view: PictureView, dx: number, dy: number): PictureView {
  const { scale, origin } = placePicture(room, size, view, 1, 1);
  const kept = (value: number, most: number) => Math.min(most, Math.max(0, value));
  return { ...view, zoom: scale, centre: [kept((room[0] / 2 - origin[0] - dx) / scale, size.width), kept((room[1] / 2 - origin[1] - dy) / scale, size.height)] };
}
