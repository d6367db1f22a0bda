import { parse } from 'opentype.js';
import { STROKE, type Font } from '../font';

/** Opens a font's file (woff or ttf); with the characters that it has. */
export function openFontFile(bytes: Uint8Array): Font & { readonly characters: readonly string[] } {
  const font = parse(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength) as ArrayBuffer);
  const has = (character: string) => font.charToGlyphIndex(character) > 0;
  const codes = Object.keys((font.tables['cmap'] as unknown as { readonly glyphIndexMap: Readonly<Record<string, number>> }).glyphIndexMap);
  return {
    unitsPerEm: font.unitsPerEm,
    characters: codes.map((code) => String.fromCodePoint(Number(code))).filter(has),
    has,
    glyph(character) {
      const { advanceWidth, path } = font.charToGlyph(character);
      const strokes: number[] = [];
      for (const command of path.commands) switch (command.type) {
        case 'M': strokes.push(STROKE.move, command.x, command.y); break;
        case 'L': strokes.push(STROKE.line, command.x, command.y); break;
        case 'Q': strokes.push(STROKE.quadratic, command.x1, command.y1, command.x, command.y); break;
        case 'C': strokes.push(STROKE.cubic, command.x1, command.y1, command.x2, command.y2, command.x, command.y); break;
        case 'Z': strokes.push(STROKE.close); break;
      }
      return { advance: advanceWidth ?? 0, path: strokes };
    },
    kern: (left, right) => font.getKerningValue(font.charToGlyph(left), font.charToGlyph(right)),
  };
}
