import { member, type Project } from '../../model';
import { rescaled, timingOf } from '../../scene';
import { hull, ratio, type Frames } from '../../time';
import { pieces, rateAt, type OwnKey } from '../../timing';
import type { Made } from '../document/made';
import type { Refused } from '../document/refused';
import { reachLayer } from '../document/target';
import { paceBetween } from './pace-part';
import { setOperator } from './timing';

type Node = { readonly id: string; readonly op: string; readonly cuts?: readonly number[]; readonly rates?: readonly number[]; readonly rate?: number; readonly keys?: Readonly<Record<string, OwnKey>> };

/** Rates of less are none: what stands has no rate to be made more of. */
const NONE = 1e-6;

/**
 * Gives the piece of a layer's time that a frame lies in another rate (1: 100 %), by the last step that has one there: a part of a ramp, what runs between two
 * keys of a remap (its later keys go along), a speed. Where no step has, a part of its own is made of the piece.
 */
export function setPieceRate(project: Project, compositionId: string, layerId: string, frame: Frames, wanted: number, newId: () => string): Made | Refused | null {
  const host = member(project.compositions.by, compositionId);
  const layer = reachLayer(project, compositionId, layerId);
  if (!host || !layer) return null;
  const { stack, source } = timingOf(project, host, layer);
  const map = source ? stack.content : stack.keys;
  const total = rateAt(map, frame) * (source ? ratio(source.rate, host.rate) : 1);
  if (Math.abs(total - wanted) < NONE) return null;
  const label = `Play a piece of ${layer.name} at ${Math.round(wanted * 1000) / 10} %`;
  for (const step of [...(source ? stack.steps : stack.keySteps)].reverse()) {
    const fields = withRate(step.node as unknown as Node, step.incoming.at(frame), (now) => (Math.abs(total) < NONE ? wanted : (now * wanted) / total));
    if (!fields) continue;
    const draft = setOperator(project, compositionId, [{ layer: layerId, operator: step.id }], fields);
    return draft && 'patches' in draft ? { ...draft, event: 'timing.piece', label } : draft;
  }
  if (Math.abs(total) < NONE) return { refused: `${layer.name} stands here, and what holds it has no rate: take that off, or make it shorter.` };
  const outer = hull(layer.spans);
  const inside = outer ?? [0, host.duration];
  const piece = [...pieces(map, inside[0], inside[1])].find(({ from, to }) => frame >= from && frame < to);
  if (!piece) return { refused: `${layer.name} is not there at frame ${frame}; go to where its bar is.` };
  const draft = paceBetween(project, compositionId, [layerId], { from: piece.from, to: piece.to, rate: wanted / total, soft: 0, gives: 'rest' }, newId);
  if (!draft || !('patches' in draft)) return draft;
  const { told: _told, ...plain } = draft;
  return { ...plain, event: 'timing.piece', label };
}

function withRate({ op, cuts = [], rates = [], rate, keys = {} }: Node, x: Frames, next: (now: number) => number): Readonly<Record<string, unknown>> | null {
  const fine = (value: number) => Math.round(value * 1e12) / 1e12;
  if (op === 'speed') return typeof rate === 'number' ? { rate: fine(next(rate)) } : null;
  if (op === 'ramp') {
    const i = cuts.filter((cut) => cut <= x).length;
    return { rates: rates.map((one, k) => (k === i ? fine(next(one)) : one)) };
  }
  if (op !== 'remap') return null;
  const list = Object.values(keys).sort((a, b) => a.at - b.at);
  const i = list.findLastIndex(({ at }) => at <= x);
  const [from, to] = [list[i], list[i + 1]];
  if (!from || !to || typeof from.to !== 'number' || typeof to.to !== 'number') return null;
  const slope = (to.to - from.to) / (to.at - from.at);
  const made = next(slope);
  // Keys keep what they show: a way that stands, or would turn round, is none that can be walked faster.
  if (!(slope * made > 0)) return null;
  const at = rescaled(from.at + (to.to - from.to) / made, 1);
  return { keys: Object.fromEntries(list.map((key, k) => [key.id, straightened(key, k - i, at - to.at)])) };
}

/** A key of a remap once the piece that it begins (0) or ends (1) runs evenly and lasts so much longer; later ones go along. */
function straightened(key: OwnKey, place: number, longer: Frames): OwnKey {
  if (place < 0) return key;
  const at = place === 0 ? key.at : rescaled(key.at + longer, 1);
  if (place === 0) { const { right: _right, curve: _curve, ...rest } = key; return { ...rest, at }; }
  if (place > 1) return { ...key, at };
  const { left: _left, ...rest } = key;
  return { ...rest, at };
}
