import { activity, changesOf, hasKeys, ownTracks, sourcesOf, timingOf } from '../scene';
import { hasContentTime, inOrder, inTime, type Composition, type Layer, type Project } from '../model';
import { framesPerSecond, hull, type Frames } from '../time';
import { newOperator } from '../timing';
import { blankFrames } from './blank-frames';
import { inBetweenFrames } from './in-between-frames';
import { defineCheck, type Finding, type Mend } from './problem';
import { seamGap } from './seam-gap';
import { seamSpeed } from './seam-speed';

/** A tail is told that is a second long at the least, and this share of the whole. */
const SHARE = 0.2;
/** So many layers that move last are tried as what could go on. */
const TRIED = 3;
/** What is shown in more compositions than this, through any number of nests, is not tried: each of them would be looked at anew. */
const MOST_AROUND = 8;

export const stillTail = defineCheck({
  code: 'still-tail',
  about: 'A composition in which nothing moves any more well before it ends.',
  find: findIn,
});

function findIn(project: Project, composition: Composition): readonly Finding[] {
  const last = lastMove(project, composition);
  if (last === null) return [];
  const filled = loopThatFills(project, composition, last);
  return [{
    where: { composition: composition.id, ...(filled ? { layer: filled.layer.id } : {}), frame: last + 1 },
    message: `Nothing moves in “${composition.name}” from frame ${last + 1} on: its last ${composition.duration - 1 - last} frames are one picture.`,
    fix: filled ? `Loop “${filled.layer.name}” to fill it, or make it shorter.` : 'Make it shorter, or loop something to fill it.',
    ...(filled ? { mend: filled.mend } : {}),
  }];
}

/** The last frame in which something moves, where it is well before the end; else null. */
function lastMove(project: Project, composition: Composition): Frames | null {
  const counts = activity(project, composition.id);
  let last = counts.length - 1;
  while (last > 0 && counts[last] === 0) last--;
  const still = composition.duration - 1 - last;
  return last <= 0 || still < framesPerSecond(composition.rate) || still < SHARE * composition.duration ? null : last;
}

type Filled = { readonly layer: Layer; readonly mend: Mend };

/** A layer that moves last and whose loop fills the rest, leaving no seam and nothing blank anywhere; null where there is none. */
function loopThatFills(project: Project, composition: Composition, last: Frames): Filled | null {
  const beside = showing(project, composition.id);
  if (beside.length > MOST_AROUND) return null;
  const moving = inOrder(composition.layers).filter((layer) => layer.visible && !layer.locked && (hull(layer.spans)?.[1] ?? 0) >= composition.duration && (changesOf(project, composition, layer, new Set([composition.id]))?.(last) ?? false));
  for (const layer of moving.slice(0, TRIED)) {
    const part = playedPart(project, composition, layer, last);
    // Keys of a layer seldom end as they began: to and fro they never jump.
    for (const mode of !part ? [] : hasContentTime(layer.kind) ? ['repeat', 'swing'] : ['swing']) {
      const born = { ...part!, mode };
      if (isClean(project, composition, beside, withLoop(project, composition, layer, born))) return { layer, mend: { do: 'timing.add', with: { composition: composition.id, layer: layer.id, op: 'loop', frame: last + 1, born } } };
    }
  }
  return null;
}

/** What of a layer has been seen when it comes to rest, in its own times: the part that plays again. */
function playedPart(project: Project, composition: Composition, layer: Layer, last: Frames): { readonly from: Frames; readonly to: Frames } | null {
  const { stack, source } = timingOf(project, composition, layer);
  if (source) {
    const to = Math.min(source.D, Math.ceil(stack.content.at(last)) + 1);
    return to > 2 ? { from: 0, to } : null;
  }
  const times = ownTracks(layer).flatMap(({ channel }) => (channel && hasKeys(channel) ? inTime(channel.keys).map(({ at }) => at) : []));
  const [from, to] = [Math.min(...times), Math.max(...times) + 1];
  return to - from > 2 ? { from, to } : null;
}

function withLoop(project: Project, composition: Composition, layer: Layer, born: Readonly<Record<string, unknown>>): Project {
  const { timing } = layer;
  const id = `${timing.order.join(' ')} loop`;
  const looped = { ...layer, timing: { order: [...timing.order, id], by: { ...timing.by, [id]: newOperator('loop', id, born) } } } as Layer;
  const next = { ...composition, layers: { ...composition.layers, by: { ...composition.layers.by, [layer.id]: looped } } };
  return { ...project, compositions: { ...project.compositions, by: { ...project.compositions.by, [composition.id]: next } } };
}

/** Whether the tail is gone, and wherever the composition is shown nothing came in its place. */
function isClean(before: Project, { id }: Composition, beside: readonly Composition[], after: Project): boolean {
  if (lastMove(after, after.compositions.by[id]!) !== null) return false;
  return [seamGap, seamSpeed, blankFrames, inBetweenFrames].every(({ find }) => beside.every((one) => find(after, after.compositions.by[one.id]!).length <= find(before, one).length));
}

const hosts = new WeakMap<Project['compositions'], ReadonlyMap<string, readonly Composition[]>>();

/** A composition and those that show it, through any number of nests; one more than `MOST_AROUND` of them at the most. */
function showing({ compositions }: Project, id: string): readonly Composition[] {
  let known = hosts.get(compositions);
  if (!known) {
    const by = new Map<string, Composition[]>();
    for (const host of inOrder(compositions)) for (const source of sourcesOf(host)) by.set(source, [...(by.get(source) ?? []), host]);
    hosts.set(compositions, (known = by));
  }
  const found = new Map([[id, compositions.by[id]!]]);
  for (const one of found.keys()) for (const host of known.get(one) ?? []) if (found.size <= MOST_AROUND) found.set(host.id, host);
  return [...found.values()];
}
