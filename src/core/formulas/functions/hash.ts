/**
 * Chance by integer hash: the same bits from the same seed on every machine, for it is all whole numbers of 32 bits. The mixing steps are those of
 * MurmurHash3 (Appleby 2011), its finaliser at the end.
 */

const bits = new DataView(new ArrayBuffer(8));

/** A number's own bits, mixed into a hash; −0 is 0, and what is no number is one of its own. */
export function mixed(hash: number, x: number): number {
  // Whole numbers, which most seeds are, have their bits at hand.
  if ((x | 0) === x) return word(word(hash, x | 0), 0x9e3779b9 | 0);
  bits.setFloat64(0, x === x ? x : NaN);
  return word(word(hash, bits.getInt32(4)), bits.getInt32(0));
}

function word(hash: number, bits: number): number {
  let k = Math.imul(bits, 0xcc9e2d51);
  k = Math.imul((k << 15) | (k >>> 17), 0x1b873593);
  const h = hash ^ k;
  return (Math.imul((h << 13) | (h >>> 19), 5) + 0xe6546b64) | 0;
}

/** A hash as a number from 0 up to 1, 1 not included. */
export function fraction(hash: number): number {
  let h = hash;
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  return ((h ^ (h >>> 16)) >>> 0) / 4294967296;
}
