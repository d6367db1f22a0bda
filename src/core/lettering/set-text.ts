import { boundsOf, CLOSE, COORDINATES, LINE, MOVE, type Bounds, type Outline } from '../display';
import type { Face } from './face';

export type TextSetting = {
  readonly text: string;
  /** Pixels. */
  readonly size: number;
  /** Line height in percent of the size. */
  readonly leading: number;
  /** Extra room after each character, in 1/1000 em. */
  readonly tracking: number;
  /** Pixels to break lines at; 0 breaks at line ends alone. */
  readonly boxWidth: number;
  readonly align: 'start' | 'middle' | 'end';
};

export type SetText = {
  readonly outline: Outline;
  readonly bounds: Bounds | null;
  /** Characters that no shipped font has; they stand as boxes. */
  readonly missing: readonly string[];
};

/** Sets text as outlines: kerning, no ligatures. The origin is the first baseline at the alignment point. */
export function setText(face: Face, setting: TextSetting): SetText {
  const outline: number[] = [];
  const missing = new Set<string>();
  breakLines(face, setting).forEach((line, i) => {
    const width = measure(face, line, setting);
    const x = setting.align === 'start' ? 0 : setting.align === 'middle' ? -width / 2 : -width;
    drawLine(face, line, x, (i * setting.size * setting.leading) / 100, setting, outline, missing);
  });
  return { outline, bounds: boundsOf(outline), missing: [...missing] };
}

/** Breaks at line ends, and at spaces where a line would not fit the box. A word wider than the box stands alone. */
function breakLines(face: Face, setting: TextSetting): readonly string[] {
  const lines = setting.text.split(/\r\n|\r|\n/);
  if (!(setting.boxWidth > 0)) return lines;
  return lines.flatMap((line) => {
    const broken: string[] = [];
    let current = '';
    for (const word of line.split(' ')) {
      const longer = current === '' ? word : `${current} ${word}`;
      if (current !== '' && measure(face, longer, setting) > setting.boxWidth) {
        broken.push(current);
        current = word;
      } else current = longer;
    }
    return [...broken, current];
  });
}

function measure(face: Face, line: string, setting: TextSetting): number {
  let width = 0;
  walk(face, line, setting, (_, __, advance) => (width += advance));
  // Room after the last character is not part of the line.
  return line === '' ? 0 : width - (setting.tracking / 1000) * setting.size;
}

function walk(face: Face, line: string, { size, tracking }: TextSetting, each: (outline: Outline | null, character: string, advance: number) => void): void {
  const characters = [...line];
  characters.forEach((character, i) => {
    const glyph = face.glyph(character);
    const next = characters[i + 1];
    const kern = next === undefined ? 0 : face.kern(character, next);
    each(glyph?.outline ?? null, character, ((glyph?.advance ?? 0.6) + kern + tracking / 1000) * size);
  });
}

/** A box of a missing glyph, in em: what shows that a character is lost. */
const BOX: Outline = [MOVE, 0.06, 0, LINE, 0.54, 0, LINE, 0.54, -0.7, LINE, 0.06, -0.7, CLOSE, MOVE, 0.11, -0.05, LINE, 0.11, -0.65, LINE, 0.49, -0.65, LINE, 0.49, -0.05, CLOSE];

function drawLine(face: Face, line: string, left: number, baseline: number, setting: TextSetting, into: number[], missing: Set<string>): void {
  let x = left;
  walk(face, line, setting, (outline, character, advance) => {
    if (!outline) missing.add(character);
    place(outline ?? BOX, x, baseline, setting.size, into);
    x += advance;
  });
}

function place(outline: Outline, x: number, y: number, size: number, into: number[]): void {
  for (let i = 0; i < outline.length; ) {
    const count = COORDINATES[outline[i]!]!;
    into.push(outline[i]!);
    for (let c = 1; c <= count; c += 2) into.push(x + outline[i + c]! * size, y + outline[i + c + 1]! * size);
    i += 1 + count;
  }
}
