import type { Font } from './font';
import { faceKey, type FaceName } from './wanted-faces';

/**
 * A font's file as a browser opens it at once: unpacking and reading a file as its makers ship it takes a tenth of a second
 * before the first word stands. Character → its advance and path; left → right → kerning, where there is any.
 */
export type FontRecord = {
  readonly unitsPerEm: number;
  readonly glyphs: Readonly<Record<string, readonly [advance: number, path: readonly number[]]>>;
  readonly kerning: Readonly<Record<string, Readonly<Record<string, number>>>>;
};

/** Puts down what a font says of some characters, all of which it has. */
export function recordOf(font: Font, characters: readonly string[]): FontRecord {
  const kerned = characters.map((left) => [left, Object.fromEntries(characters.map((right) => [right, font.kern(left, right)] as const).filter(([, by]) => by !== 0))] as const);
  return {
    unitsPerEm: font.unitsPerEm,
    glyphs: Object.fromEntries(characters.map((character) => [character, [font.glyph(character).advance, font.glyph(character).path]])),
    kerning: Object.fromEntries(kerned.filter(([, pairs]) => Object.keys(pairs).length > 0)),
  };
}

export function openRecord({ unitsPerEm, glyphs, kerning }: FontRecord): Font {
  return {
    unitsPerEm,
    has: (character) => Object.hasOwn(glyphs, character),
    glyph(character) {
      const [advance, path] = glyphs[character]!;
      return { advance, path };
    },
    kern: (left, right) => kerning[left]?.[right] ?? 0,
  };
}

/** The name of the file that has the records of a face, subset after subset. */
export function recordsName(face: FaceName): string {
  return `${faceKey(face)}.json`;
}
