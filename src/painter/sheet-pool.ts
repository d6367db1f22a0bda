import type { Picture } from './surface';

/** How many sheets wait to be lent again. */
const MOST = 8;

/** Sheets that come back and may be lent again at their size. When too many wait, the one that has waited longest is let go: sizes that nobody asks for any more make room. */
export function createSheetPool<Sheet extends Picture>(make: (width: number, height: number) => Sheet) {
  const free: Sheet[] = [];
  return {
    take(width: number, height: number): Sheet {
      const i = free.findLastIndex((one) => one.width === width && one.height === height);
      return i >= 0 ? free.splice(i, 1)[0]! : make(width, height);
    },
    giveBack(sheet: Sheet): void {
      free.push(sheet);
      if (free.length > MOST) free.shift();
    },
    waiting: () => free.length,
  };
}
