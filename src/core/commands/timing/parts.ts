import { member, type Composition, type Layer, type OperatorEntry, type Project } from '../../model';
import { hasKeys, ownTracks, rescaled, timingOf } from '../../scene';
import { hull, written, type Frames } from '../../time';
import { newOperator } from '../../timing';
import { count } from '../document/change';
import type { Made } from '../document/made';
import { compositionPath, layerPath } from '../document/paths';
import { patchOf, type Patch } from '../document/patch';
import type { Refused } from '../document/refused';
import { reachLayer } from '../document/target';
import { nameOf } from '../layers/layers';
import { rampFrom } from './ramp-from';

/**
 * What gives where a part of a layer's time takes longer or shorter: its bar (and, if need be, the film), its end (cut, or running on where it
 * is), or the pace of all other parts, or of the one before it or after it.
 */
export const GIVES = ['bar', 'film', 'rest', 'others', 'before', 'after'] as const;
export type Gives = (typeof GIVES)[number];

export type Part = { readonly host: Composition; readonly layer: Layer; /** The bar. */ readonly from: Frames; readonly to: Frames; /** Frames of the source in one of the host. */ readonly pace: number; /** Host frame → time that comes in to a first step. */ readonly entry: (frame: Frames) => Frames; readonly D: Frames | null };

/** The layers that are meant, each with what its time is told by; one that shows nothing and has no keys is named. */
export function partsOf(project: Project, compositionId: string, ids: readonly string[]): readonly Part[] | Refused {
  const host = member(project.compositions.by, compositionId);
  if (!host) return [];
  const parts: Part[] = [];
  for (const id of ids) {
    const layer = reachLayer(project, compositionId, id);
    const bar = layer && hull(layer.spans);
    if (!layer || !bar) continue;
    const { stack, source } = timingOf(project, host, layer);
    if (!source && !ownTracks(layer).some(({ channel }) => channel && hasKeys(channel))) return { refused: `${layer.name} has no keys and shows nothing that runs; there is no time to bend.` };
    const entry = source ? stack.entry : stack.keyEntry;
    parts.push({ host, layer, from: bar[0], to: bar[1], pace: entry.at(1000) / 1000 - entry.at(0) / 1000, entry: entry.at, D: source?.D ?? null });
  }
  return parts;
}

/** A step before all others of a layer: it bends the time of the film itself. */
export function first(compositionId: string, { layer }: Part, node: OperatorEntry): readonly Patch[] {
  const path = [...layerPath(compositionId, layer.id), 'timing'];
  return [patchOf([...path, 'by', node.id], undefined, node), patchOf([...path, 'order'], layer.timing.order, [node.id, ...layer.timing.order])];
}

/** Bars that end later or earlier by some frames, and the film with them where that is asked for. */
export function ended(compositionId: string, parts: readonly Part[], by: (part: Part) => Frames, gives: Gives): readonly Patch[] {
  if (gives !== 'bar' && gives !== 'film') return [];
  const ends = parts.map((part) => ({ part, end: Math.max(part.from + 1, rescaled(part.to + by(part), 1)) }));
  const patches = ends.map(({ part: { layer }, end }) => patchOf([...layerPath(compositionId, layer.id), 'spans'], layer.spans, [...layer.spans.slice(0, -1), [Math.min(layer.spans.at(-1)![0], end - 1), end]]));
  const host = parts[0]!.host;
  const latest = Math.ceil(Math.max(...ends.map(({ end }) => end)));
  if (gives === 'bar' || latest <= host.duration) return patches;
  const path = compositionPath(compositionId);
  const whole = host.range[0] === 0 && host.range[1] === host.duration;
  return [...patches, patchOf([...path, 'duration'], host.duration, latest), ...(whole ? [patchOf([...path, 'range'], host.range, [0, latest])] : [])];
}

/**
 * A step that stands at a time that comes in for so long, then goes on from there. A pause holds what lies at or beyond the end of the source as its
 * last frame, and a loop behind it would make that of another: there a ramp stands as well, and holds every time.
 */
export function stillAt(id: string, at: Frames, length: Frames, D: Frames | null) {
  return D !== null && at >= D ? newOperator('ramp', id, { cuts: [at, written(at + length)], rates: [1, 0, 1], blend: 0 }) : newOperator('pause', id, { at, for: length });
}

