/** The greatest difference of any part of any pixel of two pictures, in levels of 255; colours count as much as they show. */
export function apart(a: Uint8ClampedArray, b: Uint8ClampedArray): number {
  let most = 0;
  for (let i = 0; i < a.length; i += 4) {
    const [alpha, beta] = [a[i + 3]!, b[i + 3]!];
    most = Math.max(most, Math.abs(alpha - beta));
    for (let k = 0; k < 3; k++) most = Math.max(most, Math.abs(a[i + k]! * alpha - b[i + k]! * beta) / 255);
  }
  return most;
}
