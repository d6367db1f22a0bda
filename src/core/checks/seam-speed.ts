import { canChange, keyTimesOf, tracksOf, unbent, valueAt, type Track } from '../scene';
import { inOrder, inTime, type Composition, type Layer, type Project } from '../model';
import { DUST, type Frames } from '../time';
import { defineCheck, type Finding, type Mend } from './problem';
import { gapsIn, isSame, once, spansBoth, turnsOf, type Remembered } from './seams';

/** So far from the seam its two speeds are looked at, in frames. */
const BESIDE = 1e-3;
/** Speeds are one that differ by less than this share of the greater, or by less than is ever seen: in units a frame. */
const SHARE = 0.02;
const UNSEEN = 0.02;

export const seamSpeed = defineCheck({
  code: 'seam-speed',
  about: 'A loop that closes, and whose speed jumps where it does.',
  find: (project, composition) => [
    ...(composition.loops ? between(project, composition, 0, composition.duration).slice(0, 1).map(({ finding }) => finding({ composition: composition.id }, `“${composition.name}” is marked as a loop`)) : []),
    ...inOrder(composition.layers).flatMap((layer) => [...loopedContent(project, composition, layer), ...loopedTracks(project, composition, layer)]),
  ],
});

function loopedContent(project: Project, composition: Composition, layer: Layer): readonly Finding[] {
  return turnsOf(project, composition, layer).flatMap(({ source, from, to }) =>
    between(project, source, from, to).slice(0, 1).map(({ finding }) => finding({ composition: composition.id, layer: layer.id, frame: layer.start }, `“${layer.name}” loops frames ${from} to ${to} of “${source.name}”`)));
}

type Jump = { readonly finding: (where: Finding['where'], loop: string) => Finding };

/** The tracks of a composition that are closed between two of its frames, and whose speed there is not one. */
function between(project: Project, composition: Composition, from: Frames, to: Frames): readonly Jump[] {
  return once(jumps, project, `${composition.id} ${from} ${to}`, () => findJumps(project, composition, from, to));
}

const jumps: Remembered<readonly Jump[]> = new WeakMap();

function findJumps(project: Project, composition: Composition, from: Frames, to: Frames): readonly Jump[] {
  if (to - from < 2 || gapsIn(project, composition, from, to).length > 0) return [];
  return inOrder(composition.layers).filter((layer) => layer.visible && spansBoth(layer, from, to)).flatMap((layer) => tracksOf(project, layer).flatMap((track): readonly Jump[] => {
    if (track.operator !== null || track.spec.type !== 'N' || !canChange(track.channel)) return [];
    const speeds = speedsAt(project, composition, layer, track, from, to);
    if (isOne(speeds)) return [];
    return [{ finding: (where, loop) => told({ channel: track.address, ...where }, loop, project, composition, layer, track, from, to, speeds) }];
  }));
}

/** A track that repeats its own keys and closes in value. */
function loopedTracks(project: Project, composition: Composition, layer: Layer): readonly Finding[] {
  return tracksOf(project, layer).flatMap((track): readonly Finding[] => {
    const { channel, spec } = track;
    if (!channel || spec.type !== 'N' || track.operator !== null || (channel.after !== 'repeat' && channel.before !== 'repeat') || channel.repeats === 1) return [];
    const keys = inTime(channel.keys);
    const [first, last] = [keys[0], keys[keys.length - 1]];
    if (!first || !last || first === last || (last.arrives ?? null) !== null || !isSame(first.value, last.value, spec.unit)) return [];
    if (!keyTimesOf(project, composition, layer, track).even || last.at - first.at < 2) return [];
    const [from, to] = [unbent(layer, first.at), unbent(layer, last.at)];
    const speeds = speedsAt(project, composition, layer, track, from, to);
    return isOne(speeds) ? [] : [told({ composition: composition.id, layer: layer.id, channel: track.address, frame: to }, `${spec.label} of “${layer.name}” repeats`, project, composition, layer, track, from, to, speeds)];
  });
}

/** How fast a track leaves the one frame and arrives at the other, in its unit a frame. */
function speedsAt(project: Project, composition: Composition, layer: Layer, track: Track, from: Frames, to: Frames): readonly [leaves: number, arrives: number] {
  const at = (frame: Frames) => valueAt(project, composition, layer, track, frame) as number;
  // Just before the end: at the end itself it may be at its beginning again.
  return [(at(from + BESIDE) - at(from)) / BESIDE, (at(to - BESIDE) - at(to - 2 * BESIDE)) / BESIDE];
}

function isOne([a, b]: readonly [number, number]): boolean {
  return Math.abs(a - b) <= UNSEEN + SHARE * Math.max(Math.abs(a), Math.abs(b));
}

function told(where: Finding['where'], loop: string, project: Project, composition: Composition, layer: Layer, track: Track, from: Frames, to: Frames, [leaves, arrives]: readonly [number, number]): Finding {
  const unit = track.spec.unit === '' ? '' : ` ${track.spec.unit}`;
  const say = (speed: number) => Math.round(speed * 100) / 100 + 0;
  return {
    where,
    message: `${loop}, and ${track.spec.label} of “${layer.name}” comes to its end at ${say(arrives)}${unit} a frame and goes on at ${say(leaves)}: the seam can be seen.`,
    fix: 'Let it arrive as fast as it leaves.',
    ...mended(project, composition, layer, track, from, to, (leaves + arrives) / 2),
  };
}

/** Handles at both keys of the seam along one slope, where there are such keys and nothing else says how they run. */
function mended(project: Project, composition: Composition, layer: Layer, track: Track, from: Frames, to: Frames, slope: number): { readonly mend?: Mend } {
  const { channel } = track;
  const times = keyTimesOf(project, composition, layer, track);
  if (!channel || layer.locked || !times.even || channel.limits || channel.closed) return {};
  const keys = inTime(channel.keys);
  const near = (frame: Frames) => keys.findIndex((key) => Math.abs(key.at - times.at(frame)) <= DUST);
  const [i, k] = [near(from), near(to)];
  const [first, second, last, before] = [keys[i], keys[i + 1], keys[k], keys[k - 1]];
  if (!first || !second || !last || !before || k <= i || first.curve || before.curve || first.right === 'hold' || before.right === 'hold' || (last.arrives ?? null) !== null || (second.arrives ?? null) !== null) return {};
  const [out, into] = [(second.at - first.at) / 3, (last.at - before.at) / 3];
  const ref = (key: string) => ({ layer: layer.id, track: track.address, key });
  return { mend: { do: 'keys.set', with: { composition: composition.id, keys: [ref(first.id), ref(last.id)], fields: {}, each: [{ right: [out, slope * out] }, { left: [-into, -slope * into] }] } } };
}
