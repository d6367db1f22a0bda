import type { Picture } from './surface';

/** What the sheets that wait may take together. */
const MOST_BYTES = 48_000_000;

const sizeOf = ({ width, height }: Picture) => width * height * 4;

/** Sheets that come back and may be lent again at their size. When what waits takes too much, the one that has waited longest is let go: sizes that nobody asks for any more make room. */
export function createSheetPool<Sheet extends Picture>(make: (width: number, height: number) => Sheet, mostBytes = MOST_BYTES) {
  const free: Sheet[] = [];
  let bytes = 0;
  return {
    take(width: number, height: number): Sheet {
      const i = free.findLastIndex((one) => one.width === width && one.height === height);
      if (i < 0) return make(width, height);
      const [sheet] = free.splice(i, 1);
      bytes -= sizeOf(sheet!);
      return sheet!;
    },
    giveBack(sheet: Sheet): void {
      free.push(sheet);
      bytes += sizeOf(sheet);
      while (bytes > mostBytes) bytes -= sizeOf(free.shift()!);
    },
    bytes: () => bytes,
  };
}
