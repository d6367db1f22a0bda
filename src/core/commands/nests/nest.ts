import { inOrder, member, newComposition, newNest, parentOf, type Channel, type Composition, type Layer, type Project } from '../../model';
import { hull, moveSpans, type Frames } from '../../time';
import { count, type Draft } from '../document/change';
import { keepFollowers } from '../layers/keep-followers';
import { leaveHost } from '../layers/leave-host';
import { sharedClip, whyTorn } from './leaning';
import type { NestChoice } from './nest-choice';
import { nestParted, nestPictures } from './nest-picture';
import { middleOf, naturalRiders, RIDERS, whyFixed, type Rider } from './nest-riders';
import { applyPatches } from '../document/patch';
import { reachLayer } from '../document/target';
import { carriedStaggers } from '../staggers/carried-staggers';
import type { Refused } from '../document/refused';

/** Wraps layers in a composition of their own. `made` is what should be selected afterwards. */
export function nestLayers(project: Project, compositionId: string, ids: readonly string[], choice: NestChoice): (Draft & { readonly made: readonly string[] }) | Refused | null {
  const host = member(project.compositions.by, compositionId);
  const chosen = host ? host.layers.order.filter((id) => ids.includes(id) && reachLayer(project, compositionId, id)).map((id) => host.layers.by[id]!) : [];
  if (!host || chosen.length === 0) return null;
  if (choice.inside === 'picture') return nestPictures(project, host, chosen, choice);
  const out = new Set(choice.outside ?? naturalRiders(project, host, chosen));
  const why = whyNot(project, host, chosen, out, choice.bounds);
  if (why !== null) return { refused: why };
  const torn = whyTorn(project, host, chosen);
  if (torn !== null) return { refused: torn };
  const [only] = chosen.length === 1 ? chosen : [];
  if (only && (out.has('place') || out.has('timing') || out.has('opacity'))) return nestParted(project, host, only, out, choice);
  return nestWhole(project, host, chosen, out, choice);
}

/** Why these cannot ride outside together, or null: they are put out one by one, in an order in which each can be. */
function whyNot(project: Project, host: Composition, chosen: readonly Layer[], wanted: ReadonlySet<Rider>, bounds: NestChoice['bounds']): string | null {
  const natural = naturalRiders(project, host, chosen);
  const out = new Set(natural);
  let why: string | null = null;
  for (let left = RIDERS.filter((rider) => wanted.has(rider) !== out.has(rider)); left.length > 0;) {
    const next = left.find((rider) => (why = whyFixed(project, host, chosen, rider, new Set([...out, ...(rider === 'place' && wanted.has('timing') ? ['timing' as const] : [])]), bounds)) === null);
    if (next === undefined) return why;
    if (!out.delete(next)) out.add(next);
    left = left.filter((rider) => rider !== next);
  }
  return null;
}

