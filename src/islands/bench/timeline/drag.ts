import { moveKeys, slideLayers, trimLayers, type Draft, type KeyRef } from '../../../core/commands';
import { member, type Project } from '../../../core/model';
import type { Selection } from '../editor/state';
import type { Hit } from './hit-test';

/** What a press in the tracks begins; decided once, when the pointer goes down. */
export type Drag =
  | { readonly kind: 'pan' }
  | { readonly kind: 'moveKeys'; readonly refs: readonly KeyRef[] }
  | { readonly kind: 'slide'; readonly layers: readonly string[] }
  | { readonly kind: 'trim'; readonly layers: readonly string[]; readonly end: 'start' | 'end' }
  | { readonly kind: 'marquee' };

/** First match wins: pan (middle button), pegs, a bar's end, a bar, marquee. What is selected already moves together. */
export function classifyDrag(hit: Hit, middle: boolean, selection: Selection): Drag {
  if (middle) return { kind: 'pan' };
  const together = (layer: string) => (selection.layers.includes(layer) ? selection.layers : [layer]);
  switch (hit.kind) {
    case 'keys': {
      const chosen = new Set(selection.keys.map(keyName));
      return { kind: 'moveKeys', refs: hit.refs.some((ref) => chosen.has(keyName(ref))) ? selection.keys : hit.refs };
    }
    case 'trim': return { kind: 'trim', layers: together(hit.layer), end: hit.end };
    case 'bar': return { kind: 'slide', layers: together(hit.layer) };
    case 'row':
    case 'nothing': return { kind: 'marquee' };
  }
}

export function keyName({ layer, channel, key }: KeyRef): string {
  return JSON.stringify([layer, channel, key]);
}

/** The change that a drag has come to after a number of whole frames. */
export function draftOf(drag: Drag, project: Project, composition: string, by: number): Draft | null {
  switch (drag.kind) {
    case 'moveKeys': return moveKeys(project, composition, drag.refs, by);
    case 'slide': return slideLayers(project, composition, drag.layers, by);
    case 'trim': return trimLayers(project, composition, drag.layers, drag.end, by);
    case 'pan':
    case 'marquee': return null;
  }
}

/** What the drag shows while it goes on: how far, and where that is. */
export function tellDrag(drag: Drag, project: Project, composition: string, by: number): string {
  const sign = `${by > 0 ? '+' : by < 0 ? '−' : ''}${Math.abs(by)} f`;
  if (drag.kind !== 'trim' && drag.kind !== 'slide') return sign;
  const layer = member(project.compositions.by, composition)?.layers.by[drag.layers[0]!];
  const spans = layer?.spans ?? [];
  const [first, last] = [spans[0], spans[spans.length - 1]];
  if (!first || !last) return sign;
  if (drag.kind === 'slide') return `${sign}, starts at ${first[0] + by}`;
  return drag.end === 'end' ? `${sign}, ends before ${Math.max(first[0] + 1, last[1] + by)}` : `${sign}, begins at ${Math.min(first[1] - 1, first[0] + by)}`;
}

/** Why a drag on this cannot be, or null. */
export function whyLocked(hit: Hit, project: Project, composition: string): string | null {
  if (hit.kind === 'nothing' || hit.kind === 'row') return null;
  const layer = member(project.compositions.by, composition)?.layers.by[hit.layer];
  return layer?.locked ? `${layer.name} is locked.` : null;
}
