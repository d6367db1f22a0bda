import { activity, movesIn } from '../../scene';
import { inOrder, member, type Project } from '../../model';
import type { Frames } from '../../time';
import { stretchLayers, type StretchTo } from '../bars/stretch';
import type { Made } from '../document/made';
import { nextName } from '../document/next-name';
import { compositionPath } from '../document/paths';
import { applyPatches, patchOf } from '../document/patch';
import type { Refused } from '../document/refused';
import { nameOf } from '../layers/layers';
import { nestLayers } from './nest';

/** Stretches layers inside a nest of their own, in one step: whatever moves in it is rigid and keeps its pace, and what stands in between gives. */
export function stretchNested(project: Project, compositionId: string, ids: readonly string[], name: string | null, end: 'start' | 'end', how: StretchTo, newId: () => string): Made | Refused | null {
  const host = member(project.compositions.by, compositionId);
  if (!host) return null;
  const called = name ?? nextName(nameOf(project, compositionId, ids), new Set(inOrder(project.compositions).map((one) => one.name)));
  const nested = nestLayers(project, compositionId, ids, { name: called, inside: 'all', length: 'bars', outside: [], frame: 0, bounds: () => null, newId });
  if (!nested || 'refused' in nested) return nested;
  const between = applyPatches(project, nested.patches).project;
  const [nest] = nested.made;
  const layer = nest === undefined ? undefined : between.compositions.by[compositionId]!.layers.by[nest];
  if (layer?.kind !== 'nest') return null;
  const source = between.compositions.by[layer.source]!;
  const moves = movesIn(activity(between, source.id));
  if (moves.length === 0) return { refused: `Nothing moves in ${nameOf(project, compositionId, ids)}; there is nothing to keep.` };
  // A move ends on the frame that it comes to rest on: that one is part of it.
  const rigid = moves.map(([from, to]): readonly [Frames, Frames] => [from, Math.min(source.duration, to + 1)]);
  const marked = patchOf([...compositionPath(source.id), 'rigid'], source.rigid, rigid);
  const stretched = stretchLayers(applyPatches(between, [marked]).project, compositionId, [layer.id], end, how, newId);
  if (stretched && 'refused' in stretched) return stretched;
  return {
    event: 'layers.elastic', label: `Stretch ${nameOf(project, compositionId, ids)} in a nest`, made: nested.made,
    patches: [...nested.patches, marked, ...(stretched?.patches ?? [])],
    told: `${called} is a nest now; what moves in it (${moves.length === 1 ? 'one span' : `${moves.length} spans`}) keeps its pace.`,
  };
}
