/** A piece of the text of a change that is too long for one request. */
export type Part = { readonly id: string; readonly index: number; readonly of: number; readonly text: string };

export type Gathered =
  | { readonly kind: 'whole'; readonly text: string }
  /** The piece that is wanted next; 0 when the beginning is not here (any more). */
  | { readonly kind: 'more'; readonly next: number }
  | { readonly kind: 'too-long' };

/** Gathers changes that come in pieces. Nothing is acknowledged before the whole is applied, so losing pieces costs a second sending. */
export type Parts = { readonly add: (part: Part) => Gathered };

/** Changes that may be on their way at once; the one begun first is let go. */
const MOST = 2;

export function createParts(mostCharacters: number): Parts {
  const gathered = new Map<string, string[]>();
  return {
    add({ id, index, of, text }) {
      if (index === 0) {
        gathered.delete(id);
        if (gathered.size >= MOST) gathered.delete(gathered.keys().next().value!);
        gathered.set(id, []);
      }
      const pieces = gathered.get(id) ?? [];
      if (index !== pieces.length) return { kind: 'more', next: pieces.length };
      pieces.push(text);
      if (pieces.reduce((sum, piece) => sum + piece.length, 0) > mostCharacters) {
        gathered.delete(id);
        return { kind: 'too-long' };
      }
      if (pieces.length < of) return { kind: 'more', next: pieces.length };
      gathered.delete(id);
      return { kind: 'whole', text: pieces.join('') };
    },
  };
}
