import { useEffect, useState } from 'react';
import { current, type Editor } from '../editor/editor';
import { useEditor } from '../editor/editor-context';
import { freshId } from '../editor/fresh-id';
import { followPointer } from '../follow-pointer';
import { drawnPath, type PenPoint } from './new-shape';
import type { Point } from './selection-box';

type Props = { readonly toScreen: (point: Point) => Point; readonly toPicture: (event: { readonly clientX: number; readonly clientY: number }) => Point; readonly scale: number };

/** How near the first point a press closes the path, in screen pixels. */
const CLOSE = 9;

/** The path under the pen: a press sets a point, a drag bends it; on the first point it closes, Enter ends it, Esc lets go of it. */
export function Pen({ toScreen, toPicture, scale }: Props) {
  const editor = useEditor();
  const [points, setPoints] = useState<readonly PenPoint[]>([]);
  const [pointer, setPointer] = useState<Point | null>(null);

  const finish = (closed: boolean, drawn: readonly PenPoint[]) => {
    setPoints([]);
    if (drawn.length < 2) return;
    addPath(editor, drawn, closed);
  };
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (points.length === 0 || !['Enter', 'Escape', 'Backspace'].includes(event.key)) return;
      event.preventDefault();
      event.stopPropagation();
      if (event.key === 'Enter') finish(false, points);
      else setPoints(event.key === 'Escape' ? [] : points.slice(0, -1));
    };
    window.addEventListener('keydown', onKey, true);
    return () => window.removeEventListener('keydown', onKey, true);
    // The listener always sees the points of this moment.
  });

  const onPointerDown = (event: React.PointerEvent<SVGRectElement>) => {
    if (event.button !== 0) return;
    event.stopPropagation();
    const at = toPicture(event);
    const [first] = points;
    if (first && points.length > 1) {
      const [x, y] = toScreen([first[0], first[1]]);
      const [px, py] = toScreen(at);
      if (Math.hypot(px - x, py - y) <= CLOSE) return finish(true, points);
    }
    const before = points;
    let next: readonly PenPoint[] = [...before, [at[0], at[1], 0, 0, 0, 0]];
    setPoints(next);
    followPointer(event.currentTarget as unknown as HTMLElement, event.pointerId, (moved) => {
      const to = toPicture(moved);
      const [dx, dy] = [to[0] - at[0], to[1] - at[1]];
      const bent = Math.hypot(dx, dy) * scale > 4;
      next = [...before, bent ? [at[0], at[1], -dx, -dy, dx, dy] : [at[0], at[1], 0, 0, 0, 0]];
      setPoints(next);
    }, (keep) => { if (!keep) setPoints(before); });
  };

  const last = points[points.length - 1];
  const legs = points.map((point, i) => (i === 0 ? `M${toScreen([point[0], point[1]]).join(' ')}` : leg(points[i - 1]!, point, toScreen))).join('');
  return (
    <g>
      <rect width="100%" height="100%" fill="transparent" className="pointer-events-auto cursor-crosshair" aria-label="Pen" onPointerDown={onPointerDown} onPointerMove={(event) => setPointer(toPicture(event))} onDoubleClick={(event) => { event.stopPropagation(); finish(false, points.slice(0, -1).length > 1 ? points.slice(0, -1) : points); }} />
      <path d={legs} fill="none" stroke="var(--color-leaf)" strokeWidth="1.75" pointerEvents="none" />
      {last && pointer && <path d={leg2(last, pointer, toScreen)} fill="none" stroke="var(--color-leaf)" strokeDasharray="4 3" pointerEvents="none" />}
      {points.map((point, i) => {
        const [x, y] = toScreen([point[0], point[1]]);
        const [hx, hy] = toScreen([point[0] + point[4], point[1] + point[5]]);
        const [gx, gy] = toScreen([point[0] + point[2], point[1] + point[3]]);
        return (
          <g key={i} pointerEvents="none">
            {(point[4] !== 0 || point[5] !== 0) && <path d={`M${gx} ${gy}L${hx} ${hy}`} stroke="var(--color-muted)" />}
            <circle cx={x} cy={y} r={i === 0 ? 5 : 3.5} fill="var(--color-ground)" stroke="var(--color-leaf)" strokeWidth="1.5" />
          </g>
        );
      })}
    </g>
  );
}

function leg(from: PenPoint, to: PenPoint, toScreen: (point: Point) => Point): string {
  const points = [toScreen([from[0] + from[4], from[1] + from[5]]), toScreen([to[0] + to[2], to[1] + to[3]]), toScreen([to[0], to[1]])];
  return `C${points.map((point) => point.join(' ')).join(' ')}`;
}

function leg2(from: PenPoint, to: Point, toScreen: (point: Point) => Point): string {
  return `M${toScreen([from[0], from[1]]).join(' ')}C${toScreen([from[0] + from[4], from[1] + from[5]]).join(' ')} ${toScreen(to).join(' ')} ${toScreen(to).join(' ')}`;
}

function addPath(editor: Editor, points: readonly PenPoint[], closed: boolean): void {
  const state = editor.store.getState();
  const host = current(state);
  const layer = drawnPath(freshId(), host.duration, points, closed);
  if (!editor.do('layers.add', { composition: host.id, files: [layer], above: host.layers.order.find((id) => state.selection.layers.includes(id)) ?? null })) return;
  editor.select({ layers: [layer.id], keys: [], markers: [], operator: null });
  editor.set({ tool: { kind: 'choose' } });
}