/**
 * Lets layers stand at a frame for some frames (null: to the end of their bars); then they go on from where they stood. With `soft` they slow down
 * over so many frames before and speed up over as many after, on the same picture, and stand as long as was said between.
 */
export function standHere(project: Project, compositionId: string, ids: readonly string[], frame: Frames, forFrames: Frames | null, gives: Gives, newId: () => string, soft: Frames = 0): Made | Refused | null {
  const parts = partsOf(project, compositionId, ids);
  if ('refused' in parts) return parts;
  if (parts.length === 0) return null;
  const outside = parts.find(({ from, to }) => frame < from || frame >= to);
  if (outside) return { refused: `${outside.layer.name} is not there at frame ${frame}; go to where its bar is.` };
  const patches: Patch[] = [];
  const made: string[] = [];
  for (const part of parts) {
    const { to, pace, entry } = part;
    const id = newId();
    const [at, length] = [rescaled(entry(frame), 1), rescaled((forFrames ?? to - frame) * pace, 1)];
    // What is left after it runs faster where that gives.
    const begin = Math.max(0, entry(part.from));
    const left = entry(to) - at;
    // Slowing down shows half of what would have been shown: it begins so much before, so that it ends on the very frame.
    const slow = forFrames === null ? 0 : Math.min(rescaled(soft * pace, 1), 2 * at);
    let node = slow > 0 ? newOperator('ramp', id, { cuts: [written(at + slow / 2), written(at + slow / 2 + length)], rates: [1, 0, 1], blend: [[slow, 0], [0, slow]] }) : stillAt(id, at, length, part.D);
    if (forFrames !== null && gives === 'before') {
      // What is before it gets there sooner; from the frame on all stays at its moment.
      if (at - begin <= length) return { refused: `${part.layer.name} has no ${count(forFrames, 'frame')} before frame ${frame} to give: let its bar give instead.` };
      node = newOperator('ramp', id, rampFrom(begin, [[at - length, (at - begin) / (at - begin - length)], [at, 0]], 1, 0));
    } else if (forFrames !== null && (gives === 'others' || gives === 'after') && left > length) node = newOperator('ramp', id, rampFrom(begin, [[at, 1], [at + length, 0]], left / (left - length), 0));
    patches.push(...first(compositionId, part, node as OperatorEntry));
    made.push(id);
  }
  const words = forFrames === null ? `Stand ${nameOf(project, compositionId, parts.map(({ layer }) => layer.id))} here to the end` : `Stand ${nameOf(project, compositionId, parts.map(({ layer }) => layer.id))} here for ${count(forFrames, 'frame')}`;
  return { event: 'timing.stand', label: words, made, patches: [...patches, ...(forFrames === null ? [] : ended(compositionId, parts, ({ entry, pace }) => forFrames + Math.min(soft, (2 * entry(frame)) / pace), gives))] };
}

/** Plays layers backwards from one frame of the film to another; before and after that they run as they did. */
export function backwardsBetween(project: Project, compositionId: string, ids: readonly string[], from: Frames, to: Frames, newId: () => string): Made | Refused | null {
  if (to <= from + 1) return { refused: 'Two frames at least can be played backwards.' };
  const parts = partsOf(project, compositionId, ids);
  if ('refused' in parts) return parts;
  if (parts.length === 0) return null;
  const patches: Patch[] = [];
  const made: string[] = [];
  for (const part of parts) {
    const { entry } = part;
    const id = newId();
    const [begin, a, b, end, last, before] = [part.from, from, to, Math.max(part.to, to + 1), to - 1, from - 1].map((frame) => rescaled(entry(frame), 1)) as [number, number, number, number, number, number];
    // Half-open: the part shows its last frame first, and its first one last.
    const key = (name: string, at: Frames, shows: Frames, arrives?: Frames) => ({ id: name, at, to: shows, joined: false, ...(arrives === undefined ? {} : { arrives }) });
    const list = [...(begin < a ? [key('k1', begin, begin)] : []), key('k2', a, last, a), key('k3', b, b, before), key('k4', end, end)];
    patches.push(...first(compositionId, part, newOperator('remap', id, { keys: Object.fromEntries(list.map((one) => [one.id, one])) }) as OperatorEntry));
    made.push(id);
  }
  return { event: 'timing.backwards', label: `Play ${nameOf(project, compositionId, parts.map(({ layer }) => layer.id))} backwards from ${from} to ${to}`, made, patches };
}
