import { inTime, member, type Composition, type Layer, type Project } from '../model';
import { DUST, hull, type Frames } from '../time';
import { preimages, type TimeMap } from '../timing';
import { compositionOf, keyMomentsOf, keyTimesOf, keyedTracks, timingOf } from '../scene';

/** Moments nearer than this are one. */
const SAME = 1e-4;

function mapOf(project: Project, host: Composition, layer: Layer): TimeMap {
  const { stack, source } = timingOf(project, host, layer);
  return source ? stack.content : stack.keys;
}

/** The layers of a composition whose time runs otherwise in another state of the project. */
export function retimedLayers(before: Project, after: Project, compositionId: string): readonly string[] {
  const [was, is] = [compositionOf(before, compositionId), compositionOf(after, compositionId)];
  if (!was || !is || was.layers === is.layers) return [];
  return is.layers.order.filter((id) => { const [one, now] = [member(was.layers.by, id), member(is.layers.by, id)]; return one && now && one !== now && one.timing !== now.timing; });
}

/**
 * The whole frames at which a layer shows, after its timing was changed, the moment of its source (of its keys, where it has none) that it showed at a frame
 * before; nearest first. Null where that frame still shows it.
 */
export function sameMoment(before: Project, after: Project, compositionId: string, layerId: string, frame: Frames): readonly Frames[] | null {
  const [was, is] = [compositionOf(before, compositionId), compositionOf(after, compositionId)];
  const [one, now] = [was && member(was.layers.by, layerId), is && member(is.layers.by, layerId)];
  const outer = now && hull(now.spans);
  if (!was || !is || !one || !now || !outer) return null;
  const wanted = mapOf(before, was, one).at(frame);
  const map = mapOf(after, is, now);
  if (Math.abs(map.at(frame) - wanted) < SAME) return null;
  const { found } = preimages(map, wanted, outer[0], Math.min(outer[1], is.duration));
  // What stands is met at the frame of it that is nearest.
  const frames = found.map(({ from, to }) => (to - from > DUST ? Math.min(Math.max(Math.ceil(from - DUST), frame), Math.ceil(to - DUST) - 1) : Math.round(from))).map((at) => Math.min(Math.ceil(outer[1] - DUST) - 1, Math.max(Math.ceil(outer[0] - DUST), at)));
  return [...new Set(frames)].sort((a, b) => Math.abs(a - frame) - Math.abs(b - frame) || a - b);
}

/** What no longer stands where a moment of a layer stands: how much of it, and where that is now. */
export type LeftBehind = { readonly layer: string; readonly what: 'peg' | 'start' | 'end'; readonly frame: Frames; readonly markers: number; readonly keys: number; readonly ends: number; /** Further moments that lost something. */ readonly more: number };

/**
 * After layers were retimed: what stood at one moment with a key of theirs, or an end of their bars, and does so no longer. The moment that lost most is told; null
 * where none lost any.
 */
export function leftBehind(before: Project, after: Project, compositionId: string, layers: readonly string[]): LeftBehind | null {
  const [was, is] = [compositionOf(before, compositionId), compositionOf(after, compositionId)];
  if (!was || !is) return null;
  const moved = layers.flatMap((id) => movedMoments(before, after, was, is, id));
  if (moved.length === 0) return null;
  const [then, now] = [standing(before, was, new Set(layers)), standing(after, is, new Set(layers))];
  const lost = moved.map(({ from, to, layer, what }) => {
    const [old, left] = [then(from), now(to)];
    const gone = (which: keyof Standing) => Math.max(0, old[which] - left[which]);
    return { layer, what, frame: to, markers: gone('markers'), keys: gone('keys'), ends: gone('ends') };
  }).filter(({ markers, keys, ends }) => markers + keys + ends > 0);
  const [most] = [...lost].sort((a, b) => b.markers + b.keys + b.ends - (a.markers + a.keys + a.ends));
  return most ? { ...most, more: lost.length - 1 } : null;
}

type Standing = { markers: number; keys: number; ends: number };

/** How much of a composition stands at a moment, but for some of its layers: everything is gone through once. */
function standing(project: Project, composition: Composition, but: ReadonlySet<string>): (at: Frames) => Readonly<Standing> {
  const found = new Map<number, Standing>();
  const nameOf = (at: Frames) => Math.round(at / SAME);
  const add = (at: Frames, which: keyof Standing) => {
    const name = nameOf(at);
    let one = found.get(name);
    if (!one) found.set(name, (one = { markers: 0, keys: 0, ends: 0 }));
    one[which]++;
  };
  for (const { at } of inTime(composition.markers)) add(at, 'markers');
  for (const id of composition.layers.order) {
    const layer = composition.layers.by[id]!;
    if (but.has(id)) continue;
    for (const { at } of inTime(layer.markers)) add(at, 'markers');
    for (const at of keyMomentsOf(project, composition, layer)) add(at, 'keys');
    for (const at of layer.spans.flat()) add(at, 'ends');
  }
  return (at) => found.get(nameOf(at)) ?? NOBODY;
}

const NOBODY: Readonly<Standing> = { markers: 0, keys: 0, ends: 0 };

/** The moments of a layer that stand elsewhere: its keys, each where it is met first, and the ends of its bar. */
function movedMoments(before: Project, after: Project, was: Composition, is: Composition, id: string): readonly { readonly layer: string; readonly what: LeftBehind['what']; readonly from: Frames; readonly to: Frames }[] {
  const [one, now] = [member(was.layers.by, id), member(is.layers.by, id)];
  if (!one || !now) return [];
  const found: { layer: string; what: LeftBehind['what']; from: Frames; to: Frames }[] = [];
  const add = (what: LeftBehind['what'], from: Frames | undefined, to: Frames | undefined) => { if (from !== undefined && to !== undefined && Math.abs(from - to) >= SAME && !found.some((other) => other.what === what && Math.abs(other.from - from) < SAME)) found.push({ layer: id, what, from, to }); };
  const tracks = new Map(keyedTracks(after, now).map((track) => [track.address, track]));
  for (const track of keyedTracks(before, one)) {
    const next = tracks.get(track.address);
    if (!next) continue;
    const [old, late] = [keyTimesOf(before, was, one, track), keyTimesOf(after, is, now, next)];
    for (const key of inTime(track.channel!.keys)) {
      const same = member(next.channel!.keys, key.id);
      if (same) add('peg', old.moments(key.at)[0]?.from, late.moments(same.at)[0]?.from);
    }
  }
  const [outer, later] = [hull(one.spans), hull(now.spans)];
  add('start', outer?.[0], later?.[0]);
  add('end', outer?.[1], later?.[1]);
  return found;
}

/** What was left behind, in a sentence: "2 markers, 1 key left Lamp's peg". */
export function tellLeft({ layers }: Composition, { layer, what, markers, keys, ends, more }: LeftBehind): string {
  const some = (n: number, word: string) => (n === 0 ? [] : [`${n} ${word}${n === 1 ? '' : 's'}`]);
  const name = member(layers.by, layer)?.name ?? 'the layer';
  const where = what === 'peg' ? `${name}’s peg` : what === 'start' ? `the start of ${name}` : `the end of ${name}`;
  return `${[...some(markers, 'marker'), ...some(keys, 'key'), ...some(ends, 'end')].join(', ')} left ${where}${more === 0 ? '.' : `, and ${more} ${more === 1 ? 'moment' : 'moments'} more lost what stood there.`}`;
}

