import { keysOf, type KeyRef } from '../../../core/commands';
import type { Layer } from '../../../core/model';
import type { TimelineView } from '../editor/state';
import { keyedChannels, rowAt, type Row } from './rows';
import { xOf } from './scale';

/** What lies under the pointer in the tracks. */
export type Hit =
  | { readonly kind: 'keys'; readonly refs: readonly KeyRef[]; readonly at: number; readonly layer: string }
  | { readonly kind: 'bar'; readonly layer: string }
  | { readonly kind: 'trim'; readonly layer: string; readonly end: 'start' | 'end' }
  | { readonly kind: 'row'; readonly layer: string }
  | { readonly kind: 'nothing' };

/** Half the reach of a peg and of a bar's grip, in pixels. */
const PEG = 5;
const GRIP = 6;

/** First match wins: pegs, a bar's ends, the bar, the row. `y` counts from the top of the first row. */
export function hitTest(rows: readonly Row[], view: TimelineView, x: number, y: number): Hit {
  const row = rowAt(rows, y);
  if (!row) return { kind: 'nothing' };
  const { layer } = row;
  if (row.kind === 'lane') return { kind: 'row', layer: layer.id };
  if (row.kind === 'channel') {
    const peg = nearestPeg(pegsOf(layer, [row.found]), view, x);
    return peg ? { kind: 'keys', ...peg, layer: layer.id } : { kind: 'row', layer: layer.id };
  }
  for (const [from, to] of layer.spans) {
    const [left, right] = [xOf(from, view), xOf(to, view)];
    // Grips lie half inside the bar; a short bar keeps a middle to slide it by.
    const grip = Math.min(GRIP, (right - left) / 4);
    if (Math.abs(x - left) <= grip && from === layer.spans[0]![0]) return { kind: 'trim', layer: layer.id, end: 'start' };
    if (Math.abs(x - right) <= grip && to === layer.spans[layer.spans.length - 1]![1]) return { kind: 'trim', layer: layer.id, end: 'end' };
  }
  if (!row.open) {
    const peg = nearestPeg(pegsOf(layer, keyedChannels(layer)), view, x);
    if (peg) return { kind: 'keys', ...peg, layer: layer.id };
  }
  const onBar = layer.spans.some(([from, to]) => x >= xOf(from, view) && x < xOf(to, view));
  return onBar ? { kind: 'bar', layer: layer.id } : { kind: 'row', layer: layer.id };
}

export type Peg = { readonly at: number; readonly refs: readonly KeyRef[] };

const pegs = new WeakMap<Layer, Map<string, readonly Peg[]>>();

/** Pegs of channels by host frame, those at one frame together, in order of time. */
export function pegsOf(layer: Layer, channels: readonly { readonly name: string; readonly channel: Parameters<typeof keysOf>[0] }[]): readonly Peg[] {
  const name = channels.map((one) => one.name).join(' ');
  let known = pegs.get(layer);
  if (!known) pegs.set(layer, (known = new Map()));
  let list = known.get(name);
  if (!list) {
    const byTime = new Map<number, KeyRef[]>();
    for (const { name: channel, channel: found } of channels) {
      for (const key of keysOf(found)) {
        const at = layer.start + key.at;
        const together = byTime.get(at) ?? [];
        together.push({ layer: layer.id, channel, key: key.id });
        byTime.set(at, together);
      }
    }
    list = [...byTime].map(([at, refs]) => ({ at, refs })).sort((a, b) => a.at - b.at);
    known.set(name, list);
  }
  return list;
}

function nearestPeg(list: readonly Peg[], view: TimelineView, x: number): Peg | null {
  let best: Peg | null = null;
  let reach = PEG;
  for (const peg of list) {
    const away = Math.abs(xOf(peg.at, view) - x);
    if (away <= reach) [best, reach] = [peg, away];
  }
  return best;
}

/** Keys whose pegs lie in a rectangle of the tracks. */
export function keysInside(rows: readonly Row[], view: TimelineView, [left, top, right, bottom]: readonly [number, number, number, number]): readonly KeyRef[] {
  return rows.flatMap((row) => {
    if (row.kind === 'lane' || row.top + row.height <= top || row.top >= bottom || (row.kind === 'layer' && row.open)) return [];
    const channels = row.kind === 'channel' ? [row.found] : keyedChannels(row.layer);
    return pegsOf(row.layer, channels).filter((peg) => xOf(peg.at, view) >= left && xOf(peg.at, view) <= right).flatMap((peg) => peg.refs);
  });
}
