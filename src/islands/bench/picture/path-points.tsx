import { invert, transform } from '../../../core/display';
import { type ShownLayer } from '../../../core/evaluate';
import { trackAt, valueAt } from '../../../core/scene';
import { type Composition, type Layer, type Project } from '../../../core/model';
import { keyingOf } from '../editor/editor';
import { useEditor } from '../editor/editor-context';
import { gestureIds } from '../editor/fresh-id';
import { followPointer } from '../follow-pointer';
import { movePathPoint, removePathPoint, type PathPart, type PathShape } from './path-edit';
import type { Point } from './selection-box';

type Props = { readonly project: Project; readonly composition: Composition; readonly layer: Layer; readonly shown: ShownLayer; readonly frame: number; readonly toScreen: (point: Point) => Point; readonly toPicture: (event: { readonly clientX: number; readonly clientY: number }) => Point };

/** The corners of a drawn path and their handles, pulled on the picture while the path is open for editing. */
export function PathPoints({ project, composition, layer, shown, frame, toScreen, toPicture }: Props) {
  const editor = useEditor();
  const found = trackAt(project, layer, 'outline');
  if (!found) return null;
  const outline = valueAt(project, composition, layer, found, frame) as PathShape;
  const at = (x: number, y: number) => toScreen(transform(shown.matrix, x, y));
  const step = (next: PathShape) => ({ values: [{ layer: layer.id, track: 'outline', value: next }], frame, ...keyingOf(editor.store.getState()) });
  const begin = (i: number, part: PathPart, event: React.PointerEvent<SVGElement>) => {
    if (event.button !== 0) return;
    event.stopPropagation();
    const ids = gestureIds();
    const back = invert(shown.matrix);
    let next: PathShape | null = null;
    followPointer(event.currentTarget as unknown as HTMLElement, event.pointerId, (moved) => {
      if (!back) return;
      next = movePathPoint(outline, i, part, transform(back, ...toPicture(moved)), moved.altKey);
      editor.tryOut('tracks.set', step(next));
    }, (keep) => (keep && next ? editor.do('tracks.set', step(next), ids()) : editor.letGo()));
  };
  return (
    <g className="pointer-events-auto">
      {outline.points.map((point, i) => {
        const [x, y, inDx, inDy, outDx, outDy] = point as [number, number, number, number, number, number];
        const [px, py] = at(x, y);
        const handles = ([['in', inDx, inDy], ['out', outDx, outDy]] as const).filter(([, dx, dy]) => dx !== 0 || dy !== 0);
        return (
          <g key={i}>
            {handles.map(([part, dx, dy]) => {
              const [hx, hy] = at(x + dx, y + dy);
              return (
                <g key={part}>
                  <path d={`M${px} ${py}L${hx} ${hy}`} stroke="var(--color-muted)" />
                  <circle role="button" aria-label={`Handle ${part} of corner ${i + 1}`} cx={hx} cy={hy} r="3.5" fill="var(--color-muted)" className="cursor-grab" onPointerDown={(event) => begin(i, part, event)} />
                </g>
              );
            })}
            <rect role="button" aria-label={`Corner ${i + 1}`} x={px - 4} y={py - 4} width="8" height="8" transform={`rotate(45 ${px} ${py})`} fill="var(--color-ground)" stroke="var(--color-paper)" strokeWidth="1.5" className="cursor-grab"
              onPointerDown={(event) => begin(i, 'corner', event)} onDoubleClick={(event) => { event.stopPropagation(); const less = removePathPoint(outline, i); if (less) editor.do('tracks.set', step(less)); else editor.say('A path keeps at least two corners.'); }} />
          </g>
        );
      })}
    </g>
  );
}
