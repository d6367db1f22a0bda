import { activity, canChange, compositionOf, keyTimesOf, timingOf, tracksOf, unbent, valueAt, type Track } from '../scene';
import { inOrder, inTime, type ChannelUnit, type Composition, type Layer, type Project } from '../model';
import { DUST, inSpans, type Frames } from '../time';
import { defineCheck, type Finding, type Mend } from './problem';

/** Equal within a thousandth of the unit. */
const EQUAL = 1e-3;

export const seamGap = defineCheck({
  code: 'seam-gap',
  about: 'A loop whose end does not lead into its start.',
  find: (project, composition) => [
    ...(composition.loops ? [wholeComposition(project, composition)].filter((found) => found !== null) : []),
    ...inOrder(composition.layers).flatMap((layer) => [...loopedContent(project, composition, layer), ...loopedTracks(project, composition, layer)]),
  ],
});

function wholeComposition(project: Project, composition: Composition): Finding | null {
  const gaps = gapsIn(project, composition, 0, composition.duration);
  const [gap] = gaps;
  return gap === undefined ? null : {
    where: { composition: composition.id, layer: gap.layer, channel: gap.channel, frame: 0 },
    message: `“${composition.name}” is marked as a loop, and ${gap.says} between frame 0 and frame ${composition.duration}.`,
    fix: 'Give its last key the value of its first one.',
    ...closed(composition, gaps, composition.duration),
  };
}

/** A repeating loop of a nest: its composition at `from` against itself at `to`. */
function loopedContent(project: Project, composition: Composition, layer: Layer): readonly Finding[] {
  const source = layer.kind === 'nest' ? compositionOf(project, layer.source) : null;
  const known = timingOf(project, composition, layer).source;
  if (!source || !known) return [];
  return inOrder(layer.timing).flatMap((node): readonly Finding[] => {
    if (node.op !== 'loop' || node.off || node.on === 'keys' || node.mode !== 'repeat' || node.count === 1) return [];
    const [from, to] = [Number(node.from) + known.offset, Number(node.to ?? known.D) + known.offset];
    const gaps = to > from ? gapsIn(project, source, from, to) : [];
    const [gap] = gaps;
    return gap === undefined ? [] : [{
      where: { composition: composition.id, layer: layer.id, frame: layer.start },
      message: `“${layer.name}” loops frames ${from} to ${to} of “${source.name}”, and ${gap.says} between them: it will jump at each turn.`,
      fix: `Give ${gap.what} at frame ${to} the value that it has at frame ${from}.`,
      ...closed(source, gaps, to),
    }];
  });
}

/** A track that repeats its own keys. */
function loopedTracks(project: Project, composition: Composition, layer: Layer): readonly Finding[] {
  return tracksOf(project, layer).flatMap((track): readonly Finding[] => {
    const { address, spec, channel } = track;
    if (!channel || (channel.after !== 'repeat' && channel.before !== 'repeat') || channel.repeats === 1) return [];
    const keys = inTime(channel.keys);
    const [first, last] = [keys[0], keys[keys.length - 1]];
    // A last key that jumps is judged by what its segment ends on: that is what the first play leads into.
    const end = last?.arrives ?? last?.value;
    if (!first || !last || first === last || isSame(first.value, end, spec.unit)) return [];
    const moment = keyTimesOf(project, composition, layer, track).moments(last.at)[0]?.from;
    // A last key that jumps leads into the first play by what it arrives with, which no value mends.
    const mends = moment !== undefined && !layer.locked && (last.arrives ?? null) === null && track.operator === null;
    return [{
      where: { composition: composition.id, layer: layer.id, channel: address, frame: keyTimesOf(project, composition, layer, track).moments(last.at)[0]?.from ?? unbent(layer, last.at) },
      message: `${spec.label} of “${layer.name}” repeats, and its last key (${say(end)}) is not its first (${say(first.value)}): it will jump at each turn.`,
      fix: 'Give the last key the value of the first, or let the channel climb.',
      ...(mends ? { mend: { do: 'tracks.set', with: { composition: composition.id, values: [{ layer: layer.id, track: address, value: nearest(first.value, last.value, spec.unit) }], frame: moment, keying: true } } } : {}),
    }];
  });
}

type Gap = {
  readonly layer: string; readonly channel: string; readonly what: string; readonly says: string;
  /** The value that closes it, where a key can. */
  readonly close: { readonly value: unknown } | null;
};

/** The tracks, and the nests, of a composition that differ between two of its frames. */
function gapsIn(project: Project, composition: Composition, from: Frames, to: Frames): readonly Gap[] {
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

/** Keys that close all gaps at once; none where one of them is not for a key to close. */
function closed(composition: Composition, gaps: readonly Gap[], to: Frames): { readonly mend?: Mend } {
  if (gaps.some(({ close }) => close === null)) return {};
  return { mend: { do: 'tracks.set', with: { composition: composition.id, values: gaps.map(({ layer, channel, close }) => ({ layer, track: channel, value: close!.value })), frame: to, keying: true } } };
}

/** A value that counts as the same as the first and is nearest to the second: turns come round. */
function nearest(first: unknown, second: unknown, unit: ChannelUnit): unknown {
  if (unit !== '°' || typeof first !== 'number' || typeof second !== 'number') return first;
  return first + 360 * Math.round((second - first) / 360);
}

/** Whether a bar is there where a loop begins and where it ends: one that comes or goes in between leads into nothing. */
function spansBoth(layer: Layer, from: Frames, to: Frames): boolean {
  return inSpans(layer.spans, from) && layer.spans.some(([a, b]) => to > a && to <= b);
}

/** Nests are compared by their source times; one whose source stands still has none to speak of. */
function nestDiffers(project: Project, host: Composition, layer: Extract<Layer, { kind: 'nest' }>, from: Frames, to: Frames): boolean {
  const { stack, source } = timingOf(project, host, layer);
  if (!source || !activity(project, layer.source).some((count) => count > 0)) return false;
  return Math.abs(stack.content.at(from) - stack.content.at(to)) > EQUAL;
}

function isSame(a: unknown, b: unknown, unit: ChannelUnit): boolean {
  if (typeof a === 'number' && typeof b === 'number') {
    const apart = unit === '°' ? Math.abs(((((a - b) % 360) + 540) % 360) - 180) : Math.abs(a - b);
    return apart <= EQUAL;
  }
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((one, i) => isSame(one, b[i], unit));
  return a === b || JSON.stringify(a) === JSON.stringify(b);
}

function say(value: unknown): string {
  return typeof value === 'number' ? String(Math.round(value * 1000) / 1000) : JSON.stringify(value);
}
