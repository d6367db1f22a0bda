import svgpath from 'svgpath';

/** A contour as the document writes it: points `[x, y, inDx, inDy, outDx, outDy]`. */
export type Contour = { readonly closed: boolean; readonly points: readonly (readonly [number, number, number, number, number, number])[] };

/** Path data as contours of cubic legs, after transforms that are listed from the innermost outward. */
export function contoursOf(data: string, transforms: readonly string[]): readonly Contour[] {
  let path = svgpath(data).abs().unshort().unarc();
  for (const transform of transforms) path = path.transform(transform);
  const contours: { closed: boolean; points: [number, number, number, number, number, number][] }[] = [];
  let now: (typeof contours)[number] | null = null;
  const to = (x: number, y: number, inDx: number, inDy: number) => now?.points.push([fine(x), fine(y), fine(inDx), fine(inDy), 0, 0]);
  const leave = (dx: number, dy: number) => {
    const last = now?.points.at(-1);
    if (last) [last[4], last[5]] = [fine(dx), fine(dy)];
  };
  const begin = (x: number, y: number) => contours.push((now = { closed: false, points: [[fine(x), fine(y), 0, 0, 0, 0]] }));
  // Iterating works on what the transforms left: written out and read again, they have been carried out.
  svgpath(path.toString()).abs().unshort().unarc().iterate((segment, _, x, y) => {
    if (now?.closed && segment[0] !== 'M' && segment[0] !== 'Z' && segment[0] !== 'z') begin(x, y);
    switch (segment[0]) {
      case 'M': begin(segment[1], segment[2]); break;
      case 'L': to(segment[1], segment[2], 0, 0); break;
      case 'H': to(segment[1], y, 0, 0); break;
      case 'V': to(x, segment[1], 0, 0); break;
      case 'C':
        leave(segment[1] - x, segment[2] - y);
        to(segment[5], segment[6], segment[3] - segment[5], segment[4] - segment[6]);
        break;
      case 'Q':
        leave(((segment[1] - x) * 2) / 3, ((segment[2] - y) * 2) / 3);
        to(segment[3], segment[4], ((segment[1] - segment[3]) * 2) / 3, ((segment[2] - segment[4]) * 2) / 3);
        break;
      case 'Z': case 'z': {
        if (!now) break;
        now.closed = true;
        // A last point on the first is the first: its leg comes in there.
        const [first, last] = [now.points[0]!, now.points.at(-1)!];
        if (now.points.length > 1 && Math.hypot(first[0] - last[0], first[1] - last[1]) < 1e-3) {
          [first[2], first[3]] = [last[2], last[3]];
          now.points.pop();
        }
        break;
      }
    }
  });
  return contours.filter((contour) => contour.points.length > 1);
}

/** Contours joined to one by straight bridges there and back, which enclose nothing: so that holes stay holes in one outline. */
export function joined(contours: readonly Contour[]): Contour {
  const [first, ...rest] = contours;
  if (!first || rest.length === 0) return { closed: true, points: first?.points ?? [] };
  const points = [...first.points.map((point) => [...point] as [number, number, number, number, number, number])];
  const home = points[0]!;
  /** Round a contour and back to where it began, as an open run of points. */
  const round = (contour: Contour) => [...contour.points.map((point) => [...point] as typeof home), [contour.points[0]![0], contour.points[0]![1], contour.points[0]![2], contour.points[0]![3], 0, 0] as typeof home];
  const run: (typeof home)[] = [];
  for (const contour of [first, ...rest]) {
    const legs = round(contour);
    legs[0]![2] = legs[0]![3] = 0;
    run.push(...legs);
    if (contour !== first) run.push([home[0], home[1], 0, 0, 0, 0]);
  }
  return { closed: true, points: run };
}

/** How much larger transforms make things, as the square root of the area. */
export function scaleOf(transforms: readonly string[]): number {
  let path = svgpath('M0 0L1 0L0 1');
  for (const transform of transforms) path = path.transform(transform);
  const at: [number, number][] = [];
  svgpath(path.toString()).abs().iterate((segment) => { if (segment[0] === 'M' || segment[0] === 'L') at.push([segment[1], segment[2]]); });
  const [o, a, b] = at as [[number, number], [number, number], [number, number]];
  return Math.sqrt(Math.abs((a[0] - o[0]) * (b[1] - o[1]) - (a[1] - o[1]) * (b[0] - o[0])));
}

/** A point after transforms. */
export function pointAfter([x, y]: readonly [number, number], transforms: readonly string[]): [number, number] {
  let path = svgpath(`M${x} ${y}`);
  for (const transform of transforms) path = path.transform(transform);
  let found: [number, number] = [x, y];
  svgpath(path.toString()).abs().iterate((segment) => { if (segment[0] === 'M') found = [fine(segment[1]), fine(segment[2])]; });
  return found;
}

function fine(value: number): number {
  return Math.round(value * 1000) / 1000 + 0;
}

type Attributes = Readonly<Record<string, string | undefined>>;

/** The path data of an SVG shape element, or null for another element or one without extent. */
export function shapeData(name: string, attributes: Attributes): string | null {
  const n = (field: string) => parseFloat(attributes[field] ?? '0') || 0;
  switch (name) {
    case 'path': return attributes['d'] ?? null;
    case 'rect': {
      const [x, y, w, h] = [n('x'), n('y'), n('width'), n('height')];
      const rx = Math.min(attributes['rx'] === undefined ? n('ry') : n('rx'), w / 2);
      const ry = Math.min(attributes['ry'] === undefined ? n('rx') : n('ry'), h / 2);
      if (w <= 0 || h <= 0) return null;
      if (rx <= 0 || ry <= 0) return `M${x} ${y}H${x + w}V${y + h}H${x}Z`;
      return `M${x + rx} ${y}H${x + w - rx}A${rx} ${ry} 0 0 1 ${x + w} ${y + ry}V${y + h - ry}A${rx} ${ry} 0 0 1 ${x + w - rx} ${y + h}H${x + rx}A${rx} ${ry} 0 0 1 ${x} ${y + h - ry}V${y + ry}A${rx} ${ry} 0 0 1 ${x + rx} ${y}Z`;
    }
    case 'circle': case 'ellipse': {
      const [cx, cy] = [n('cx'), n('cy')];
      const [rx, ry] = name === 'circle' ? [n('r'), n('r')] : [n('rx'), n('ry')];
      return rx > 0 && ry > 0 ? `M${cx - rx} ${cy}A${rx} ${ry} 0 1 1 ${cx + rx} ${cy}A${rx} ${ry} 0 1 1 ${cx - rx} ${cy}Z` : null;
    }
    case 'line': return `M${n('x1')} ${n('y1')}L${n('x2')} ${n('y2')}`;
    case 'polyline': case 'polygon': {
      const points = (attributes['points'] ?? '').trim().split(/[\s,]+/).map(Number);
      if (points.length < 4 || points.some((value) => !Number.isFinite(value))) return null;
      return `M${points[0]} ${points[1]}L${points.slice(2).join(' ')}${name === 'polygon' ? 'Z' : ''}`;
    }
    default: return null;
  }
}
