import { member, type Composition, type Layer, type Project } from '../model';
import { dust, inSpans, type Frames, type Span } from '../time';
import { activityInSteps, changesOf, sameValue } from './activity';
import { keyTimeAt, sourceTimeAt } from './layer-timing';
import { canChange, channelSampler } from './prepared-channel';
import { asSampled } from './sampled-layer';
import { sourceOf } from './source';
import { ownTracks } from './tracks';

/**
 * When something moves: the stretches of a composition's frames in which a layer, reached through nests, looks different than the frame before, each half-open
 * and with the frame that it leaves. Where it comes into sight or goes counts too.
 */
export function happensAt(project: Project, hostId: string, path: readonly string[]): readonly Span[] {
  const steps = happensInSteps(project, hostId, path);
  for (let step = steps.next(); ; step = steps.next()) if (step.done) return step.value;
}

/** So many frames are looked at before whoever does it may have other things to do. */
const EACH = 16;

/** The same in steps of a few frames, what is counted of compositions inside first. */
export function* happensInSteps(project: Project, hostId: string, path: readonly string[]): Generator<void, readonly Span[]> {
  const nests: { readonly host: Composition; readonly layer: Layer; readonly offset: Frames }[] = [];
  let host = member(project.compositions.by, hostId);
  const film = host;
  for (const id of path.slice(0, -1)) {
    const layer = host && member(host.layers.by, id);
    if (!host || layer?.kind !== 'nest') return [];
    nests.push({ host, layer, offset: sourceOf(project, host, layer)?.offset ?? 0 });
    host = member(project.compositions.by, layer.source);
  }
  const leaf = host && member(host.layers.by, path[path.length - 1] ?? '');
  if (!film || !host || !leaf) return [];
  if (leaf.kind === 'nest') yield* activityInSteps(project, leaf.source);
  const changes = changesOf(project, host, leaf, new Set([hostId, ...nests.map(({ host: one }) => one.id)]));
  const differs = leaf.kind === 'nest' || leaf.kind === 'copies' ? null : prepareDiffers(project, host, leaf);
  const timeAt = (frame: Frames): Frames | null => nests.reduce<Frames | null>((at, { host: one, layer, offset }) => {
    const time = at === null ? null : sourceTimeAt(project, one, layer, at);
    return time === null ? null : dust(time + offset);
  }, frame);
  const moves: [number, number][] = [];
  let before = timeAt(0);
  for (let frame = 1; frame < film.duration; frame++) {
    const now = timeAt(frame);
    if (moved(before, now)) {
      const last = moves[moves.length - 1];
      if (last && last[1] === frame) last[1] = frame + 1;
      else moves.push([frame - 1, frame + 1]);
    }
    before = now;
    if (frame % EACH === 0) yield;
  }
  return moves;

  function moved(a: Frames | null, b: Frames | null): boolean {
    if (a === null || b === null) return a !== b;
    if (a === b || !changes) return false;
    if (differs) return differs(a, b);
    // What a nest shows moved if any frame that lies between the two times did.
    for (let at = Math.floor(Math.min(a, b)) + 1; at <= Math.ceil(Math.max(a, b)); at++) if (changes(at)) return true;
    return false;
  }
}

/** Whether a layer by itself looks different at two times of its composition, however far apart: a loop that comes back to where it began does not move there. */
function prepareDiffers(project: Project, host: Composition, given: Layer): (a: Frames, b: Frames) => boolean {
  const layer = asSampled(project, host, given);
  const samples = ownTracks(layer).filter(({ channel }) => canChange(channel)).map(({ channel, spec }) => channelSampler(channel!, spec.type));
  return (a, b) => {
    const [one, other] = [inSpans(layer.spans, a), inSpans(layer.spans, b)];
    if (!one || !other) return one !== other;
    const [x, y] = [keyTimeAt(project, host, layer, a), keyTimeAt(project, host, layer, b)];
    return samples.some((sample) => !sameValue(sample(x), sample(y)));
  };
}
