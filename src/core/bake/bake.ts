import { hasContentTime, inOrder, member, type Layer, type LayerOf, type Project } from '../model';
import { HERE, placeInside, sourceOf, sourceTimeAt, timingOf } from '../scene';
import { dust, hull, inSpans, ratio, type Frames } from '../time';
import { compose, composeAll, straightMap } from '../timing';
import { bakedTracks, type Window } from './bake-tracks';
import { whereOf, type Baked, type BakeWish, type Baking } from './baking';
import { withBakedDials } from './baked-dials';
import { copyInside, freeId, shownWhole } from './copy-inside';
import { COUNTED, countsFrames, holdsCountedFrames, runsEvenly } from './counted-frames';
import { shownSpans } from './shown-spans';
import { EVEN, paceOf, remapFor } from './kept-content';
import { looksAt } from './looks';
import { looksBetween } from './looked-at';

/** A bar longer than this is not written out frame by frame. */
const LONGEST = 200_000;

/**
 * Writes the time of layers into keys (timing.md, section 7, `bake`): what a nest shows becomes a copy of its source in the time of the
 * composition, and the layer's own keys stand where they are met. Steps after each layer, so that whoever asked can tell how far
 * it is or let go.
 */
export function* bakeSteps(project: Project, compositionId: string, ids: readonly string[], wish: BakeWish, newId: () => string): Generator<number, Baked> {
  const host = member(project.compositions.by, compositionId)!;
  const baking: Baking = {
    project, host, wish, newId, between: looksBetween(project, host.id), names: new Set(inOrder(project.compositions).map(({ name }) => name)),
    compositions: [], tracks: [], left: [], copies: new Map(), count: { before: 0, after: 0, done: 0, formulas: 0 },
  };
  const layers: Layer[] = [];
  for (const id of ids) {
    const layer = member(host.layers.by, id);
    if (!layer) continue;
    const baked = bakeLayer(baking, layer);
    let step = baked.next();
    for (; !step.done; step = baked.next()) yield baking.count.done;
    if (step.value !== layer) layers.push(step.value);
  }
  const { compositions, tracks, left, count } = baking;
  return { layers, compositions, tracks, left, keysBefore: count.before, keysAfter: count.after, formulas: count.formulas };
}

function* bakeLayer(baking: Baking, layer: Layer): Generator<void, Layer> {
  const { project, host, wish, left } = baking;
  const where = whereOf(host, [layer]);
  const outer = hull(layer.spans);
  if (outer && outer[1] - outer[0] > LONGEST) {
    left.push({ where, why: `Its bar is longer than ${LONGEST} frames.` });
    return layer;
  }
  const source = sourceOf(project, host, layer);
  const { stack } = timingOf(project, host, layer);
  const active = inOrder(layer.timing).filter((node) => !node.off);
  const both = source !== null && active.some((node) => node.on === 'both');
  const inside = layer.kind === 'nest' ? member(project.compositions.by, layer.source) : undefined;
  const asksContent = wish.on !== 'keys' && source !== null && outer !== null && (stack.steps.length > 0 || (inside !== undefined && (wish.deep || ratio(host.rate, inside.rate) !== 1 || layer.sampling === 'whole')));
  // What counts frames in it is exact only as it is.
  const isCounted = asksContent && inside !== undefined && outer !== null && holdsCountedFrames(inside) && !runsEvenly(composeAll([stack.content, ...shownWhole(layer, source!.D)]), Math.floor(outer[0]), Math.ceil(outer[1]));
  if (isCounted) left.push({ where, why: `${COUNTED}: it keeps its timing.` });
  const wantsContent = asksContent && !isCounted;
  const start = wantsContent && layer.kind === 'nest' ? Math.floor(Math.min(layer.start, outer[0])) : layer.start;
  const moved = layer.start - start;
  // What bends both alike has numbers of one source, and what begins earlier another start: with these gone, keys go too.
  const asksKeys = stack.keySteps.length > 0 && (wish.on !== 'content' || (wantsContent && (both || moved !== 0)));
  const isCountedItself = asksKeys && countsFrames(layer) && !runsEvenly(stack.keys, Math.min(0, outer?.[0] ?? 0), Math.max(host.duration, outer?.[1] ?? 0) + 1);
  if (isCountedItself) left.push({ where, why: 'It counts frames from copy to copy or letter to letter, and time does not run evenly here: it keeps its timing.' });
  const wantsKeys = asksKeys && !isCountedItself;
  if ((isCounted || isCountedItself) && !wantsContent && !wantsKeys) return layer;
  if (wish.on === 'content' && wantsKeys) left.push({ where, why: both ? 'A step bends both its picture and its own keys: these were baked too.' : 'It begins before its own start: its own keys were baked too.' });
  if (!wantsContent && !wantsKeys) {
    left.push({ where, why: wish.on === 'keys' ? 'Nothing bends the time of its keys.' : hasContentTime(layer.kind) && wish.on === 'content' ? 'Nothing bends the time of what it shows.' : stack.keySteps.length > 0 ? 'It has a timing of its own keys alone: bake keys, or both.' : 'It has no timing.' });
    return layer;
  }
  let next: Layer = layer;
  if (wantsKeys || moved !== 0) {
    const [from, to] = [Math.min(0, outer?.[0] ?? 0) - start, Math.max(host.duration, outer?.[1] ?? 0) + 1 - start];
    const window: Window = { from, to, looks: looksAt(start, baking.between.map((at) => at - start)), offset: start };
    const timed = wantsKeys ? layer : ({ ...layer, timing: { order: [], by: {} } } as Layer);
    const silent = wantsKeys ? baking : { ...baking, tracks: [], count: { before: 0, after: 0, done: 0, formulas: 0 } };
    const baked = bakedTracks(silent, host, timed, straightMap(-start, 1, 1), window, new Map(), [layer.id], where);
    next = { ...baked, timing: layer.timing } as Layer;
  }
  const shown = wantsContent ? yield* withContent(baking, layer, next, start, outer[1], where) : null;
  next = shown ?? next;
  const rest = inOrder(next.timing).flatMap((node) => {
    const on = node.on ?? (source ? 'content' : 'keys');
    if (on === 'keys' || (on === 'both' && !source)) return wantsKeys ? [] : [node];
    if (on === 'both') return shown ? [] : [wantsKeys ? { ...node, on: 'content' as const } : node];
    return shown && layer.kind === 'nest' ? [] : [node];
  });
  baking.count.done++;
  baking.tracks.push({ path: [layer.id], address: 'shown' });
  yield;
  return { ...next, start, timing: listOf(rest) } as Layer;
}

