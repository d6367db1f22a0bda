import { settledValues } from '../../scene';
import { inOrder, member, type Project } from '../../model';
import type { Frames } from '../../time';
import { count, type Draft } from '../document/change';
import { compositionPath } from '../document/paths';
import { patchOf, sameValue } from '../document/patch';
import type { Refused } from '../document/refused';

/** Keeps the picture at a frame as one that shall not change: Checks say so when a later edit changed it. One that was kept at that frame is kept anew. */
export function settle(project: Project, compositionId: string, layers: readonly string[] | null, frame: Frames, newId: () => string): Draft | null {
  const composition = member(project.compositions.by, compositionId);
  if (!composition) return null;
  const values = settledValues(project, composition, layers, frame);
  const { order, by } = composition.settled;
  const there = inOrder(composition.settled).find((one) => one.at === frame);
  const path = [...compositionPath(compositionId), 'settled'];
  const label = `Keep the picture at ${frame}: ${count(Object.keys(values).length, 'value')}`;
  if (there) return sameValue(there.values, values) ? null : { event: 'composition.settle', label, patches: [patchOf([...path, 'by', there.id, 'values'], by[there.id]!.values, values)] };
  const id = newId();
  return { event: 'composition.settle', label, patches: [patchOf([...path, 'by', id], undefined, { id, at: frame, values }), patchOf([...path, 'order'], order, [...order, id])] };
}

/** Lets go of a kept picture: it may change. */
export function unsettle(project: Project, compositionId: string, id: string): Draft | Refused | null {
  const settled = member(project.compositions.by, compositionId)?.settled;
  const one = settled && member(settled.by, id);
  if (!settled || !one) return { refused: 'That picture is not kept any more.' };
  const path = [...compositionPath(compositionId), 'settled'];
  return { event: 'composition.unsettle', label: `Let go of the picture at ${one.at}`, patches: [patchOf([...path, 'order'], settled.order, settled.order.filter((other) => other !== id)), patchOf([...path, 'by', id], one, undefined)] };
}
