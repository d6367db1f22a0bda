/** A part of a document: what stands at a path, whole or as fields (of a list: by their places) to be added to what came before it. */
export type Piece = { readonly path: readonly string[]; readonly value: unknown; readonly add: boolean };

/** Characters of JSON that one piece has, about: reading it takes a few milliseconds. */
const ROOM = 200_000;

type Fields = Record<string, unknown>;

/** A document in pieces, each before what it holds; what is larger than a piece comes with its fields empty first, so that they keep their order. */
export function* piecesOf(document: unknown, room = ROOM): Generator<Piece> {
  const lengths = new Map<object, number>();
  const lengthOf = (value: unknown): number => {
    if (value === null || typeof value !== 'object') return typeof value === 'string' ? value.length + 2 : 8;
    let length = 2;
    for (const [key, inner] of Object.entries(value)) length += key.length + 4 + lengthOf(inner);
    lengths.set(value, length);
    return length;
  };
  lengthOf(document);
  const lengthAt = (value: unknown) => (value !== null && typeof value === 'object' ? lengths.get(value)! : lengthOf(value));
  function* walk(value: unknown, path: readonly string[]): Generator<Piece> {
    // A field of this name is no field to whoever sets it: what has one comes whole.
    const whole = value === null || typeof value !== 'object' || lengths.get(value)! <= room || Object.hasOwn(value, '__proto__');
    if (whole) return yield { path, value, add: false };
    yield { path, value: Array.isArray(value) ? value.map(() => null) : Object.fromEntries(Object.keys(value as Fields).map((key) => [key, null])), add: false };
    let fields: Fields = {};
    let taken = 0;
    for (const [key, inner] of Object.entries(value as Fields)) {
      const length = key.length + 4 + lengthAt(inner);
      if (length > room) {
        yield* walk(inner, [...path, key]);
        continue;
      }
      if (taken + length > room) {
        yield { path, value: fields, add: true };
        [fields, taken] = [{}, 0];
      }
      fields[key] = inner;
      taken += length;
    }
    if (taken > 0) yield { path, value: fields, add: true };
  }
  yield* walk(document, []);
}

/** Puts a document together from its pieces. */
export function assemble<T>(): { readonly take: (piece: Piece) => void; readonly whole: () => T } {
  let root: unknown = null;
  const at = (path: readonly string[]) => path.reduce((held, key) => (held as Fields)[key], root) as Fields;
  return {
    take({ path, value, add }) {
      if (add) Object.assign(at(path), value);
      else if (path.length === 0) root = value;
      else at(path.slice(0, -1))[path[path.length - 1]!] = value;
    },
    whole: () => root as T,
  };
}
