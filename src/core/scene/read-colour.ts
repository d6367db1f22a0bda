import type { Colour } from '../display';

/** `#rrggbb` or `#rrggbbaa` as straight alpha, 0 … 1 each. */
export function readColour(hex: string): Colour {
  const part = (i: number) => parseInt(hex.slice(i, i + 2), 16) / 255;
  return [part(1), part(3), part(5), hex.length > 7 ? part(7) : 1];
}
