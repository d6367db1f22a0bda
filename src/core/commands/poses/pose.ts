import { invert, multiply, transform, type Matrix } from '../../display';
import { asSampled, keyTimeAt, sampleChannel, worldMatrix, trackAt } from '../../scene';
import { isDrawn, member, parentOf, type Composition, type Layer, type Project } from '../../model';
import type { Frames } from '../../time';
import { setValues, type Keying, type NewValue } from '../keys/set-values';

/** The numbers of a pose, in the units of their channels. */
export type Pose = { readonly x: number; readonly y: number; readonly scaleX: number; readonly scaleY: number; readonly rotation: number; readonly skew: number; readonly pivotX: number; readonly pivotY: number };

/** A layer's pose at a frame of its composition, whichever way its place is kept. */
export function poseAt(project: Project, composition: Composition, given: Layer, frame: Frames): Pose {
  const layer = asSampled(project, composition, given);
  const x = keyTimeAt(project, composition, layer, frame);
  const now = (name: string) => {
    const found = trackAt(project, layer, name)!;
    return sampleChannel(found.channel, found.spec, x) as number;
  };
  const place = trackAt(project, layer, 'position');
  const [px, py] = place?.channel ? (sampleChannel(place.channel, place.spec, x) as [number, number]) : [now('x'), now('y')];
  return { x: px, y: py, scaleX: now('scaleX'), scaleY: now('scaleY'), rotation: now('rotation'), skew: now('skew'), pivotX: now('pivotX'), pivotY: now('pivotY') };
}

/**
 * The pose whose matrix this is, with the pivot given: turn, lean and size are read off the matrix (QR), and of the two
 * ways to write it (mirrored and turned half round) the one nearer to `near` is taken, its turn within half a turn of it.
 */
export function poseFor([a, b, c, d, e, f]: Matrix, pivot: readonly [number, number], near: Pick<Pose, 'rotation' | 'scaleX' | 'skew'>): Pose {
  const mirrored = near.scaleX < 0 ? -1 : 1;
  const sx = Math.hypot(a, b) * mirrored;
  const turn = sx === 0 ? (near.rotation * Math.PI) / 180 : Math.atan2(b / sx, a / sx);
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const sy = -sin * c + cos * d;
  const skew = Math.abs(sy) < 1e-12 ? near.skew : (Math.atan2(cos * c + sin * d, sy) * 180) / Math.PI;
  // A lean beyond a right angle is a size below nought with the lean turned round.
  const lean = skew > 90 ? skew - 180 : skew < -90 ? skew + 180 : skew;
  let rotation = (turn * 180) / Math.PI;
  rotation += Math.round((near.rotation - rotation) / 360) * 360;
  const [px, py] = pivot;
  return { x: a * px + c * py + e, y: b * px + d * py + f, scaleX: sx * 100, scaleY: sy * 100, rotation, skew: lean, pivotX: px, pivotY: py };
}

/** Layers and where each should lie in the composition, with a new pivot where it moves. */
export type Placed = {
  readonly layer: string;
  readonly world: Matrix;
  readonly pivot?: readonly [number, number];
  /** Degrees that it was turned by, where that is known: whole turns do not show in a matrix. */
  readonly turned?: number;
};

/** Gives layers the poses that put them where they should lie at the frame; children of moved layers are placed against the new parents. `verb` is what it is told by. */
export function placeLayers(project: Project, compositionId: string, placed: readonly Placed[], how: Keying, verb = 'Place') {
  const composition = member(project.compositions.by, compositionId);
  if (!composition) return null;
  const target = new Map(placed.map((one) => [one.layer, one.world]));
  const values = placed.flatMap(({ layer: id, world, pivot, turned }): readonly NewValue[] => {
    const layer = member(composition.layers.by, id);
    if (!layer || !isDrawn(layer.kind)) return [];
    const parent = parentOf(composition, layer);
    const outer = parent && (target.get(parent.id) ?? worldMatrix(project, composition, parent, how.frame, new Map()));
    const back = outer && invert(outer);
    return changedPose(project, composition, layer, how.frame, back ? multiply(back, world) : world, pivot, turned);
  });
  return setValues(project, compositionId, values, how, verb);
}

