import { describe, expect, test } from 'vitest';
import { FAMILIES, SUBSETS } from '../../core/lettering';
import { faceOf } from '../font';
import { openRecord, recordOf, type FontRecord } from '../font-record';
import { openFontFile } from './font-file';
import { fontFile } from './node-faces';

const SHIPPED = FAMILIES.flatMap(({ pack, weights }) => weights.map((weight) => ({ pack, weight })));

/** A record after it was written and read again. */
const kept = (record: FontRecord) => JSON.parse(JSON.stringify(record)) as FontRecord;

describe('a font’s record', () => {
  test.each(SHIPPED)('says of $pack $weight what its file says: each sign it has, and each pair', async (name) => {
    const files = await Promise.all(SUBSETS.map(async (subset) => (await fontFile(name, subset, import.meta.filename))!));
    const fonts = files.map(openFontFile);
    const records = fonts.map((font) => kept(recordOf(font, font.characters)));
    const [byFile, byRecord] = [faceOf(fonts.map((font) => () => font)), faceOf(records.map((record) => () => openRecord(record)))];
    const signs = [...new Set(fonts.flatMap(({ characters }) => characters))];
    expect(signs.length).toBeGreaterThan(250);
    for (const sign of [...signs, '漢', '😀', '\u{10FFFF}']) expect(byRecord.glyph(sign), sign).toEqual(byFile.glyph(sign));
    // Every sign before and after the commonest ones, and a walk through all.
    let kerned = 0;
    for (const [i, sign] of signs.entries()) for (const other of [...'AVTo.y', signs[(i * 7 + 3) % signs.length]!]) {
      for (const [left, right] of [[sign, other], [other, sign]] as const) {
        const by = byFile.kern(left, right);
        if (by !== 0) kerned++;
        if (byRecord.kern(left, right) !== by) throw new Error(`${left}${right} is kerned by ${by}, in the record by ${byRecord.kern(left, right)}`);
      }
    }
    if (name.pack === 'figtree') expect(kerned).toBeGreaterThan(100);
  });

  test('a later file of a face is opened when a sign asks for it, and not before', () => {
    const opened: string[] = [];
    const font = (name: string, sign: string) => () => {
      opened.push(name);
      return openRecord({ unitsPerEm: 1000, glyphs: { [sign]: [500, [0, 10, 20, 4]] }, kerning: { [sign]: { [sign]: -50 } } });
    };
    const face = faceOf([font('first', 'a'), font('second', 'ł')]);
    expect(opened).toEqual([]);
    expect([face.glyph('a')?.advance, face.kern('a', 'a')]).toEqual([0.5, -0.05]);
    expect(opened).toEqual(['first']);
    expect(face.glyph('ł')?.advance).toBe(0.5);
    // Of two files, nothing is known of a pair.
    expect(face.kern('a', 'ł')).toBe(0);
    expect(face.glyph('?')).toBeNull();
    expect(opened).toEqual(['first', 'second']);
  });
});
