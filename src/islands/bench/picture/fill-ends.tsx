import { invert, transform } from '../../../core/display';
import { type ShownLayer } from '../../../core/evaluate';
import { trackAt, valueAt } from '../../../core/scene';
import { isInked } from '../../../core/commands';
import { type Composition, type Layer, type Project } from '../../../core/model';
import { followPointer } from '../follow-pointer';
import { keyingOf } from '../editor/editor';
import { useEditor } from '../editor/editor-context';
import { gestureIds } from '../editor/fresh-id';
import type { Point } from './selection-box';

type Props = { readonly project: Project; readonly composition: Composition; readonly layer: Layer; readonly shown: ShownLayer; readonly frame: number; readonly toScreen: (point: Point) => Point; readonly toPicture: (event: { readonly clientX: number; readonly clientY: number }) => Point };

/** The two ends of a run of colours, pulled on the picture. */
export function FillEnds({ project, composition, layer, shown, frame, toScreen, toPicture }: Props) {
  const editor = useEditor();
  if (!isInked(layer) || (layer.fill.kind !== 'linear' && layer.fill.kind !== 'radial')) return null;
  const ends = (['from', 'to'] as const).map((end) => {
    const found = trackAt(project, layer, `fill.${end}`)!;
    return { end, at: toScreen(transform(shown.matrix, ...(valueAt(project, composition, layer, found, frame) as [number, number]))) };
  });
  const begin = (end: 'from' | 'to', event: React.PointerEvent<SVGCircleElement>) => {
    if (event.button !== 0) return;
    event.stopPropagation();
    const ids = gestureIds();
    const back = invert(shown.matrix);
    let moved: Point | null = null;
    const step = (to: Point) => ({ values: [{ layer: layer.id, track: `fill.${end}`, value: to.map((part) => Math.round(part * 10) / 10) }], frame, ...keyingOf(editor.store.getState()) });
    followPointer(event.currentTarget as unknown as HTMLElement, event.pointerId, (next) => {
      if (!back) return;
      moved = transform(back, ...toPicture(next));
      editor.tryOut('tracks.set', step(moved));
    }, (keep) => (keep && moved ? editor.do('tracks.set', step(moved), ids()) : editor.letGo()));
  };
  return (
    <g>
      <path d={`M${ends[0]!.at.join(' ')}L${ends[1]!.at.join(' ')}`} stroke="var(--color-deep)" strokeWidth="3.5" />
      <path d={`M${ends[0]!.at.join(' ')}L${ends[1]!.at.join(' ')}`} stroke="var(--color-paper)" strokeWidth="1.5" />
      {ends.map(({ end, at: [x, y] }) => (
        <circle key={end} role="button" aria-label={end === 'from' ? 'Where the run of colours begins' : 'Where the run of colours ends'} cx={x} cy={y} r="6" fill={end === 'from' ? 'var(--color-paper)' : 'var(--color-ground)'} stroke="var(--color-paper)" strokeWidth="2" className="pointer-events-auto cursor-grab" onPointerDown={(event) => begin(end, event)} />
      ))}
    </g>
  );
}
