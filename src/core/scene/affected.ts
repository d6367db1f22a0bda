import { inOrder, isDrawn, member, parentOf, type Composition, type Layer, type Project } from '../model';
import { inSpans, type Frames } from '../time';
import { deepIdentity } from './deep-identity';
import { drivesIn } from './ask';
import { meaningIn, tempoOf } from './driven/formula-grounds';
import { hasFormulas } from './driven/live-formulas';
import { sourceTimeAt } from './source-time';
import { lookOfAsset, lookOfLayer } from './looks';
import { assetOf, compositionOf, sourceOf } from './source';

/** Whether a composition may look different at a time of its own than it did before an edit. */
export type Affected = (at: Frames) => boolean;

const NEVER: Affected = () => false;
const ALWAYS: Affected = () => true;

/**
 * At which times an edit can be seen in a composition: where what changed was shown before or is shown now, with whoever
 * follows it, through nests at the times of theirs. Times that are not named look the same to the last pixel; those that
 * are may do so too.
 */
export function affectedBy(before: Project, after: Project, id: string, inside: ReadonlySet<string> = new Set()): Affected {
  const [was, is] = [compositionOf(before, id), compositionOf(after, id)];
  if (!was || !is) return was === is ? NEVER : ALWAYS;
  if (deepIdentity(before, id) === deepIdentity(after, id)) return NEVER;
  // A ring has no first edit to begin from.
  if (inside.has(id) || !sameGround(was, is)) return ALWAYS;
  const changed = changedLayers(was, is);
  for (const layer of inOrder(is.layers)) if ('source' in layer && layer.kind !== 'nest' && assetLook(before, layer.source) !== assetLook(after, layer.source)) changed.add(layer.id);
  for (const layer of inOrder(is.layers)) if (bendsKeysBySource(layer) && !sameLength(compositionOf(before, (layer as { source: string }).source), compositionOf(after, (layer as { source: string }).source))) changed.add(layer.id);
  const touched = withFollowers(was, is, changed);
  const driven = drivenBy(before, after, was, is, touched);
  for (const one of withFollowers(was, is, driven)) touched.add(one);
  const within = new Set([...inside, id]);
  const parts: Affected[] = [];
  for (const layerId of touched) for (const host of [was, is]) {
    const layer = member(host.layers.by, layerId);
    if (layer && isSeen(layer)) parts.push((at) => inSpans(layer.spans, at));
  }
  const copies = inOrder(is.layers).filter((layer) => layer.kind === 'copies');
  for (const layer of inOrder(is.layers)) {
    const repeated = layer.kind === 'nest' ? copies.filter((one) => repeats(is, one, layer.id)) : [];
    if (touched.has(layer.id) || layer.kind !== 'nest' || !(isSeen(layer) || repeated.length > 0)) continue;
    const inner = affectedBy(before, after, layer.source, within);
    // How long a source is says where it shows; a timing also reads what is rigid in it and where its markers are.
    const [one, other] = [compositionOf(before, layer.source), compositionOf(after, layer.source)];
    const timed = layer.timing.order.length === 0 ? !sameLength(one, other) : one !== other;
    if (inner === NEVER && !timed) continue;
    // Copies show it at other times than its own.
    for (const one of repeated) parts.push((at) => inSpans(one.spans, at));
    const offset = sourceOf(after, is, layer)?.offset ?? 0;
    const earlier = member(was.layers.by, layer.id)!;
    // Otherwise the layer is as it was, and shows the same time of its source before and after.
    parts.push((at) => {
      const time = sourceTimeAt(after, is, layer, at);
      if (timed && time !== sourceTimeAt(before, was, earlier, at)) return true;
      return time !== null && inner(time + offset);
    });
  }
  if (parts.length === 0) return NEVER;
  return (at) => parts.some((part) => part(at));
}

/** Whether steps of a nest bend its own keys too by how long its source is. */
function bendsKeysBySource(layer: Layer): boolean {
  return layer.kind === 'nest' && layer.timing.order.length > 0 && inOrder(layer.timing).some((node) => node.on === 'both' && !node.off);
}

