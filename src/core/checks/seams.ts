import { activity, canChange, compositionOf, keyTimesOf, timingOf, tracksOf, valueAt, type Track } from '../scene';
import { inOrder, inTime, type ChannelUnit, type Composition, type Layer, type Project } from '../model';
import { DUST, inSpans, type Frames } from '../time';

/** Equal within a thousandth of the unit. */
export const EQUAL = 1e-3;

/** A stretch that plays again and again: what it is of, and between which of its frames. */
export type Turn = { readonly operator: string; readonly source: Composition; readonly from: Frames; readonly to: Frames };

/** The repeating loops of a nest, in frames of what it shows. To and fro has no seam, and one play none either. */
export function turnsOf(project: Project, composition: Composition, layer: Layer): readonly Turn[] {
  const source = layer.kind === 'nest' ? compositionOf(project, layer.source) : null;
  const { stack, source: known } = timingOf(project, composition, layer);
  if (!source || !known) return [];
  return stack.steps.flatMap(({ id, node }): readonly Turn[] => {
    const loop = node as unknown as { readonly op: string; readonly mode: string; readonly count: number | null; readonly until: number | null; readonly from: number; readonly to: number | null };
    if (loop.op !== 'loop' || loop.mode !== 'repeat' || (loop.count === 1 && loop.until === null)) return [];
    const [from, to] = [loop.from + known.offset, (loop.to ?? known.D) + known.offset];
    if (loop.until !== null && loop.until <= loop.from + (to - from)) return [];
    return to > from ? [{ operator: id, source, from, to }] : [];
  });
}

/** Whether a composition looks other at one of its frames than at another. */
export function differsBetween(project: Project, composition: Composition, from: Frames, to: Frames): boolean {
  return gapsIn(project, composition, from, to).length > 0;
}

export type Gap = {
  readonly layer: string; readonly channel: string; readonly what: string; readonly says: string;
  /** The value that closes it, where a key can. */
  readonly close: { readonly value: unknown } | null;
};

/** The tracks, and the nests, of a composition that differ between two of its frames. */
export function gapsIn(project: Project, composition: Composition, from: Frames, to: Frames): readonly Gap[] {
  return once(gaps, project, `${composition.id} ${from} ${to}`, () => findGaps(project, composition, from, to));
}

const gaps: Remembered<readonly Gap[]> = new WeakMap();

/** What is found between two frames of a composition, in one state of a project: many layers may turn over the same two. */
export type Remembered<T> = WeakMap<Project, Map<string, T>>;

export function once<T>(known: Remembered<T>, project: Project, name: string, find: () => T): T {
  let all = known.get(project);
  if (!all) known.set(project, (all = new Map()));
  let found = all.get(name);
  if (found === undefined) all.set(name, (found = find()));
  return found;
}

function findGaps(project: Project, composition: Composition, from: Frames, to: Frames): readonly Gap[] {
  return inOrder(composition.layers).filter((layer) => layer.visible).flatMap((layer): readonly Gap[] => {
    const gaps = tracksOf(project, layer).flatMap((track): readonly Gap[] => {
      if (track.operator !== null || !canChange(track.channel)) return [];
      const [a, b] = [valueAt(project, composition, layer, track, from), valueAt(project, composition, layer, track, to)];
      if (isSame(a, b, track.spec.unit)) return [];
      const { label } = track.spec;
      const close = !layer.locked && closesWithAKey(project, composition, layer, track, from, to) ? { value: nearest(a, b, track.spec.unit) } : null;
      return [{ layer: layer.id, channel: track.address, what: `${label} of “${layer.name}”`, says: `${label} of “${layer.name}” differs`, close }];
    });
    if (layer.kind !== 'nest' || !spansBoth(layer, from, to) || !nestDiffers(project, composition, layer, from, to)) return gaps;
    return [...gaps, { layer: layer.id, channel: '', what: `the picture time of “${layer.name}”`, says: `the picture time of “${layer.name}” differs`, close: null }];
  });
}

/** Whether a key at the end changes the end alone: nothing bends the keys or goes on outside them, and neither frame lies between two of them. */
function closesWithAKey(project: Project, composition: Composition, layer: Layer, track: Track, from: Frames, to: Frames): boolean {
  const times = keyTimesOf(project, composition, layer, track);
  const { before, after, keys } = track.channel!;
  if (!times.even || before !== 'hold' || after !== 'hold') return false;
  const at = inTime(keys).map((key) => key.at);
  const [start, end] = [times.at(from), times.at(to)];
  const onKey = (time: Frames) => at.some((one) => Math.abs(one - time) <= DUST);
  return (start <= at[0]! || onKey(start)) && (end >= at[at.length - 1]! || onKey(end));
}

/** A value that counts as the same as the first and is nearest to the second: turns come round. */
export function nearest(first: unknown, second: unknown, unit: ChannelUnit): unknown {
  if (unit !== '°' || typeof first !== 'number' || typeof second !== 'number') return first;
  return first + 360 * Math.round((second - first) / 360);
}

/** Whether a bar is there where a loop begins and where it ends: one that comes or goes in between leads into nothing. */
export function spansBoth(layer: Layer, from: Frames, to: Frames): boolean {
  return inSpans(layer.spans, from) && layer.spans.some(([a, b]) => to > a && to <= b);
}

/** Nests are compared by their source times; one whose source stands still has none to speak of. */
function nestDiffers(project: Project, host: Composition, layer: Extract<Layer, { kind: 'nest' }>, from: Frames, to: Frames): boolean {
  const { stack, source } = timingOf(project, host, layer);
  if (!source || !activity(project, layer.source).some((count) => count > 0)) return false;
  return Math.abs(stack.content.at(from) - stack.content.at(to)) > EQUAL;
}

export function isSame(a: unknown, b: unknown, unit: ChannelUnit): boolean {
  if (typeof a === 'number' && typeof b === 'number') {
    const apart = unit === '°' ? Math.abs(((((a - b) % 360) + 540) % 360) - 180) : Math.abs(a - b);
    return apart <= EQUAL;
  }
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((one, i) => isSame(one, b[i], unit));
  return a === b || JSON.stringify(a) === JSON.stringify(b);
}
