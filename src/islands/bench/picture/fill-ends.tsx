import { transform } from '../../../core/display';
import { type ShownLayer } from '../../../core/evaluate';
import { trackAt } from '../../../core/scene';
import { isInked } from '../../../core/commands';
import { type Composition, type Layer, type Project } from '../../../core/model';
import { useEditor } from '../editor/editor-context';
import { heldPoint, pullPoint, type HeldPoint } from './pull-point';
import type { Point } from './selection-box';

type Props = { readonly project: Project; readonly composition: Composition; readonly layer: Layer; readonly shown: ShownLayer; readonly frame: number; readonly toScreen: (point: Point) => Point; readonly toPicture: (event: { readonly clientX: number; readonly clientY: number }) => Point };

/** The two ends of a run of colours, pulled on the picture. */
export function FillEnds({ project, composition, layer, shown, frame, toScreen, toPicture }: Props) {
  const editor = useEditor();
  if (!isInked(layer) || (layer.fill.kind !== 'linear' && layer.fill.kind !== 'radial')) return null;
  const ends = (['from', 'to'] as const).map((end) => {
    const held: HeldPoint = { project, composition, layer, track: trackAt(project, layer, `fill.${end}`)!, frame, matrix: shown.matrix };
    return { end, held, at: toScreen(transform(shown.matrix, ...heldPoint(held))) };
  });
  return (
    <g>
      <path d={`M${ends[0]!.at.join(' ')}L${ends[1]!.at.join(' ')}`} stroke="var(--color-deep)" strokeWidth="3.5" />
      <path d={`M${ends[0]!.at.join(' ')}L${ends[1]!.at.join(' ')}`} stroke="var(--color-paper)" strokeWidth="1.5" />
      {ends.map(({ end, held, at: [x, y] }) => (
        <circle key={end} role="button" aria-label={end === 'from' ? 'Where the run of colours begins' : 'Where the run of colours ends'} cx={x} cy={y} r="6" fill={end === 'from' ? 'var(--color-paper)' : 'var(--color-ground)'} stroke="var(--color-paper)" strokeWidth="2" className="pointer-events-auto cursor-grab" onPointerDown={(event) => pullPoint(editor, held, event, toPicture)} />
      ))}
    </g>
  );
}
