import { transform } from '../../../core/display';
import type { ShownLayer } from '../../../core/evaluate';

/** The outline of selected layers as they lie in the picture on screen. */
export function Handles({ layers, scale }: { readonly layers: readonly ShownLayer[]; readonly scale: number }) {
  return (
    <svg className="pointer-events-none absolute inset-0 size-full overflow-visible" aria-hidden="true">
      {layers.map((layer) => <Outline key={layer.id} layer={layer} scale={scale} />)}
    </svg>
  );
}

function Outline({ layer: { matrix, bounds }, scale }: { readonly layer: ShownLayer; readonly scale: number }) {
  const at = (x: number, y: number) => transform(matrix, x, y).map((value) => value * scale) as unknown as readonly [number, number];
  const [ox, oy] = at(0, 0);
  if (!bounds) {
    // A null has no content: a small cross stands where it is.
    return <path d={`M${ox - 9} ${oy}h18M${ox} ${oy - 9}v18`} stroke="var(--color-leaf)" strokeWidth="1.5" />;
  }
  const [left, top, right, bottom] = bounds;
  const corners = [at(left, top), at(right, top), at(right, bottom), at(left, bottom)];
  return (
    <g stroke="var(--color-leaf)" strokeWidth="1.5" fill="none">
      <path d={`M${corners.map((corner) => corner.join(' ')).join('L')}Z`} />
      {corners.map(([x, y], i) => <rect key={i} x={x - 2.5} y={y - 2.5} width="5" height="5" fill="var(--color-ground)" transform={`rotate(45 ${x} ${y})`} />)}
    </g>
  );
}
