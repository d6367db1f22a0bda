import { transform } from '../../display';
import { worldMatrix } from '../../scene';
import { isDrawn, type Composition, type Project } from '../../model';
import type { Frames } from '../../time';
import { count } from '../document/change';
import { byTrack, chosenOf, land, momentOf, toldOfStay } from './chosen-keys';
import type { Made } from '../document/made';
import type { Patch } from '../document/patch';
import { poseAt } from '../poses/pose';
import { chanceFrom } from './seeded-chance';
import type { KeyRef } from '../document/target';

/** In which order layers come one after another. */
export type ApartOrder = 'rows' | 'up' | 'across' | 'down' | 'outward' | 'chance';

export type Apart = {
  /** Frames from one layer to the next. */
  readonly step: Frames;
  readonly order: ApartOrder;
  /** By rank each a step later than the one before; or in proportion to how far they are, the farthest as late as by rank. */
  readonly measure: 'rank' | 'distance';
  /** The point from which `outward` goes, in pixels of the composition; null: the middle of the frame. */
  readonly from: readonly [number, number] | null;
  readonly seed: number;
  /** The frame at which places are looked at. */
  readonly frame: Frames;
};

/** Moves the chosen keys of each layer later by what its turn is: layers come one after another. */
export function putApart(project: Project, compositionId: string, refs: readonly KeyRef[], how: Apart): Made | null {
  const groups = byTrack(project, compositionId, refs);
  const composition = groups[0]?.composition;
  if (!composition || how.step === 0) return null;
  const ids = composition.layers.order.filter((id) => groups.some((group) => group.layer.id === id));
  const turns = turnsOf(project, composition, ids, how);
  const patches: Patch[] = [];
  let [moved, stay] = [0, 0];
  for (const group of groups) {
    const by = (turns.get(group.layer.id) ?? 0) * how.step;
    if (by === 0) continue;
    const landed = land(group, new Map(chosenOf(group).map((key) => [key.id, momentOf(group, key.at) + by])));
    patches.push(...landed.patches);
    moved += landed.moved;
    stay += landed.stay;
  }
  return patches.length === 0 ? null : { event: 'keys.apart', label: `Put ${count(ids.length, 'layer')} ${Math.round(how.step * 1000) / 1000} frames apart, ${count(moved, 'key')} moved`, patches, ...toldOfStay(stay) };
}

/** For each layer how many steps late it is, the first 0. Layers of one rank are as late as each other. */
export function turnsOf(project: Project, composition: Composition, ids: readonly string[], { order, measure, from, seed, frame }: Omit<Apart, 'step'>): ReadonlyMap<string, number> {
  if (order === 'rows' || order === 'up') return new Map((order === 'rows' ? [...ids] : [...ids].reverse()).map((id, i) => [id, i]));
  if (order === 'chance') {
    const next = chanceFrom(seed);
    const drawn = ids.map((id) => ({ id, lot: next() })).sort((a, b) => a.lot - b.lot);
    return new Map(measure === 'rank' ? drawn.map(({ id }, i) => [id, i]) : drawn.map(({ id, lot }) => [id, lot * (ids.length - 1)]));
  }
  const centre = from ?? [composition.width / 2, composition.height / 2];
  const known = new Map();
  const far = ids.map((id) => {
    const layer = composition.layers.by[id]!;
    if (!isDrawn(layer.kind)) return { id, away: 0 };
    const { pivotX, pivotY } = poseAt(project, composition, layer, frame);
    const [x, y] = transform(worldMatrix(project, composition, layer, frame, known), pivotX, pivotY);
    return { id, away: order === 'across' ? x : order === 'down' ? y : Math.hypot(x - centre[0], y - centre[1]) };
  }).sort((a, b) => a.away - b.away);
  const [least, most] = [far[0]?.away ?? 0, far[far.length - 1]?.away ?? 0];
  if (measure === 'distance') return new Map(far.map(({ id, away }) => [id, most === least ? 0 : ((away - least) / (most - least)) * (ids.length - 1)]));
  let rank = -1;
  let before = -Infinity;
  return new Map(far.map(({ id, away }) => {
    // What stands equally far comes at the same time.
    if (away - before > 1e-6) rank++;
    before = away;
    return [id, rank];
  }));
}
