import { member, type Composition, type Layer, type Project } from '../model';
import { dust, inSpans, type Frames, type Span } from '../time';
import { activityInSteps, changesOf, sameValue } from './activity';
import { keyTimeAt, sourceTimeAt } from './source-time';
import { canChange, channelSampler } from './prepared-channel';
import { asSampled } from './sampled-layer';
import { sourceOf } from './source';
import { ownTracks } from './tracks';
import { worldMatrix } from './world-matrix';

/**
 * When something moves: the stretches of a composition's frames in which a layer, reached through nests, looks different than the frame before, each half-open
 * and with the frame that it leaves. Where it comes into sight or goes counts too, and so does
 * what carries it: a nest that shows it, and whom these follow.
 */
export function happensAt(project: Project, hostId: string, path: readonly string[]): readonly Span[] {
  const steps = happensInSteps(project, hostId, path);
  for (let step = steps.next(); ; step = steps.next()) if (step.done) return step.value;
}

/** So many frames are looked at before whoever does it may have other things to do. */
const EACH = 16;

/** The same in steps of a few frames, what is counted of compositions inside first. */
export function* happensInSteps(project: Project, hostId: string, path: readonly string[]): Generator<void, readonly Span[]> {
  const film = member(project.compositions.by, hostId);
  const levels = levelsOf(project, hostId, path);
  const leaf = levels?.at(-1);
  if (!film || !levels || !leaf) return [];
  if (leaf.layer.kind === 'nest') yield* activityInSteps(project, leaf.layer.source);
  const inside = leaf.layer.kind === 'nest' || leaf.layer.kind === 'copies' ? changesOf(project, leaf.host, leaf.layer, new Set(levels.map(({ host }) => host.id))) : null;
  const moves: [number, number][] = [];
  let before = timesOn(project, levels, 0);
  for (let frame = 1; frame < film.duration; frame++) {
    const now = timesOn(project, levels, frame);
    if (moved(before, now)) {
      const last = moves[moves.length - 1];
      if (last && last[1] === frame) last[1] = frame + 1;
      else moves.push([frame - 1, frame + 1]);
    }
    before = now;
    if (frame % EACH === 0) yield;
  }
  return moves;

  function moved(was: readonly Frames[], is: readonly Frames[]): boolean {
    if (was.length !== is.length) return true;
    // Where nothing of it is shown, what carries it is nobody's business.
    if (was.length < levels!.length) return false;
    if (levels!.some(({ differs }, i) => was[i] !== is[i] && differs(was[i]!, is[i]!))) return true;
    const [a, b] = [was[was.length - 1]!, is[is.length - 1]!];
    if (!inside || a === b) return false;
    // What a nest shows moved if any frame that lies between the two times did.
    for (let at = Math.floor(Math.min(a, b)) + 1; at <= Math.ceil(Math.max(a, b)); at++) if (inside(at)) return true;
    return false;
  }
}

/** A layer on the way, and whether it stands or looks otherwise by itself at two times of its composition. */
type Level = { readonly host: Composition; readonly layer: Layer; readonly offset: Frames; readonly differs: (a: Frames, b: Frames) => boolean };

function levelsOf(project: Project, hostId: string, path: readonly string[]): readonly Level[] | null {
  const levels: Level[] = [];
  let host = member(project.compositions.by, hostId);
  for (const id of path) {
    const layer: Layer | undefined = host && member(host.layers.by, id);
    if (!host || !layer) return null;
    levels.push({ host, layer, offset: sourceOf(project, host, layer)?.offset ?? 0, differs: prepareDiffers(project, host, layer) });
    host = layer.kind === 'nest' ? member(project.compositions.by, layer.source) : undefined;
  }
  return levels;
}

/** The times of the compositions on the way, from the film inward, as far as they are shown at a frame of the film. */
function timesOn(project: Project, levels: readonly Level[], frame: Frames): readonly Frames[] {
  const times: Frames[] = [frame];
  for (const { host, layer, offset } of levels.slice(0, -1)) {
    const time = sourceTimeAt(project, host, layer, times[times.length - 1]!);
    if (time === null) break;
    times.push(dust(time + offset));
  }
  return times;
}

/** Whether a layer by itself looks different at two times of its composition, however far apart: a loop that comes back to where it began does not move there. */
function prepareDiffers(project: Project, host: Composition, given: Layer): (a: Frames, b: Frames) => boolean {
  const layer = asSampled(project, host, given);
  const samples = ownTracks(layer).filter(({ channel }) => canChange(channel)).map(({ channel, spec }) => channelSampler(channel!, spec.type));
  const follows = given.parent !== null;
  return (a, b) => {
    const [one, other] = [inSpans(layer.spans, a), inSpans(layer.spans, b)];
    if (!one || !other) return one !== other;
    const [x, y] = [keyTimeAt(project, host, layer, a), keyTimeAt(project, host, layer, b)];
    if (samples.some((sample) => !sameValue(sample(x), sample(y)))) return true;
    if (!follows) return false;
    const there = worldMatrix(project, host, given, b, new Map());
    return !worldMatrix(project, host, given, a, new Map()).every((part, i) => sameValue(part, there[i]));
  };
}