function nestWhole(project: Project, host: Composition, chosen: readonly Layer[], out: ReadonlySet<Rider>, { name, length, span, frame, bounds, newId }: NestChoice): (Draft & { readonly made: readonly string[] }) | Refused {
  const [from, to] = span ?? (length === 'bars' ? wholeFrames(chosen) : [0, host.duration]);
  const compositionNew = newComposition(newId(), name, { width: host.width, height: host.height, rate: host.rate, duration: to - from });
  // One parent outside for all: the nest follows it, and nothing inside has to change.
  const roots = new Set(chosen.filter((layer) => layer.parent === null || !chosen.some(({ id }) => id === layer.parent)).map((layer) => layer.parent));
  const shared = roots.size === 1 ? [...roots][0]! : null;
  const led = roots.size === 1 ? chosen : withLeaders(project, host, chosen);
  if ('refused' in led) return led;
  const inside = new Set(led.map(({ id }) => id));
  const [first, second] = chosen as readonly [Layer, ...Layer[]];
  const moved = led.map((layer): Layer => {
    const links = Object.fromEntries(['parent', 'partner', 'clipTo', 'appliesTo'].filter((field) => field in layer && (layer as unknown as Record<string, string | null>)[field] !== null && !inside.has((layer as unknown as Record<string, string>)[field]!)).map((field) => [field, null]));
    const markers = out.has('markers') ? {} : Object.fromEntries(Object.values(layer.markers).map((marker) => [marker.id, { ...marker, at: marker.at - from }]));
    const { opacity: _, ...channels } = layer.channels as Readonly<Record<string, Channel>>;
    // Whoever is clipped by one layer sees its form hidden too: what hides it stays outside with the nest.
    const seen = second ? {} : { visible: true, guide: false };
    return { ...layer, ...links, ...seen, start: layer.start - from, spans: moveSpans(layer.spans, -from), markers, ...(out.has('blend') ? { blend: 'normal' } : {}), ...(out.has('opacity') ? { channels } : {}) } as unknown as Layer;
  });
  // Those that come one after another still do, inside; markers that ride outside come after nobody there.
  const staggers = carriedStaggers(host, new Map(moved.map(({ id }) => [id, id])), new Map(), 1, -from, newId).filter(({ what }) => what !== 'markers' || !out.has('markers'));
  const filled: Composition = { ...compositionNew, staggers: { order: staggers.map(({ id }) => id), by: Object.fromEntries(staggers.map((one) => [one.id, one])) }, layers: { order: moved.map((layer) => layer.id), by: Object.fromEntries(moved.map((layer) => [layer.id, layer])) } };
  const opacity = out.has('opacity') ? (first.channels as Readonly<Record<string, Channel>>)['opacity'] : undefined;
  const washed = inOrder(host.layers).some((layer) => layer.kind === 'wash' && layer.appliesTo === first.id);
  // Its pivot stands in the middle of what is inside.
  const middle = middleOf(project, host, chosen, shared, frame, bounds);
  const place = middle ? { x: middle[0], y: middle[1], pivotX: middle[0], pivotY: middle[1] } : {};
  const made = newNest(newId(), name, [[from, to]], filled.id, place);
  const nest = {
    ...made, start: from, parent: shared, ...(shared === null && !washed ? {} : { clipFrame: false }), ...sharedClip(project, host, chosen), ...(out.has('blend') ? { blend: first.blend } : {}), ...(second ? {} : { visible: first.visible, guide: first.guide }),
    ...(out.has('markers') ? { markers: allMarkers(chosen, newId) } : {}), ...(opacity ? { channels: { ...made.channels, opacity } } : {}),
  } as unknown as Layer;
  return leaveHost(project, host, chosen, [filled], [nest], `Nest ${count(chosen.length, 'layer')} in ${name}`, newId);
}

/**
 * Layers that follow several others outside, with what these do: where a leader never moved it is worked in, else a null stands for it inside,
 * under its id, so that formulas which read it go on.
 */
function withLeaders(project: Project, host: Composition, chosen: readonly Layer[]): readonly Layer[] | Refused {
  const inside = new Set(chosen.map(({ id }) => id));
  const leaders = new Set<string>();
  for (let waiting: readonly Layer[] = chosen; waiting.length > 0;) {
    const next = waiting.flatMap((layer) => parentOf(host, layer) ?? []).filter(({ id }) => !inside.has(id) && !leaders.has(id));
    for (const { id } of next) leaders.add(id);
    waiting = next;
  }
  const alone = { ...project, compositions: { ...project.compositions, by: { ...project.compositions.by, [host.id]: { ...host, layers: { ...host.layers, order: host.layers.order.filter((id) => inside.has(id) || leaders.has(id)) } } } } };
  let made = 0;
  const kept = keepFollowers(alone, host.id, leaders, () => `leader ${++made}`);
  if ('refused' in kept) return kept;
  const leaderOf = new Map([...kept.nulls].map(([leader, id]) => [id, leader]));
  const named = (layer: Layer): Layer => ({ ...layer, id: leaderOf.get(layer.id) ?? layer.id, parent: layer.parent === null ? null : (leaderOf.get(layer.parent) ?? layer.parent) });
  return inOrder(applyPatches(alone, kept.patches).project.compositions.by[host.id]!.layers).filter(({ id }) => inside.has(id) || leaderOf.has(id)).map(named);
}

/** The markers of several layers on one; those whose ids meet get others. */
function allMarkers(layers: readonly Layer[], newId: () => string): Layer['markers'] {
  const all: Record<string, Layer['markers'][string]> = {};
  for (const layer of layers) for (const marker of Object.values(layer.markers)) {
    const id = Object.hasOwn(all, marker.id) ? newId() : marker.id;
    all[id] = { ...marker, id };
  }
  return all;
}

function wholeFrames(layers: readonly Layer[]): readonly [Frames, Frames] {
  const outers = layers.flatMap((layer) => hull(layer.spans) ?? []);
  const from = Math.floor(Math.min(...outers));
  return [from, Math.max(from + 1, Math.ceil(Math.max(...outers)))];
}
