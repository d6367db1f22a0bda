import { member, type Project } from '../../model';
import { rescaled, timingOf } from '../../scene';
import type { Frames } from '../../time';
import type { OwnKey } from '../../timing';
import type { Made } from '../document/made';
import type { Refused } from '../document/refused';
import { reachLayer } from '../document/target';
import { setOperator } from './timing';

type Node = { readonly id: string; readonly op: string; readonly cuts?: readonly number[]; readonly rates?: readonly number[]; readonly keys?: Readonly<Record<string, OwnKey>> };

/** Brings the piece of a layer's time that a frame lies in back to 100 %: a part of a ramp, or what runs between two keys of a remap, whose later keys go along. */
export function evenPiece(project: Project, compositionId: string, layerId: string, frame: Frames, follow = false): Made | Refused | null {
  const host = member(project.compositions.by, compositionId);
  const layer = reachLayer(project, compositionId, layerId);
  if (!host || !layer) return null;
  const { stack, source } = timingOf(project, host, layer);
  for (const step of [...(source ? stack.steps : stack.keySteps)].reverse()) {
    const fields = evened(step.node as unknown as Node, step.incoming.at(frame));
    if (!fields) continue;
    const draft = setOperator(project, compositionId, [{ layer: layerId, operator: step.id }], fields, follow);
    return draft && 'patches' in draft ? { ...draft, event: 'timing.even', label: `Bring a piece of ${layer.name} back to 100 %` } : draft;
  }
  return { refused: `Nothing that bends the time of ${layer.name} here has a pace of its own: stand in a part of a ramp, or between two keys of a remap.` };
}

function evened({ op, cuts = [], rates = [], keys = {} }: Node, x: Frames): Readonly<Record<string, unknown>> | null {
  if (op === 'ramp') {
    const i = cuts.filter((cut) => cut <= x).length;
    return rates[i] === 1 ? null : { rates: rates.map((rate, k) => (k === i ? 1 : rate)) };
  }
  if (op !== 'remap') return null;
  const list = Object.values(keys).sort((a, b) => a.at - b.at);
  const i = list.findLastIndex(({ at }) => at <= x);
  const [from, to] = [list[i], list[i + 1]];
  if (!from || !to || typeof from.to !== 'number' || typeof to.to !== 'number') return null;
  const at = rescaled(from.at + Math.abs(to.to - from.to), 1);
  const straight = Object.fromEntries(list.map((key, k) => {
    const { right: _right, curve: _curve, ...leaves } = key;
    const { left: _left, ...arrives } = key;
    return [key.id, k === i ? leaves : k === i + 1 ? { ...arrives, at } : k > i + 1 ? { ...key, at: rescaled(key.at + at - to.at, 1) } : key];
  }));
  return at === from.at ? null : { keys: straight };
}
