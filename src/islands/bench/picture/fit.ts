/** Where the composition lies in the room that the picture has: as large as fits, in whole pixels. */
export type Fit = { readonly left: number; readonly top: number; readonly width: number; readonly height: number; readonly scale: number };

export function fitPicture(room: readonly [number, number], composition: { readonly width: number; readonly height: number }, margin: number): Fit {
  const scale = Math.max(0.01, Math.min((room[0] - margin * 2) / composition.width, (room[1] - margin * 2) / composition.height));
  const [width, height] = [Math.max(1, Math.round(composition.width * scale)), Math.max(1, Math.round(composition.height * scale))];
  return { left: Math.round((room[0] - width) / 2), top: Math.round((room[1] - height) / 2), width, height, scale: width / composition.width };
}
