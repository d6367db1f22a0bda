import type { Picture } from './surface';

/** What the sheets that wait may take together. */
const MOST_BYTES = 48_000_000;

/** What a picture takes, which for one that was lent may be more than it shows. */
export const bytesOf = ({ width, height, bytes }: Picture): number => bytes ?? width * height * 4;

/** Sheets that come back and may be lent again at their size. When what waits takes too much, the one that has waited longest is let go: sizes that nobody asks for any more make room. */
export function createSheetPool<Sheet extends Picture>(make: (width: number, height: number) => Sheet, mostBytes = MOST_BYTES) {
  const free: Sheet[] = [];
  let bytes = 0;
  return {
    take(width: number, height: number): Sheet {
      const i = free.findLastIndex((one) => one.width === width && one.height === height);
      if (i < 0) return make(width, height);
      const [sheet] = free.splice(i, 1);
      bytes -= bytesOf(sheet!);
      return sheet!;
    },
    giveBack(sheet: Sheet): void {
      free.push(sheet);
      bytes += bytesOf(sheet);
      while (bytes > mostBytes) bytes -= bytesOf(free.shift()!);
    },
    bytes: () => bytes,
  };
}
