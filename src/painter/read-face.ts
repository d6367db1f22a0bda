import { parse } from 'opentype.js';
import { CLOSE, CURVE, LINE, MOVE, type Outline } from '../core/display';
import type { Face, Glyph } from '../core/lettering';

type Font = ReturnType<typeof parse>;

/** Reads font files (woff or ttf) of one face, subset after subset, as glyph outlines and kerning. A later one is not unpacked before a sign is met that none before it has: most words need the first alone. */
export function readFace([first, ...later]: readonly ArrayBuffer[]): Face {
  const fonts = first ? [parse(first)] : [];
  const waiting = [...later];
  const homes = new Map<string, Font | null>();
  const glyphs = new Map<string, Glyph | null>();
  const home = (character: string): Font | null => {
    let font = homes.get(character);
    if (font !== undefined) return font;
    const has = (one: Font) => one.charToGlyphIndex(character) > 0;
    font = fonts.find(has) ?? null;
    while (font === null && waiting.length > 0) {
      const next = parse(waiting.shift()!);
      fonts.push(next);
      if (has(next)) font = next;
    }
    homes.set(character, font);
    return font;
  };
  return {
    glyph(character) {
      let glyph = glyphs.get(character);
      if (glyph === undefined) {
        const font = home(character);
        glyphs.set(character, (glyph = font && readGlyph(font, character)));
      }
      return glyph;
    },
    kern(left, right) {
      const font = home(left);
      if (!font || font !== home(right)) return 0;
      return font.getKerningValue(font.charToGlyph(left), font.charToGlyph(right)) / font.unitsPerEm;
    },
  };
}

function readGlyph(font: Font, character: string): Glyph {
  const glyph = font.charToGlyph(character);
  const em = font.unitsPerEm;
  const outline: number[] = [];
  let [px, py] = [0, 0];
  for (const command of glyph.path.commands) {
    if (command.type === 'Z') {
      outline.push(CLOSE);
      continue;
    }
    const [x, y] = [command.x / em, -command.y / em];
    switch (command.type) {
      case 'M': outline.push(MOVE, x, y); break;
      case 'L': outline.push(LINE, x, y); break;
      case 'C': outline.push(CURVE, command.x1 / em, -command.y1 / em, command.x2 / em, -command.y2 / em, x, y); break;
      case 'Q': {
        // A quadratic curve as the cubic that is the same curve.
        const [qx, qy] = [command.x1 / em, -command.y1 / em];
        outline.push(CURVE, px + (2 / 3) * (qx - px), py + (2 / 3) * (qy - py), x + (2 / 3) * (qx - x), y + (2 / 3) * (qy - y), x, y);
        break;
      }
    }
    [px, py] = [x, y];
  }
  return { outline: outline as Outline, advance: (glyph.advanceWidth ?? 0) / em };
}
