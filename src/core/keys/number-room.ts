/** Numbers of small channels lie side by side in pieces of so many: what is prepared in turn is mostly sampled in turn. */
const PIECE = 1024;
let piece = new Float64Array(0);
let taken = 0;

/** Room for numbers, and where it begins. */
export function roomFor(length: number): readonly [Float64Array, number] {
  if (length > PIECE / 4) return [new Float64Array(length), 0];
  if (taken + length > piece.length) [piece, taken] = [new Float64Array(PIECE), 0];
  taken += length;
  return [piece, taken - length];
}
