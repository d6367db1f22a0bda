/** Lists and objects that may stand in one another: more than any document has, fewer than those who walk through it can follow. */
export const MOST_DEEP = 500;

/** Whether JSON nests deeper than so, by its brackets alone: nothing is built to find out. */
export function nestsTooDeep(text: string, most = MOST_DEEP): boolean {
  let depth = 0;
  for (let i = 0; i < text.length; i++) {
    switch (text.charCodeAt(i)) {
      case 0x22:
        // To the end of the text; a quote after a backslash is none.
        for (i++; i < text.length && text.charCodeAt(i) !== 0x22; i++) if (text.charCodeAt(i) === 0x5c) i++;
        break;
      case 0x5b:
      case 0x7b:
        if (++depth > most) return true;
        break;
      case 0x5d:
      case 0x7d: depth--;
    }
  }
  return false;
}
