import { keysOf } from '../../../core/commands';
import { runsRound, segmentControls, type ScalarKey } from '../../../core/keys';
import { channelSampler, keyTimesOf, type Track } from '../../../core/scene';
import type { Channel, Composition, Layer, Project } from '../../../core/model';
import { curveKey } from '../editor/state';
import { drivenAt, drivenRange } from './rows/driven-line';

/** The room above and below a curve, in pixels. */
export const PADDING = 16;

/** A curve ready to be drawn and taken hold of: its value at a frame, the height of a value in its row, and what a pixel is worth. */
export type CurveScale = { readonly low: number; readonly high: number; readonly valueAt: (frame: number) => number; readonly y: (value: number) => number; readonly perPixel: number };

/** How many places of a curve are looked at for how high it goes. */
const LOOKS = 240;
/** Of more keys than this the curve itself says enough. */
const MOST = 400;

type Range = { readonly low: number; readonly high: number };
const fitted = new WeakMap<Channel, Range & { readonly duration: number }>();
/** The scale that each lane was drawn with while nobody pulled in it. */
const rested = new Map<string, Range>();

/**
 * Fits a curve into a row: all that it shows in its composition, with its keys and their handles. While it is pulled the scale stays: a
 * curve that grew smaller under the hand could not be aimed.
 */
export function curveScale(project: Project, composition: Composition, layer: Layer, track: Track, height: number, pulled: boolean): CurveScale {
  const sample = channelSampler(track.channel!, 'N') as (x: number) => number;
  const times = keyTimesOf(project, composition, layer, track);
  const valueAt = (frame: number) => sample(times.at(frame));
  const driven = drivenAt(project, composition, layer, track);
  const name = curveKey(composition.id, layer.id, track.address);
  const { low, high } = (pulled ? rested.get(name) : undefined) ?? withDriven(rangeOf(composition, track, valueAt), driven && drivenRange(driven, composition));
  if (!pulled) rested.set(name, { low, high });
  const perPixel = (high - low) / Math.max(10, height - 2 * PADDING);
  return { low, high, valueAt, perPixel, y: (value) => height - PADDING - (value - low) / perPixel };
}

/** A range with what a formula gives in it. */
function withDriven(range: Range, driven: readonly [number, number] | null): Range {
  return driven ? { low: Math.min(range.low, driven[0]), high: Math.max(range.high, driven[1]) } : range;
}

function rangeOf({ duration }: Composition, track: Track, valueAt: (frame: number) => number): Range {
  const channel = track.channel!;
  const known = fitted.get(channel);
  if (known?.duration === duration) return known;
  const numbers: number[] = [];
  for (let n = 0; n <= LOOKS; n++) numbers.push(valueAt((duration * n) / LOOKS));
  const keys = keysOf(channel) as unknown as readonly ScalarKey[];
  const round = runsRound(keys, channel);
  if (keys.length <= MOST) keys.forEach((key, i) => {
    numbers.push(key.value);
    const after = i < keys.length - 1 && !key.curve ? segmentControls(keys, i, round) : null;
    const before = i > 0 && !keys[i - 1]!.curve ? segmentControls(keys, i - 1, round) : null;
    if (after) numbers.push(key.value + after.right[1]);
    if (before) numbers.push((key.arrives ?? key.value) + before.left[1]);
  });
  let [low, high] = [Infinity, -Infinity];
  for (const one of numbers) [low, high] = [Math.min(low, one), Math.max(high, one)];
  if (high - low < 1e-9) [low, high] = [low - 1, high + 1];
  const found = { low, high, duration };
  fitted.set(channel, found);
  return found;
}
