import { member, type Composition, type Layer, type Project } from '../model';
import { sourceOf, sourceTimeAt, trackAt, valueAt, type Track } from '../scene';
import { dust, inSpans, type Frames } from '../time';
import type { BakedTrack } from './baking';
import { difference } from './difference';
import { looksBetween } from './looked-at';

/** The greatest difference of a track before and after, in its unit, with the frame of the host at which it stands. */
export type Miss = { readonly path: readonly string[]; readonly address: string; readonly label: string; readonly frame: Frames; readonly error: number };

/** What a proof found: for each track the worst at what is proved, and the worst between frames, where nothing is promised. */
export type Proof = { readonly worst: readonly Miss[]; readonly between: Miss | null; /** How many values were compared. */ readonly compared: number };

/** A way through nests: the compositions and layers on it, and whom it leads to. */
type Stand = { readonly host: Composition; readonly layer: Layer; readonly offset: Frames };
type Way = { readonly stands: readonly Stand[]; readonly last: Stand };

/**
 * Compares baked tracks before and after, through the same functions that show them, at every whole frame of the composition and at
 * each time at which others look in; between frames, at the halves, what differs is told apart. A layer that shows where it did not, or
 * the other way round, counts as the track `shown`. Steps after each frame.
 */
export function* proofSteps(before: Project, after: Project, hostId: string, tracks: readonly BakedTrack[]): Generator<number, Proof> {
  const host = member(before.compositions.by, hostId)!;
  const groups = grouped(before, after, hostId, tracks);
  const worst = new Map<string, Miss>();
  let between: Miss | null = null;
  let compared = 0;
  const whole = Array.from({ length: host.duration }, (_, frame) => frame);
  const proved = [...whole, ...looksBetween(before, hostId).filter((at) => at >= 0 && at < host.duration)];
  for (const [n, frame] of proved.entries()) {
    for (const group of groups) {
      compared += lookAt(before, after, group, frame, (miss) => {
        const name = `${miss.path.join('/')}/${miss.address}`;
        const known = worst.get(name);
        if (!known || miss.error > known.error) worst.set(name, miss);
      });
    }
    yield n / proved.length;
  }
  for (const frame of whole) {
    for (const group of groups) lookAt(before, after, group, frame + 0.5, (miss) => {
      if (!between || miss.error > between.error) between = miss;
    });
    if (frame % 16 === 0) yield 1;
  }
  return { worst: [...worst.values()].sort((a, b) => b.error - a.error), between, compared };
}

type Pair = { readonly address: string; readonly label: string; readonly was: Track; readonly is: Track };
type Group = { readonly path: readonly string[]; readonly was: Way; readonly is: Way; readonly pairs: readonly Pair[] };

function grouped(before: Project, after: Project, hostId: string, tracks: readonly BakedTrack[]): readonly Group[] {
  const byPath = new Map<string, { path: readonly string[]; addresses: string[] }>();
  for (const { path, address } of tracks) {
    const name = path.join('/');
    const known = byPath.get(name);
    if (known) known.addresses.push(address);
    else byPath.set(name, { path, addresses: [address] });
  }
  return [...byPath.values()].flatMap(({ path, addresses }): readonly Group[] => {
    const [was, is] = [wayOf(before, hostId, path), wayOf(after, hostId, path)];
    if (!was || !is) return [];
    const pairs = addresses.flatMap((address): readonly Pair[] => {
      const [one, other] = [trackAt(before, was.last.layer, address), trackAt(after, is.last.layer, address)];
      return one && other ? [{ address, label: `${was.last.layer.name}, ${one.spec.label}`, was: one, is: other }] : [];
    });
    return [{ path, was, is, pairs }];
  });
}

function wayOf(project: Project, hostId: string, path: readonly string[]): Way | null {
  const stands: Stand[] = [];
  let host = member(project.compositions.by, hostId);
  for (const id of path) {
    const layer = host && member(host.layers.by, id);
    if (!host || !layer) return null;
    stands.push({ host, layer, offset: sourceOf(project, host, layer)?.offset ?? 0 });
    host = layer.kind === 'nest' ? member(project.compositions.by, layer.source) : undefined;
  }
  return { stands, last: stands[stands.length - 1]! };
}

/** The time of the last composition on a way at a frame of the first; null where nothing of it is shown. */
function timeOn(project: Project, { stands }: Way, frame: Frames): Frames | null {
  let at: Frames | null = frame;
  for (let i = 0; i < stands.length - 1 && at !== null; i++) {
    const { host, layer, offset } = stands[i]!;
    const time: Frames | null = sourceTimeAt(project, host, layer, at);
    at = time === null ? null : dust(time + offset);
  }
  return at;
}

/** Compares the tracks of one layer at a frame; answers how many values were compared. */
function lookAt(before: Project, after: Project, { path, was, is, pairs }: Group, frame: Frames, tell: (miss: Miss) => void): number {
  const [there, here] = [timeOn(before, was, frame), timeOn(after, is, frame)];
  const isOn = (project: Project, { last: { host, layer } }: Way, at: Frames | null) => at !== null && layer.visible && ('source' in layer ? sourceTimeAt(project, host, layer, at) !== null : inSpans(layer.spans, at));
  // A nest that was baked shows its copy all along its bar: what that shows is looked at by itself.
  const isBaked = path.length === 1 && was.last.layer.kind === 'nest';
  if (!isBaked && was.last.layer.visible && isOn(before, was, there) !== isOn(after, is, here)) tell({ path, address: 'shown', label: `${was.last.layer.name}, shown`, frame, error: 1 });
  // Nothing inside a nest is seen where the nest shows nothing.
  if (there === null || here === null) return 1;
  for (const pair of pairs) {
    const error = difference(valueAt(before, was.last.host, was.last.layer, pair.was, there), valueAt(after, is.last.host, is.last.layer, pair.is, here));
    tell({ path, address: pair.address, label: pair.label, frame, error });
  }
  return pairs.length;
}
