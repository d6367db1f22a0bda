import { transform } from '../../../core/display';
import { cornersOf, type Point, type SelectionBox } from './selection-box';

/** What can be taken hold of at a selection. `u` and `v` say where on the box: 0 left and top, 1 right and bottom. */
export type Grip =
  | { readonly kind: 'size'; readonly u: number; readonly v: number }
  | { readonly kind: 'turn' }
  | { readonly kind: 'lean' }
  | { readonly kind: 'pivot' };

/** How near the pointer must be, in screen pixels. */
const REACH = 8;
const PIVOT_REACH = 6;
/** The pivot is pulled by the end of its stem: its own place is mostly where a layer is taken hold of to be moved. In screen pixels. */
const STEM = 21;
/** How far outside its corner the turning grip stands, in screen pixels. */
const OUT = 17;

const SIZES = [[0, 0], [1, 0], [1, 1], [0, 1], [0.5, 0], [1, 0.5], [0.5, 1], [0, 0.5]] as const;

/** A grip and where it stands on the screen; the pivot's stem begins elsewhere. */
export type GripPlace = { readonly grip: Grip; readonly at: Point; readonly stem?: Point };

/** The stem points along the layer's turn. */
function stemEnd({ matrix: [a, b] }: SelectionBox, [x, y]: Point): Point {
  const long = Math.hypot(a, b) || 1;
  return [x + (a / long) * STEM, y + (b / long) * STEM];
}

/** Where the grips are on the screen; `toScreen` maps a point of the composition. */
export function gripsOf(box: SelectionBox, pivot: Point, toScreen: (point: Point) => Point): readonly GripPlace[] {
  const [left, top, right, bottom] = box.bounds;
  const at = (u: number, v: number) => toScreen(transform(box.matrix, left + (right - left) * u, top + (bottom - top) * v));
  const corners = cornersOf(box).map(toScreen);
  const middle = at(0.5, 0.5);
  const out = (point: Point, by: number): Point => {
    const [dx, dy] = [point[0] - middle[0], point[1] - middle[1]];
    const far = Math.hypot(dx, dy) || 1;
    return [point[0] + (dx / far) * by, point[1] + (dy / far) * by];
  };
  const small = Math.min(Math.hypot(corners[1]![0] - corners[0]![0], corners[1]![1] - corners[0]![1]), Math.hypot(corners[3]![0] - corners[0]![0], corners[3]![1] - corners[0]![1]));
  return [
    { grip: { kind: 'pivot' }, at: stemEnd(box, toScreen(pivot)), stem: toScreen(pivot) },
    // On small boxes the middles of the sides would hide the corners.
    ...SIZES.filter(([u, v]) => small > 36 || (u !== 0.5 && v !== 0.5)).map(([u, v]) => ({ grip: { kind: 'size', u, v } as const, at: at(u, v) })),
    { grip: { kind: 'turn' }, at: out(at(1, 0), OUT) },
    ...(small > 36 ? [{ grip: { kind: 'lean' } as const, at: out(at(0.78, 1), 9) }] : []),
  ];
}

/** The grip under the pointer: the pivot where it is meant exactly, else the nearest. */
export function gripAt(grips: readonly GripPlace[], [x, y]: Point): Grip | null {
  let best: Grip | null = null;
  let reach = REACH;
  for (const { grip, at } of grips) {
    const away = Math.hypot(at[0] - x, at[1] - y);
    if (grip.kind === 'pivot' && away <= PIVOT_REACH) return grip;
    if (grip.kind !== 'pivot' && away <= reach) [best, reach] = [grip, away];
  }
  return best;
}

/** What a grip does, before it is pressed. */
export function gripWords(grip: Grip): string {
  switch (grip.kind) {
    case 'size': return grip.u === 0.5 ? 'Size down' : grip.v === 0.5 ? 'Size across' : 'Size';
    case 'turn': return 'Turn';
    case 'lean': return 'Lean';
    case 'pivot': return 'Pivot';
  }
}
