import { activity, canChange, compositionOf, keyTimesOf, timingOf, tracksOf, unbent, valueAt } from '../scene';
import { inOrder, inTime, type ChannelUnit, type Composition, type Layer, type Project } from '../model';
import { inSpans, type Frames } from '../time';
import { defineCheck, type Finding } from './problem';

/** Equal within a thousandth of the unit. */
const EQUAL = 1e-3;

export const seamGap = defineCheck({
  code: 'seam-gap',
  about: 'A loop whose end does not lead into its start.',
  find: (project) => inOrder(project.compositions).flatMap((composition) => [
    ...(composition.loops ? [wholeComposition(project, composition)].filter((found) => found !== null) : []),
    ...inOrder(composition.layers).flatMap((layer) => [...loopedContent(project, composition, layer), ...loopedTracks(project, composition, layer)]),
  ]),
});

function wholeComposition(project: Project, composition: Composition): Finding | null {
  const gap = gapIn(project, composition, 0, composition.duration);
  return gap && {
    where: { composition: composition.id, layer: gap.layer, channel: gap.channel, frame: 0 },
    message: `“${composition.name}” is made to run round, and ${gap.says} between frame 0 and frame ${composition.duration}.`,
    fix: 'Give its last key the value of its first one.',
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
    const gap = to > from ? gapIn(project, source, from, to) : null;
    return gap === null ? [] : [{
      where: { composition: composition.id, layer: layer.id, frame: layer.start },
      message: `“${layer.name}” loops frames ${from} to ${to} of “${source.name}”, and ${gap.says} between them: it will jump at each turn.`,
      fix: `Give ${gap.what} at frame ${to} the value that it has at frame ${from}.`,
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
    return [{
      where: { composition: composition.id, layer: layer.id, channel: address, frame: keyTimesOf(project, composition, layer, track).moments(last.at)[0]?.from ?? unbent(layer, last.at) },
      message: `${spec.label} of “${layer.name}” repeats, and its last key (${say(end)}) is not its first (${say(first.value)}): it will jump at each turn.`,
      fix: 'Give the last key the value of the first, or let the channel climb.',
    }];
  });
}

type Gap = { readonly layer: string; readonly channel: string; readonly what: string; readonly says: string };

/** The first channel, or nest, of a composition that differs between two of its frames. */
function gapIn(project: Project, composition: Composition, from: Frames, to: Frames): Gap | null {
  for (const layer of inOrder(composition.layers)) {
    if (!layer.visible) continue;
    for (const track of tracksOf(project, layer)) {
      if (track.operator !== null || !canChange(track.channel) || isSame(valueAt(project, composition, layer, track, from), valueAt(project, composition, layer, track, to), track.spec.unit)) continue;
      const { label } = track.spec;
      return { layer: layer.id, channel: track.address, what: `${label} of “${layer.name}”`, says: `${label} of “${layer.name}” differs` };
    }
    if (layer.kind === 'nest' && spansBoth(layer, from, to) && nestDiffers(project, composition, layer, from, to)) {
      return { layer: layer.id, channel: '', what: `the picture time of “${layer.name}”`, says: `the picture time of “${layer.name}” differs` };
    }
  }
  return null;
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
