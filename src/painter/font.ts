import { CLOSE, CURVE, LINE, MOVE, type Outline } from '../core/display';
import type { Face, Glyph } from '../core/lettering';

/** One file of a font, in its own units, y up: some characters, how wide they are and how they are drawn. */
export type Font = {
  readonly unitsPerEm: number;
  readonly has: (character: string) => boolean;
  /** Of a character that it has. */
  readonly glyph: (character: string) => FontGlyph;
  /** Kerning between two characters that it has. */
  readonly kern: (left: string, right: string) => number;
};

/** A path lists for each stroke what it is (`STROKE`) and its points; a quadratic one has one point on its way, a cubic one two. */
export type FontGlyph = { readonly advance: number; readonly path: readonly number[] };

/** What a stroke of a path is. */
export const STROKE = { move: 0, line: 1, quadratic: 2, cubic: 3, close: 4 } as const;

/** A face of the files of one font, subset after subset. A later one is not opened before a sign is met that none before it has: most words need the first alone. */
export function faceOf(files: readonly (() => Font)[]): Face {
  const waiting = [...files];
  const fonts: Font[] = [];
  const homes = new Map<string, Font | null>();
  const glyphs = new Map<string, Glyph | null>();
  const home = (character: string): Font | null => {
    let font = homes.get(character);
    if (font !== undefined) return font;
    font = fonts.find((one) => one.has(character)) ?? null;
    while (font === null && waiting.length > 0) {
      const next = waiting.shift()!();
      fonts.push(next);
      if (next.has(character)) font = next;
    }
    homes.set(character, font);
    return font;
  };
  return {
    glyph(character) {
      let glyph = glyphs.get(character);
      if (glyph === undefined) {
        const font = home(character);
        glyphs.set(character, (glyph = font && inEms(font.glyph(character), font.unitsPerEm)));
      }
      return glyph;
    },
    kern(left, right) {
      const font = home(left);
      if (!font || font !== home(right)) return 0;
      return font.kern(left, right) / font.unitsPerEm;
    },
  };
}

/** In units of 1 em, y down; a quadratic curve as the cubic that is the same curve. */
function inEms({ advance, path }: FontGlyph, em: number): Glyph {
  const outline: number[] = [];
  let [px, py] = [0, 0];
  let i = 0;
  const next = (): readonly [number, number] => [path[i++]! / em, -path[i++]! / em];
  while (i < path.length) {
    const stroke = path[i++];
    if (stroke === STROKE.close) {
      outline.push(CLOSE);
      continue;
    }
    const way = stroke === STROKE.cubic ? [next(), next()] as const : stroke === STROKE.quadratic ? [next()] as const : [];
    const [x, y] = next();
    if (way.length === 2) outline.push(CURVE, ...way[0], ...way[1], x, y);
    else if (way.length === 1) {
      const [[qx, qy]] = way;
      outline.push(CURVE, px + (2 / 3) * (qx - px), py + (2 / 3) * (qy - py), x + (2 / 3) * (qx - x), y + (2 / 3) * (qy - y), x, y);
    } else outline.push(stroke === STROKE.move ? MOVE : LINE, x, y);
    [px, py] = [x, y];
  }
  return { outline: outline as Outline, advance: advance / em };
}
