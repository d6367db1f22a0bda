import type { Outline } from '../display';

/** A glyph in units of 1 em = 1, y down, from its own origin on the baseline. */
export type Glyph = { readonly outline: Outline; readonly advance: number };

/** One static font as lettering needs it. */
export type Face = {
  /** Null when no subset that we ship has the character. */
  readonly glyph: (character: string) => Glyph | null;
  /** Kerning between two characters, in em. */
  readonly kern: (left: string, right: string) => number;
};

/** The face for a wish, loaded beforehand; null when none could be. */
export type FaceLookup = (family: string, weight: number, italic: boolean) => Face | null;
