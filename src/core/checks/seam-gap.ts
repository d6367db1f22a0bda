import { keyTimesOf, tracksOf, unbent } from '../scene';
import { inOrder, inTime, type Composition, type Layer, type Project } from '../model';
import type { Frames } from '../time';
import { defineCheck, type Finding, type Mend } from './problem';
import { gapsIn, isSame, nearest, turnsOf, type Gap } from './seams';

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
  return turnsOf(project, composition, layer).flatMap(({ source, from, to }): readonly Finding[] => {
    const gaps = gapsIn(project, source, from, to);
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

/** Keys that close all gaps at once; none where one of them is not for a key to close. */
function closed(composition: Composition, gaps: readonly Gap[], to: Frames): { readonly mend?: Mend } {
  if (gaps.some(({ close }) => close === null)) return {};
  return { mend: { do: 'tracks.set', with: { composition: composition.id, values: gaps.map(({ layer, channel, close }) => ({ layer, track: channel, value: close!.value })), frame: to, keying: true } } };
}

function say(value: unknown): string {
  return typeof value === 'number' ? String(Math.round(value * 1000) / 1000) : JSON.stringify(value);
}
