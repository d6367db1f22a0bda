import { inOrder, inTime, member, type OperatorEntry, type Project } from '../../model';
import { activity, movesIn, timingOf } from '../../scene';
import { hull, type Frames, type Span } from '../../time';
import { newOperator, preimages } from '../../timing';
import { count } from '../document/change';
import type { Made } from '../document/made';
import { layerPath } from '../document/paths';
import { patchOf, type Patch } from '../document/patch';
import type { Refused } from '../document/refused';
import { reachLayer } from '../document/target';
import { nameOf } from '../layers/layers';

/**
 * Lets nests play the moves of what they show where their markers say: the moves are those in which it changes, and where there are fewer markers than moves they
 * are set where each move begins now, so that nothing looks different yet. `given` are moves of compositions that are known already: counting takes a while.
 */
export function cueMoves(project: Project, compositionId: string, ids: readonly string[], given: Readonly<Record<string, readonly Span[]>>, newId: () => string): Made | Refused | null {
  const host = member(project.compositions.by, compositionId);
  const nests = ids.flatMap((id) => { const layer = reachLayer(project, compositionId, id); return layer?.kind === 'nest' ? [layer] : []; });
  if (!host || nests.length === 0) return ids.length > 0 ? { refused: 'Select a nest first: moves are those of what it shows.' } : null;
  const patches: Patch[] = [];
  const made: string[] = [];
  let [moves, markers] = [0, 0];
  for (const layer of nests) {
    const { stack, source } = timingOf(project, host, layer);
    const shown = member(project.compositions.by, layer.source);
    if (!shown || !source) return { refused: `${layer.name} shows nothing.` };
    const found = (member(given, shown.id) ?? movesIn(activity(project, shown.id))).map(([from, to]) => [Math.max(0, from - source.offset), Math.min(source.D, to - source.offset)] as const).filter(([from, to]) => to > from);
    if (found.length === 0) return { refused: `Nothing moves in ${shown.name}.` };
    const path = [...layerPath(compositionId, layer.id), 'timing'];
    const known = inOrder(layer.timing).find((node) => node.op === 'cue' && !node.off);
    const node = known ? { ...known, moves: found } : (newOperator('cue', newId(), { moves: found }) as unknown as OperatorEntry);
    patches.push(patchOf([...path, 'by', node.id], known, node), ...(known ? [] : [patchOf([...path, 'order'], layer.timing.order, [...layer.timing.order, node.id])]));
    made.push(node.id);
    moves += found.length;
    const firing = inTime(layer.markers).filter((marker) => marker.fires).length;
    const bar = hull(layer.spans) ?? [0, host.duration];
    for (const [i, at] of found.slice(firing).map(([from]) => from).entries()) {
      const [there] = preimages(stack.content, at, bar[0], bar[1]).found;
      const id = newId();
      const frame: Frames = there ? Math.max(bar[0], Math.round(there.to > there.from ? there.to : there.from)) : bar[1] - 1;
      patches.push(patchOf([...layerPath(compositionId, layer.id), 'markers', id], undefined, { id, at: frame, name: `move ${firing + i + 1}`, length: 0, note: '', colour: null, fires: true }));
      markers++;
    }
  }
  return { event: 'timing.cues', label: `Let markers of ${nameOf(project, compositionId, nests.map(({ id }) => id))} fire ${count(moves, 'move')}`, made, patches, ...(markers > 0 ? { told: `${count(markers, 'marker')} set where each move begins now: drag one, and its move goes along.` } : {}) };
}
