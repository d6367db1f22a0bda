/** Bytes that somebody or something spoiled, by a row of chances: flipped, cut, doubled, swapped for others, or with words of the trade in the wrong place. */
export function spoil(bytes: Buffer, random: () => number): Buffer {
  let spoiled: Buffer = Buffer.from(bytes);
  const at = () => Math.floor(random() * spoiled.length);
  for (let times = 1 + Math.floor(random() * 3); times > 0; times--) {
    const [from, length] = [at(), Math.floor(random() * 40)];
    switch (Math.floor(random() * 6)) {
      case 0: spoiled[from] = Math.floor(random() * 256); break;
      case 1: spoiled = spoiled.subarray(0, from); break;
      case 2: spoiled = Buffer.concat([spoiled.subarray(0, from), spoiled.subarray(Math.min(spoiled.length, from + length))]); break;
      case 3: spoiled = Buffer.concat([spoiled.subarray(0, from), spoiled.subarray(from, from + length), spoiled.subarray(from)]); break;
      case 4: spoiled = Buffer.concat([spoiled.subarray(0, from), Buffer.from(WORDS[Math.floor(random() * WORDS.length)]!), spoiled.subarray(from)]); break;
      case 5: spoiled = putValue(spoiled, random); break;
    }
  }
  return spoiled;
}

const WORDS = ['null', '-1', '1e308', '""', '[]', '{}', '[[[[', '"__proto__":{"x":1},', '"constructor"', '\u0000', '\ud800', 'NaN', '99999999999999999999', 'true', '"id":"main",', '"keys":7,', '\ufeff'];

/** Puts something else in the place of one value of a JSON, where it is one. */
function putValue(bytes: Buffer, random: () => number): Buffer {
  const text = bytes.toString('latin1');
  const values = [...text.matchAll(/:\s*("[^"]*"|-?\d[\d.]*|true|false|null)/g)];
  const one = values[Math.floor(random() * values.length)];
  if (!one) return bytes;
  const where = one.index + one[0].length - one[1]!.length;
  return Buffer.from(`${text.slice(0, where)}${WORDS[Math.floor(random() * 7)]!}${text.slice(where + one[1]!.length)}`, 'latin1');
}
