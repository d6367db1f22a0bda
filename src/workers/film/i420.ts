/** BT.709 (Rec. ITU-R BT.709-6): how much each component weighs in luma. */
const [RED, BLUE] = [0.2126, 0.0722];
const GREEN = 1 - RED - BLUE;

/** So many bytes a frame of even sides has: luma whole, both differences at half size. */
export function bytesOfI420(width: number, height: number): number {
  return width * height + 2 * (width / 2) * (height / 2);
}

/**
 * A picture of RGBA bytes (sRGB-coded, seen on what lies under it already) as planes Y, U, V of BT.709 in limited range: luma 16 to 235, differences 16 to
 * 240, each of these the mean of two by two pixels. Sides are even.
 */
export function toI420(rgba: Uint8ClampedArray, width: number, height: number, to: Uint8Array = new Uint8Array(bytesOfI420(width, height))): Uint8Array {
  const half = width / 2;
  const u = width * height;
  const v = u + half * (height / 2);
  const [yr, yg, yb] = [(219 / 255) * RED, (219 / 255) * GREEN, (219 / 255) * BLUE];
  // A difference is (component − luma) over twice what it can be at most, in 224 steps; here of four pixels in sum.
  const [ur, ug] = [(-112 / 255) * (RED / (1 - BLUE)) / 4, (-112 / 255) * (GREEN / (1 - BLUE)) / 4];
  const [vg, vb] = [(-112 / 255) * (GREEN / (1 - RED)) / 4, (-112 / 255) * (BLUE / (1 - RED)) / 4];
  const most = 112 / 255 / 4;
  for (let row = 0; row < height; row += 2) {
    for (let column = 0; column < width; column += 2) {
      let [r, g, b] = [0, 0, 0];
      for (let k = 0; k < 4; k++) {
        const at = (row + (k >> 1)) * width + column + (k & 1);
        const [red, green, blue] = [rgba[at * 4]!, rgba[at * 4 + 1]!, rgba[at * 4 + 2]!];
        to[at] = 16.5 + yr * red + yg * green + yb * blue;
        r += red;
        g += green;
        b += blue;
      }
      const place = (row / 2) * half + column / 2;
      to[u + place] = 128.5 + ur * r + ug * g + most * b;
      to[v + place] = 128.5 + most * r + vg * g + vb * b;
    }
  }
  return to;
}

/** What such planes are, as a film file says it. */
export const BT709_LIMITED = { primaries: 'bt709', transfer: 'bt709', matrix: 'bt709', fullRange: false } as const;