/** The channels of a layer's pose that must change for its own matrix to become another; the rest is left alone. */
export function changedPose(project: Project, composition: Composition, layer: Layer, frame: Frames, local: Matrix, pivot?: readonly [number, number], turned = 0): readonly NewValue[] {
  // What has no place follows nobody anywhere.
  if (!isDrawn(layer.kind)) return [];
  const before = poseAt(project, composition, layer, frame);
  const after = poseFor(local, pivot ?? [before.pivotX, before.pivotY], { ...before, rotation: before.rotation + turned });
  const changed = (Object.keys(after) as (keyof Pose)[]).filter((name) => Math.abs(after[name] - before[name]) > 5e-4);
  const values = changed.filter((name) => name !== 'x' && name !== 'y').map((track): NewValue => ({ layer: layer.id, track, value: hundredth(after[track]) }));
  const moves = changed.filter((name) => name === 'x' || name === 'y');
  if (moves.length === 0) return values;
  if (trackAt(project, layer, 'position')?.channel) return [...values, { layer: layer.id, track: 'position', value: [hundredth(after.x), hundredth(after.y)] }];
  return [...values, ...moves.map((track): NewValue => ({ layer: layer.id, track, value: hundredth(after[track]) }))];
}

/** Gestures land on hundredths: what a field shows is what is there. */
function hundredth(value: number): number {
  return Math.round(value * 100) / 100 + 0;
}

/** A layer's place in its parent moved by composition pixels at a frame. */
export function inParentSpace(project: Project, composition: Composition, layer: Layer, frame: Frames, [dx, dy]: readonly [number, number]): readonly [number, number] {
  const parent = parentOf(composition, layer);
  const back = parent && invert(worldMatrix(project, composition, parent, frame, new Map()));
  if (!back) return [dx, dy];
  const [ox, oy] = transform(back, 0, 0);
  const [x, y] = transform(back, dx, dy);
  return [x - ox, y - oy];
}

/** Whether one of the chosen is above a layer in its chain of parents. */
export function hasChosenAncestor(composition: Composition, layer: Layer, chosen: ReadonlySet<string>): boolean {
  const seen = new Set([layer.id]);
  for (let id = layer.parent; id !== null && !seen.has(id); id = member(composition.layers.by, id)?.parent ?? null) {
    if (chosen.has(id)) return true;
    seen.add(id);
  }
  return false;
}

/** Layers moved on the picture by composition pixels; a child of a moved layer goes along by itself. */
export function movePlaces(project: Project, compositionId: string, ids: readonly string[], by: readonly [number, number], how: Keying) {
  const composition = member(project.compositions.by, compositionId);
  if (!composition) return null;
  const chosen = new Set(ids);
  const values = ids.flatMap((id): readonly NewValue[] => {
    const layer = member(composition.layers.by, id);
    if (!layer || !isDrawn(layer.kind) || hasChosenAncestor(composition, layer, chosen)) return [];
    const [dx, dy] = inParentSpace(project, composition, layer, how.frame, by);
    const { x, y } = poseAt(project, composition, layer, how.frame);
    if (trackAt(project, layer, 'position')?.channel) return [{ layer: id, track: 'position', value: [hundredth(x + dx), hundredth(y + dy)] }];
    return [
      ...(Math.abs(dx) < 5e-4 ? [] : [{ layer: id, track: 'x', value: hundredth(x + dx) }]),
      ...(Math.abs(dy) < 5e-4 ? [] : [{ layer: id, track: 'y', value: hundredth(y + dy) }]),
    ];
  });
  return setValues(project, compositionId, values, how, 'Move');
}
