import { inOrder, member, type Composition, type Layer, type LayerOf, type Project } from '../model';
import { DUST, dust, inSpans, type Frames } from '../time';
import { pieces } from '../timing';
import { copySteps } from './copy-steps';
import { deepIdentity } from './deep-identity';
import { placeInside, timingOf } from './ask';
import { keyTimeAt, sourceTimeAt } from './source-time';
import { channelSampler, canChange } from './prepared-channel';
import { inPlace, placeNow } from './place';
import { ringSuffix, sourcesOf } from './rings';
import { asSampled } from './sampled-layer';
import { compositionOf, sourceOf } from './source';
import { ownTracks } from './tracks';

/** Longer compositions are not walked frame by frame; their activity is told as still. */
const LONGEST = 100_000;
const remembered = new Map<string, Uint8Array>();
/** A byte a frame; those counted longest ago go first. */
const MOST_BYTES = 16_000_000;
let bytes = 0;

function remember(identity: string, counts: Uint8Array): void {
  remembered.set(identity, counts);
  bytes += counts.length;
  for (const [oldest, old] of remembered) {
    if (bytes <= MOST_BYTES || oldest === identity) break;
    remembered.delete(oldest);
    bytes -= old.length;
  }
}

/**
 * How much of a composition changes from the frame before: per frame the number of layers that do, at most 255. Frame 0
 * has nothing before it.
 */
export function activity(project: Project, id: string, above: ReadonlySet<string> = new Set()): Uint8Array {
  const steps = activityInSteps(project, id, above);
  for (let step = steps.next(); ; step = steps.next()) if (step.done) return step.value;
}

/** The same in steps of a layer each, for whoever has other things to do in between. What is counted once is remembered. */
export function* activityInSteps(project: Project, id: string, above: ReadonlySet<string> = new Set()): Generator<void, Uint8Array> {
  const composition = compositionOf(project, id);
  if (!composition || above.has(id)) return new Uint8Array(0);
  const identity = `${deepIdentity(project, id)}${ringSuffix(project, id, above)}${placeNow().key}`;
  const known = remembered.get(identity);
  if (known) return known;
  const counts = new Uint8Array(composition.duration);
  if (composition.duration <= LONGEST) {
    const inside = new Set([...above, id]);
    // What stands in the nests first: their layers ask for it.
    for (const source of sourcesOf(composition)) yield* activityInSteps(project, source, inside);
    for (const layer of inOrder(composition.layers)) {
      if (!layer.visible) continue;
      const changes = changesOf(project, composition, layer, inside);
      for (let frame = 1; changes && frame < counts.length; frame++) if (counts[frame]! < 255 && changes(frame)) counts[frame]!++;
      yield;
    }
  }
  remember(identity, counts);
  return counts;
}

/** Whether a layer looks different at a frame than at the one before; null when it never can. */
export function changesOf(project: Project, host: Composition, given: Layer, above: ReadonlySet<string>): ((frame: Frames) => boolean) | null {
  const layer = asSampled(project, host, given);
  const keyed = ownTracks(layer).filter((one) => canChange(one.channel)).map((one) => channelSampler(one.channel!, one.spec.type));
  const inner = layer.kind === 'nest' ? prepareNest(project, host, layer, above) : layer.kind === 'copies' ? prepareCopies(project, host, layer, above) : null;
  if (keyed.length === 0 && !inner && isThere(host, layer)) return null;
  return (frame) => {
    const [now, before] = [inSpans(layer.spans, frame), inSpans(layer.spans, frame - 1)];
    if (now !== before) return true;
    if (!now) return false;
    const [x, earlier] = [keyTimeAt(project, host, layer, frame), keyTimeAt(project, host, layer, frame - 1)];
    return keyed.some((sample) => !sameValue(sample(x), sample(earlier))) || (inner?.(frame) ?? false);
  };
}

/** Copies change where what they repeat does, each of them later. */
function prepareCopies(project: Project, host: Composition, layer: LayerOf<'copies'>, above: ReadonlySet<string>): ((frame: Frames) => boolean) | null {
  const target = member(host.layers.by, layer.of);
  const key = `copies ${host.id}/${layer.id}`;
  if (!target || target.id === layer.id || above.has(key)) return null;
  const asked = changesOf(project, host, target, new Set([...above, key]));
  // Copies of copies come back to the same frames over and over.
  const known = new Map<Frames, boolean>();
  const changes = asked && ((frame: Frames) => {
    let one = known.get(frame);
    if (one === undefined) known.set(frame, (one = asked(frame)));
    return one;
  });
  return changes && ((frame) => copySteps(layer, keyTimeAt(project, host, layer, frame)).some(({ later }) => changes(dust(frame - later))));
}

/** Whether a layer has its bar over all of its composition. */
function isThere(host: Composition, layer: Layer): boolean {
  return layer.spans.length === 1 && layer.spans[0]![0] <= 0 && layer.spans[0]![1] >= host.duration;
}

/** A nest changes when its source time passes over a frame of its source that does, and where its picture comes or goes; null when it does neither. */
function prepareNest(project: Project, host: Composition, layer: Extract<Layer, { kind: 'nest' }>, above: ReadonlySet<string>) {
  // With the dials that it is given it may move otherwise than by itself, and where they move it does.
  const counts = inPlace(placeInside(project, host, layer, Math.max(0, layer.spans[0]?.[0] ?? 0)), () => activity(project, layer.source, above));
  const turned = Object.keys(layer.dials).length > 0;
  const passed = new Uint32Array(counts.length + 1);
  counts.forEach((count, i) => (passed[i + 1] = passed[i]! + (count > 0 ? 1 : 0)));
  const offset = sourceOf(project, host, layer)?.offset ?? 0;
  // A still source still appears and ends.
  if (passed[counts.length] === 0 && !turned && sourceTimeAt(project, host, layer, 0, true) !== null && staysInside(project, host, layer)) return null;
  return (frame: Frames): boolean => {
    const [now, before] = [sourceTimeAt(project, host, layer, frame), sourceTimeAt(project, host, layer, frame - 1)];
    if (now === null || before === null) return now !== before;
    if (turned && placeInside(project, host, layer, frame) !== placeInside(project, host, layer, frame - 1)) return true;
    if (now === before) return false;
    const [low, high] = [Math.min(now, before) + offset, Math.max(now, before) + offset];
    const end = Math.min(counts.length, Math.ceil(high) + 1);
    return passed[end]! - passed[Math.min(end, Math.floor(low) + 1)]! > 0;
  };
}

/** Whether the source has a picture at every time that the layer asks of it. */
function staysInside(project: Project, host: Composition, layer: Layer): boolean {
  const { stack, source } = timingOf(project, host, layer);
  if (!source) return true;
  for (const piece of pieces(stack.content, 0, host.duration)) if (Math.min(piece.start, piece.end) < -DUST || Math.max(piece.start, piece.end) > source.D || piece.start >= source.D) return false;
  return true;
}

/** Values between which nobody sees a difference. */
export function sameValue(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a === 'number' && typeof b === 'number') return Math.abs(a - b) < 1e-9;
  return typeof a === 'object' && JSON.stringify(a) === JSON.stringify(b);
}