/** A layer that shows its source in the time of its host; null where it never shows any of it. */
function* withContent(baking: Baking, layer: Layer, next: Layer, start: Frames, end: Frames, where: string): Generator<void, Layer | null> {
  const { project, host, left } = baking;
  const source = sourceOf(project, host, layer)!;
  const { stack } = timingOf(project, host, layer);
  const window: Window = { from: 0, to: Math.max(1, Math.ceil(end - start)), looks: looksAt(start, baking.between.map((at) => at - start)), offset: 0 };
  const toHost = straightMap(-start, 1, 1);
  const inside = layer.kind === 'nest' ? member(project.compositions.by, layer.source) : undefined;
  if (layer.kind !== 'nest' || !inside) {
    const early = { ...window, from: Math.min(0, hull(layer.spans)![0] - start) };
    const nodes = remapFor(compose(toHost, stack.content), early, layer.kind === 'footage' ? paceOf(host.rate, source.rate) : EVEN, 1, source.D, freeId(layer));
    const own = inOrder(layer.timing).filter((node) => node.on === 'keys');
    // Where there was nothing to see the bar goes: a blank frame would be told as one.
    const frames = looksAt(0, baking.between).within(hull(layer.spans)![0], end);
    const shows = (frame: Frames) => sourceTimeAt(project, host, layer, frame) !== null;
    const spans = frames.every((frame) => shows(frame) || !inSpans(layer.spans, frame)) ? layer.spans : shownSpans(frames, (i) => shows(frames[i]!), end);
    if (!nodes || spans.length === 0) return null;
    left.push({ where, why: `${layer.kind === 'audio' ? 'Sound' : 'Footage'} has no keys of its own: its timing became one remap.` });
    return ({ ...next, spans, timing: listOf([...(nodes as readonly { readonly id: string }[]), ...own]) } as Layer);
  }
  const map = composeAll([toHost, stack.content, ...shownWhole(layer, source.D), ...(source.offset === 0 ? [] : [straightMap(-source.offset, 1, 1)])]);
  const at = window.looks.within(0, window.to).map((u) => {
    const time = sourceTimeAt(project, host, layer, u + start);
    return time === null ? null : dust(time + source.offset);
  });
  const copy = yield* copyInside(baking, inside, { map, at, place: (now) => placeInside(project, host, layer, now + start) }, window, [layer]);
  const given = withBakedDials(baking, next as LayerOf<'nest'>, layer as LayerOf<'nest'>, compose(toHost, stack.entry), window, EVEN, where, host, { frame: (now) => now + start, place: () => HERE });
  return { ...given, source: copy.id, take: null, sampling: 'exact' } as Layer;
}

function listOf(nodes: readonly { readonly id: string }[]): Layer['timing'] {
  return { order: nodes.map((node) => node.id), by: Object.fromEntries(nodes.map((node) => [node.id, node])) } as unknown as Layer['timing'];
}
