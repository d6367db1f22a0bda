/** The size of a picture that must fit a square of `most` pixels, its shape kept; the size itself when it does. */
export function fitSize(width: number, height: number, most: number): readonly [number, number] {
  const scale = Math.min(1, most / Math.max(width, height));
  return scale === 1 ? [width, height] : [Math.max(1, Math.round(width * scale)), Math.max(1, Math.round(height * scale))];
}

/** Whether any of the pixels (RGBA) can be seen through. */
export function isClear(pixels: Uint8ClampedArray): boolean {
  for (let i = 3; i < pixels.length; i += 4) if (pixels[i]! < 255) return true;
  return false;
}
