/**
 * Numbers in [0, 1), one after another, the same for the same seed on any machine: whole numbers of 32 bits alone are used.
 * The mixing is that of MurmurHash3's last step over a counter.
 */
export function chanceFrom(seed: number): () => number {
  let count = Math.floor(seed) | 0;
  return () => {
    count = (count + 0x9e3779b9) | 0;
    let mixed = count ^ (count >>> 16);
    mixed = Math.imul(mixed, 0x85ebca6b);
    mixed ^= mixed >>> 13;
    mixed = Math.imul(mixed, 0xc2b2ae35);
    mixed ^= mixed >>> 16;
    return (mixed >>> 0) / 2 ** 32;
  };
}
