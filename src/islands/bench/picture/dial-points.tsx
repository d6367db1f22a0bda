import { transform, type Matrix } from '../../../core/display';
import type { ShownLayer } from '../../../core/evaluate';
import { tracksOf } from '../../../core/scene';
import type { Composition, Layer, Project } from '../../../core/model';
import { useEditor } from '../editor/editor-context';
import { isDriven } from '../formula/by-as-much';
import { heldPoint, pullPoint, type HeldPoint } from './pull-point';
import type { Point } from './selection-box';

type Props = { readonly project: Project; readonly composition: Composition; readonly layer: Layer; /** Where it is on the picture, of what is drawn. */ readonly shown: ShownLayer | undefined; readonly frame: number; readonly toScreen: (point: Point) => Point; readonly toPicture: (event: { readonly clientX: number; readonly clientY: number }) => Point };

const PLAIN: Matrix = [1, 0, 0, 1, 0, 0];

/** Points of dials, pulled on the picture: those of a layer of dials in the composition, public ones of a nest in what it shows. */
export function DialPoints({ project, composition, layer, shown, frame, toScreen, toPicture }: Props) {
  const editor = useEditor();
  const matrix = layer.kind === 'dials' ? PLAIN : shown?.matrix;
  if (!matrix || (layer.kind !== 'dials' && layer.kind !== 'nest')) return null;
  const points = tracksOf(project, layer).filter(({ spec, path }) => spec.type === 'P' && path[0] === 'dials').map((track): HeldPoint => ({ project, composition, layer, track, frame, matrix }));
  return points.map((held) => {
    const [x, y] = toScreen(transform(matrix, ...heldPoint(held)));
    const ink = isDriven(held.track) ? 'var(--color-chalk)' : 'var(--color-paper)';
    const { label } = held.track.spec;
    return (
      <g key={held.track.address} fill="none">
        {([['var(--color-deep)', 4], [ink, 1.5]] as const).map(([stroke, width]) => <path key={stroke} d={`M${x - 11} ${y}h7m8 0h7M${x} ${y - 11}v7m0 8v7`} stroke={stroke} strokeWidth={width} />)}
        <text x={x + 10} y={y < 24 ? y + 20 : y - 8} fill={ink} stroke="var(--color-deep)" strokeWidth="3" paintOrder="stroke" className="text-[12px]">{label}</text>
        <circle role="button" aria-label={`${label} on the picture`} cx={x} cy={y} r="9" fill="transparent" className={`pointer-events-auto ${layer.locked ? '' : 'cursor-grab'}`} onPointerDown={(event) => (layer.locked ? undefined : pullPoint(editor, held, event, toPicture))} />
      </g>
    );
  });
}
