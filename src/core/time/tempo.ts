import { toFrames, toSeconds, type Rate } from './rate';
import type { Beats, Frames } from './units';

/** Where the beats of a composition fall: an even tempo, or a map of rising `[frame, beat]` pairs that takes its place. */
export type Tempo = {
  /** Beats in a minute, 20 to 400. */
  readonly bpm: number;
  /** The frame on which beat 0 falls. */
  readonly offset: Frames;
  /** Beats in a bar, and the note that has the beat. */
  readonly meter: readonly [beats: number, note: number];
  /** Rising pairs, straight between them, going on at the outer paces. */
  readonly map: readonly (readonly [frame: Frames, beat: Beats])[] | null;
  readonly origin: 'typed' | 'found';
};

/** The beat (fractional, from 0) at a frame. */
export function beatAt(at: Frames, tempo: Tempo, rate: Rate): Beats {
  const leg = legOf(tempo.map, (pair) => pair[0] <= at);
  if (leg) return leg[0][1] + ((at - leg[0][0]) * (leg[1][1] - leg[0][1])) / (leg[1][0] - leg[0][0]);
  return (toSeconds(at - tempo.offset, rate) * tempo.bpm) / 60;
}

/** The frame (fractional) at which a beat falls. */
export function frameOfBeat(beat: Beats, tempo: Tempo, rate: Rate): Frames {
  const leg = legOf(tempo.map, (pair) => pair[1] <= beat);
  if (leg) return leg[0][0] + ((beat - leg[0][1]) * (leg[1][0] - leg[0][0])) / (leg[1][1] - leg[0][1]);
  return tempo.offset + toFrames((beat * 60) / tempo.bpm, rate);
}

/** Bar and beat as people count them, from 1; the beat may be fractional. */
export function barAndBeat(beat: Beats, { meter }: Tempo): { readonly bar: number; readonly beat: number } {
  const bar = Math.floor(beat / meter[0] + 1e-9);
  return { bar: bar + 1, beat: beat - bar * meter[0] + 1 };
}

/** The two neighbouring pairs to read from: the outer ones go on for ever. Null without a map of two pairs. */
function legOf(map: Tempo['map'], isBefore: (pair: readonly [number, number]) => boolean) {
  if (!map || map.length < 2) return null;
  let i = 0;
  while (i < map.length - 2 && isBefore(map[i + 1]!)) i++;
  return [map[i]!, map[i + 1]!] as const;
}
