import { pieces, type TimeMap } from '../../../core/timing';

/** How a map bends time, drawn small: incoming time across, outgoing time up. */
export function MapGlyph({ map, length, off }: { readonly map: TimeMap; readonly length: number; readonly off: boolean }) {
  const [width, height] = [72, 22];
  const window = length * 3;
  const list: { readonly from: number; readonly to: number; readonly start: number; readonly end: number; readonly kind: string }[] = [];
  for (const piece of pieces(map, 0, window)) {
    list.push(piece);
    if (list.length >= 60) break;
  }
  const values = list.flatMap((piece) => [piece.start, piece.end]);
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const across = (x: number) => (x / window) * width;
  const up = (y: number) => height - 2 - ((y - low) / (high - low || 1)) * (height - 4);
  const path = list.map((piece, i) => `${i === 0 || list[i - 1]!.end !== piece.start ? 'M' : 'L'}${across(piece.from).toFixed(1)} ${up(piece.start).toFixed(1)}L${across(piece.to).toFixed(1)} ${up(piece.end).toFixed(1)}`).join('');
  return (
    <svg width={width} height={height} aria-hidden="true" className="shrink-0">
      <path d={path} fill="none" stroke={off ? 'var(--color-muted)' : 'var(--color-leaf)'} strokeWidth="1.5" />
    </svg>
  );
}
