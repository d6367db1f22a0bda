import { invert, transform, type Matrix } from '../../../core/display';
import { keyedAt, valueAt, type Track } from '../../../core/scene';
import type { Composition, Layer, Project } from '../../../core/model';
import { followPointer } from '../follow-pointer';
import type { Editor } from '../editor/editor';
import { keyingOf } from '../editor/editor';
import { gestureIds } from '../editor/fresh-id';
import { byAsMuch, isDriven } from '../formula/by-as-much';
import type { Point } from './selection-box';

/** A point that a track of a layer holds, in a space of its own on the picture. */
export type HeldPoint = { readonly project: Project; readonly composition: Composition; readonly layer: Layer; readonly track: Track; readonly frame: number; /** From its space to the composition. */ readonly matrix: Matrix };

/** Where such a point is now, in its own space. */
export function heldPoint({ project, composition, layer, track, frame }: HeldPoint): Point {
  return valueAt(project, composition, layer, track, frame) as unknown as Point;
}

/** Pulls such a point by the pointer that pressed it, as one edit. What a formula drives goes along by what is keyed. */
export function pullPoint(editor: Editor, held: HeldPoint, event: React.PointerEvent<Element>, toPicture: (event: { readonly clientX: number; readonly clientY: number }) => Point): void {
  if (event.button !== 0) return;
  event.stopPropagation();
  const { project, composition, layer, track, frame, matrix } = held;
  const ids = gestureIds();
  const back = invert(matrix);
  const shown = heldPoint(held);
  const keyed = keyedAt(project, composition, layer, track, frame);
  let moved: Point | null = null;
  const step = (to: Point) => {
    const next = to.map((part) => Math.round(part * 10) / 10);
    return { values: [{ layer: layer.id, track: track.address, value: isDriven(track) ? byAsMuch(keyed, shown, next) : next }], frame, ...keyingOf(editor.store.getState()) };
  };
  followPointer(event.currentTarget as unknown as HTMLElement, event.pointerId, (next) => {
    if (!back) return;
    moved = transform(back, ...toPicture(next));
    editor.tryOut('tracks.set', step(moved));
  }, (keep) => (keep && moved ? editor.do('tracks.set', step(moved), ids()) : editor.letGo()));
}
