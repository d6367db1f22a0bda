import { useMemo } from 'react';
import { transform } from '../../../core/display';
import type { ShownLayer } from '../../../core/evaluate';
import { cornersOf, type Point, type SelectionBox } from './selection-box';
import type { Grip, GripPlace } from './grips';
import type { DrivenSigns } from './driven-signs';
import type { Caught } from './guides';

type Props = {
  readonly layers: readonly ShownLayer[];
  readonly box: SelectionBox | null;
  readonly grips: readonly GripPlace[];
  readonly hovered: Grip | null;
  /** What formulas drive of the only one that is selected. */
  readonly driven: DrivenSigns | null;
  readonly toScreen: (point: Point) => Point;
  /** Pixels of the screen in one of the composition. */
  readonly scale: number;
};

/** Outlines of what is selected as it lies on the screen, and the grips to change it by. */
export function Handles({ layers, box, grips, hovered, driven, toScreen, scale }: Props) {
  return (
    <g>
      <Outlines layers={layers} origin={toScreen([0, 0])} scale={scale} />
      {box && !box.single && <path d={pathOf(cornersOf(box).map(toScreen))} stroke="var(--color-leaf)" strokeWidth="1.5" strokeDasharray="5 4" fill="none" />}
      {box && driven && driven.names.length > 0 && <DrivenNames names={driven.names} corners={cornersOf(box).map(toScreen)} />}
      {grips.map(({ grip, at, stem }) => <GripMark key={JSON.stringify(grip)} grip={grip} at={at} stem={stem ?? at} driven={driven?.grips.has(grip.kind) ?? false} lit={hovered !== null && JSON.stringify(hovered) === JSON.stringify(grip)} />)}
    </g>
  );
}

function pathOf(points: readonly Point[]): string {
  return `M${points.map((point) => point.join(' ')).join('L')}Z`;
}

/** Outlines of all of them as one line, in the composition's own pixels: a thousand follow a picture that changes, and a view that moves costs nothing. */
function Outlines({ layers, origin: [left, top], scale }: { readonly layers: readonly ShownLayer[]; readonly origin: Point; readonly scale: number }) {
  const boxes = useMemo(() => layers.flatMap(({ matrix, bounds }) => (bounds ? [pathOf(cornersOf({ matrix, bounds }))] : [])).join(''), [layers]);
  // A null has no content: a small cross stands where it is.
  const crosses = layers.filter(({ bounds }) => !bounds).map(({ matrix }) => { const [x, y] = transform(matrix, 0, 0); return `M${left + x * scale - 9} ${top + y * scale}h18m-9 -9v18`; }).join('');
  const faint = layers.length > 1;
  return (
    <>
      {boxes !== '' && <path d={boxes} transform={`translate(${left} ${top}) scale(${scale})`} vectorEffect="non-scaling-stroke" stroke="var(--color-leaf)" strokeWidth={faint ? 1 : 1.5} strokeOpacity={faint ? 0.7 : 1} fill="none" />}
      {crosses !== '' && <path d={crosses} stroke="var(--color-leaf)" strokeWidth="1.5" />}
    </>
  );
}

/** What formulas drive, in words under the box. */
function DrivenNames({ names, corners }: { readonly names: readonly string[]; readonly corners: readonly Point[] }) {
  const left = Math.min(...corners.map(([x]) => x));
  const bottom = Math.max(...corners.map(([, y]) => y));
  return <text x={left} y={bottom + 24} fill="var(--color-chalk)" stroke="var(--color-deep)" strokeWidth="3" paintOrder="stroke" className="text-[12px]">= {names.slice(0, 3).join(', ')}{names.length > 3 ? ` and ${names.length - 3} more` : ''}</text>;
}

function GripMark({ grip, at: [x, y], stem: [px, py], lit, driven }: { readonly grip: Grip; readonly at: Point; readonly stem: Point; readonly lit: boolean; readonly driven: boolean }) {
  const ink = driven ? 'var(--color-chalk)' : 'var(--color-leaf)';
  const inside = lit ? ink : 'var(--color-ground)';
  switch (grip.kind) {
    case 'size':
      return grip.u !== 0.5 && grip.v !== 0.5
        ? <circle cx={x} cy={y} r="4.5" fill={inside} stroke={ink} strokeWidth="1.5" />
        : <circle cx={x} cy={y} r="2.75" fill={inside} stroke={ink} strokeWidth="1.25" />;
    case 'turn':
      return <g fill="none" stroke={ink} strokeWidth={lit ? 2.5 : 1.5}><circle cx={x} cy={y} r="7" fill="var(--color-ground)" fillOpacity="0.6" stroke="none" /><path d={`M${x - 4.5} ${y + 2.5}a5 5 0 1 1 4 2.5m0 0l3-2.2m-3 2.2l2.4 2.6`} strokeLinecap="round" strokeLinejoin="round" /></g>;
    case 'lean':
      return <path d={`M${x - 7} ${y + 3}l3-6h11l-3 6z`} fill={inside} stroke={ink} strokeWidth="1.25" strokeLinejoin="round" />;
    case 'pivot': {
      // A ring with one stem along the layer's turn; the stem's end is what is pulled.
      const long = Math.hypot(x - px, y - py) || 1;
      const [ux, uy] = [(x - px) / long, (y - py) / long];
      const stem = `M${px + ux * 5} ${py + uy * 5}L${x - ux * 3} ${y - uy * 3}`;
      return (
        <g fill="none" stroke={driven ? ink : 'var(--color-paper)'} strokeWidth="1.5">
          <g stroke="var(--color-deep)" strokeWidth="3.5"><circle cx={px} cy={py} r="5" /><path d={stem} /></g>
          <circle cx={px} cy={py} r="5" /><path d={stem} />
          <circle cx={x} cy={y} r={lit ? 4.5 : 3} fill={driven ? ink : 'var(--color-paper)'} stroke="var(--color-deep)" strokeWidth="1" />
        </g>
      );
    }
  }
}

/** Lines that a drag has caught, right across the room. */
export function CaughtLines({ caught, toScreen, room }: { readonly caught: readonly Caught[]; readonly toScreen: (point: Point) => Point; readonly room: readonly [number, number] }) {
  return caught.map(({ axis, at }) => {
    const [x, y] = toScreen([at, at]);
    return <path key={`${axis}${at}`} d={axis === 'x' ? `M${x} 0V${room[1]}` : `M0 ${y}H${room[0]}`} stroke="var(--color-sky)" strokeWidth="1" strokeDasharray="6 3" />;
  });
}
