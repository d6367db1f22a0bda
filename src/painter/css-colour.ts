import type { Colour } from '../core/display';

const words = new WeakMap<Colour, string>();

/** A colour as a canvas is told it; the same colour gives the same word. */
export function css(colour: Colour): string {
  let word = words.get(colour);
  if (word === undefined) {
    const part = (value: number) => Math.round(Math.min(1, Math.max(0, value)) * 255);
    const [r, g, b, a] = colour;
    words.set(colour, (word = `rgba(${part(r)}, ${part(g)}, ${part(b)}, ${Math.min(1, Math.max(0, a))})`));
  }
  return word;
}
