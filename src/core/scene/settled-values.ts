import { inOrder, member, type Composition, type Project } from '../model';
import type { Frames } from '../time';
import { trackAt, tracksOf } from './tracks';
import { valueAt } from './ask';

/** What every track of every layer, or of some, shows at a frame: what makes a picture that shall not change. By `layer/track`. */
export function settledValues(project: Project, composition: Composition, layers: readonly string[] | null, frame: Frames): Readonly<Record<string, unknown>> {
  const values: Record<string, unknown> = {};
  for (const layer of inOrder(composition.layers)) {
    if (layers !== null && !layers.includes(layer.id)) continue;
    for (const track of tracksOf(project, layer)) {
      if (track.operator !== null || track.channel === null) continue;
      values[`${layer.id}/${track.address}`] = valueAt(project, composition, layer, track, frame);
    }
  }
  return values;
}

/** Tracks whose value at the frame of a kept picture is another than was kept, with both. */
export function changedSince(project: Project, composition: Composition, kept: { readonly at: Frames; readonly values: Readonly<Record<string, unknown>> }): readonly { readonly layer: string; readonly track: string; readonly was: unknown; readonly is: unknown }[] {
  return Object.entries(kept.values).flatMap(([name, was]) => {
    const cut = name.indexOf('/');
    const [id, address] = [name.slice(0, cut), name.slice(cut + 1)];
    const layer = member(composition.layers.by, id);
    const track = layer && trackAt(project, layer, address);
    if (!layer || !track) return [{ layer: id, track: address, was, is: undefined }];
    const is = track.channel ? valueAt(project, composition, layer, track, kept.at) : track.spec.start;
    return near(was, is) ? [] : [{ layer: id, track: address, was, is }];
  });
}

/** Equal but for what nobody sees. */
function near(a: unknown, b: unknown): boolean {
  if (typeof a === 'number' && typeof b === 'number') return Math.abs(a - b) <= 1e-3;
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((part, i) => near(part, b[i]));
  if (a !== null && b !== null && typeof a === 'object' && typeof b === 'object') return Object.keys(a).length === Object.keys(b).length && Object.entries(a).every(([field, value]) => near(value, (b as Record<string, unknown>)[field]));
  return a === b;
}
