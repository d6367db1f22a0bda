import { useState } from 'react';
import { transform, type Matrix } from '../../../core/display';
import type { ShownLayer } from '../../../core/evaluate';
import { keyMomentsOf, worldMatrix } from '../../../core/scene';
import { poseAt } from '../../../core/commands';
import { isDrawn, type Composition, type Layer, type Project } from '../../../core/model';
import { useEditor } from '../editor/editor-context';
import { gestureIds } from '../editor/fresh-id';
import type { Settings } from '../editor/settings';
import { followPointer } from '../follow-pointer';
import type { Point } from './selection-box';

/** A pose of a layer at another frame. */
export type Ghost = { readonly layer: string; readonly frame: number; readonly matrix: Matrix; readonly pivot: Point; readonly outline: readonly Point[]; readonly went: boolean; readonly rank: number; /** Where its pivot is now. */ readonly now: Point };

/** Grips that would stand nearer to each other, in pixels, are one: of the pose that is nearest in time. */
const APART = 16;

/** The poses of a layer before and after a frame: so many on each side, by keys or by frames. Those that would lie outside the composition are left out. */
export function ghostsOf(project: Project, composition: Composition, layer: Layer, { bounds }: Pick<ShownLayer, 'bounds'>, frame: number, { each, count, by }: Settings['ghosts']): readonly Ghost[] {
  if (!isDrawn(layer.kind)) return [];
  const moments = by === 'keys' ? [...new Set(keyMomentsOf(project, composition, layer).map((at) => Math.round(at * 1000) / 1000))].sort((a, b) => a - b) : [];
  const before = by === 'keys' ? moments.filter((at) => at < frame - 0.5).slice(-count).reverse() : Array.from({ length: count }, (_, n) => frame - each * (n + 1));
  const after = by === 'keys' ? moments.filter((at) => at > frame + 0.5).slice(0, count) : Array.from({ length: count }, (_, n) => frame + each * (n + 1));
  const here = poseAt(project, composition, layer, frame);
  const now = transform(worldMatrix(project, composition, layer, frame, new Map()), here.pivotX, here.pivotY);
  const ghost = (went: boolean) => (at: number, rank: number): Ghost => {
    const matrix = worldMatrix(project, composition, layer, at, new Map());
    const { pivotX, pivotY } = poseAt(project, composition, layer, at);
    const [left, top, right, bottom] = bounds ?? [-8, -8, 8, 8];
    const corner = (x: number, y: number): Point => transform(matrix, x, y);
    return { layer: layer.id, frame: at, matrix, pivot: transform(matrix, pivotX, pivotY), outline: [corner(left, top), corner(right, top), corner(right, bottom), corner(left, bottom)], went, rank, now };
  };
  return [...before.map(ghost(true)), ...after.map(ghost(false))].filter((one) => one.frame >= 0 && one.frame < composition.duration);
}

const nameOf = ({ layer, frame }: Ghost) => `${layer} ${frame}`;

type Props = { readonly ghosts: readonly Ghost[]; readonly toScreen: (point: Point) => Point; readonly toPicture: (event: { readonly clientX: number; readonly clientY: number }) => Point };

/** Where layers were and will be: what went in paper, what is to come in leaf, fainter the farther. Each can be dragged: the pose at its frame is changed, there. */
export function Ghosts({ ghosts, toScreen, toPicture }: Props) {
  const editor = useEditor();
  /** The one that is dragged keeps its grip wherever it is led. */
  const [held, setHeld] = useState<string | null>(null);
  const begin = (ghost: Ghost, event: React.PointerEvent<SVGElement>) => {
    if (event.button !== 0) return;
    event.stopPropagation();
    const ids = gestureIds();
    setHeld(nameOf(ghost));
    const from = toPicture(event);
    const args = { layers: [ghost.layer], by: [0, 0] as [number, number], frame: ghost.frame, keying: true, keepWas: editor.store.getState().settings.keepWas };
    let by: [number, number] | null = null;
    followPointer(event.currentTarget as unknown as HTMLElement, event.pointerId, (next) => {
      const to = toPicture(next);
      by = [to[0] - from[0], to[1] - from[1]];
      editor.pull('layers.move', args, { by });
    }, (keep) => {
      setHeld(null);
      if (keep && by) editor.do('layers.move', { ...args, by }, ids());
      else editor.letGo();
    });
  };
  const taken = ghosts.slice(0, 1).map((ghost) => toScreen(ghost.now));
  const gripped = new Set([...ghosts].sort((a, b) => a.rank - b.rank).filter((ghost) => {
    const [x, y] = toScreen(ghost.pivot);
    const free = nameOf(ghost) === held || taken.every((one) => Math.hypot(one[0] - x, one[1] - y) >= APART);
    if (free) taken.push([x, y]);
    return free;
  }));
  return (
    <g data-ghosts={ghosts.length}>
      {ghosts.map((ghost) => {
        const ink = ghost.went ? 'var(--color-paper)' : 'var(--color-leaf)';
        const [x, y] = toScreen(ghost.pivot);
        const outline = ghost.outline.map(toScreen).map(([px, py]) => `${px.toFixed(1)},${py.toFixed(1)}`).join(' ');
        const name = `${ghost.went ? 'Before' : 'After'}: the pose at frame ${Math.round(ghost.frame * 100) / 100}`;
        return (
          <g key={nameOf(ghost)} opacity={Math.max(0.25, 0.75 - ghost.rank * 0.18)}>
            <polygon points={outline} fill={ink} fillOpacity="0.07" stroke={ink} strokeWidth="1" strokeDasharray={ghost.went ? '3 3' : undefined} />
            {gripped.has(ghost) && <circle cx={x} cy={y} r="6" fill="var(--color-deep)" stroke={ink} strokeWidth="1.75" />}
            {gripped.has(ghost) && <circle role="button" aria-label={name} cx={x} cy={y} r="12" fill="transparent" className="pointer-events-auto cursor-grab" onPointerDown={(event) => begin(ghost, event)}><title>{`${name}; drag it to change it there`}</title></circle>}
          </g>
        );
      })}
    </g>
  );
}