function sameLength(a: Composition | null, b: Composition | null): boolean {
  return a?.duration === b?.duration && a?.takes === b?.takes && a?.markers === b?.markers;
}

function assetLook(project: Project, id: string): number | null {
  const asset = assetOf(project, id);
  return asset && lookOfAsset(asset);
}

/** Whether what lies around the layers is the same: size, ground, rate, and whether any is soloed. */
function sameGround(a: Composition, b: Composition): boolean {
  const soloed = ({ layers }: Composition) => inOrder(layers).some((layer) => layer.solo);
  return a.width === b.width && a.height === b.height && a.background === b.background && a.rate.join() === b.rate.join() && soloed(a) === soloed(b);
}

/** Layers that came, went, look different, show another source, or lie elsewhere among the others. */
function changedLayers(was: Composition, is: Composition): Set<string> {
  const changed = new Set<string>();
  for (const id of new Set([...was.layers.order, ...is.layers.order])) {
    const [a, b] = [member(was.layers.by, id), member(is.layers.by, id)];
    if (!a || !b || lookOfLayer(a) !== lookOfLayer(b)) changed.add(id);
  }
  const common = (order: readonly string[], other: Composition) => order.filter((id) => member(other.layers.by, id));
  const [one, other] = [common(was.layers.order, is), common(is.layers.order, was)];
  let [first, last] = [0, one.length - 1];
  while (first <= last && one[first] === other[first]) first++;
  while (last >= first && one[last] === other[last]) last--;
  for (let i = first; i <= last; i++) changed.add(one[i]!);
  return changed;
}

/** With layers that follow those, are clipped by them or repeat them. */
function withFollowers(was: Composition, is: Composition, changed: ReadonlySet<string>): Set<string> {
  const all = new Set(changed);
  if (changed.size === 0) return all;
  for (let grown = true; grown;) {
    grown = false;
    for (const host of [was, is]) for (const layer of inOrder(host.layers)) {
      if (all.has(layer.id)) continue;
      const leads = [parentOf(host, layer)?.id, layer.clipTo, 'of' in layer ? layer.of : null, 'appliesTo' in layer ? layer.appliesTo : null];
      if (leads.some((id) => id !== null && id !== undefined && all.has(id))) {
        all.add(layer.id);
        grown = true;
      }
    }
  }
  return all;
}

/** Layers whose formulas say something else, or read what changed, or beats of a tempo that is another; and who reads these. */
function drivenBy(before: Project, after: Project, was: Composition, is: Composition, changed: ReadonlySet<string>): ReadonlySet<string> {
  const all = new Set(changed);
  if (!hasFormulas(was) && !hasFormulas(is)) return all;
  for (const layer of inOrder(is.layers)) {
    const earlier = member(was.layers.by, layer.id);
    if (earlier && meaningIn(before, was, earlier) !== meaningIn(after, is, layer)) all.add(layer.id);
  }
  const regrounded = tempoOf(was) !== tempoOf(is);
  const drives = [...drivesIn(before, was).all(), ...drivesIn(after, is).all()];
  const inside = new Map<string, boolean>();
  const changedInside = (id: string) => {
    let known = inside.get(id);
    if (known === undefined) inside.set(id, (known = deepIdentity(before, id) !== deepIdentity(after, id)));
    return known;
  };
  for (let grown = true; grown;) {
    grown = false;
    for (const { layer, reads } of drives) {
      if (all.has(layer.id) || !(regrounded || reads.some((read) => (read.host.id === is.id ? all.has(read.layer.id) : changedInside(read.host.id))))) continue;
      all.add(layer.id);
      grown = true;
    }
  }
  return all;
}

/** Whether a layer shows copies of another, or copies of such copies. */
function repeats(host: Composition, layer: Layer, id: string, depth = 0): boolean {
  if (layer.kind !== 'copies' || depth > 8) return false;
  const target = member(host.layers.by, layer.of);
  return layer.of === id || (target !== undefined && repeats(host, target, id, depth + 1));
}

/** A layer that paints, or changes what is painted. */
function isSeen(layer: Layer): boolean {
  return layer.visible && isDrawn(layer.kind) && layer.kind !== 'null';
}
