import { inOrder, member, type Composition, type Layer, type Project } from '../../model';
import { count, type Draft } from '../document/change';
import { keepFollowers } from './keep-followers';
import { lostLinks } from './layers';
import { compositionPath, layerPath } from '../document/paths';
import { applyPatches, patchOf, type Patch } from '../document/patch';
import type { Refused } from '../document/refused';

/**
 * Takes layers out of their host and puts nests in their place, at the topmost of them. Who followed one of them stays where it stands, through all
 * frames, as when layers are deleted; who was clipped by one that has a nest of its own, or washed it, does so with that nest.
 */
export function leaveHost(project: Project, host: Composition, chosen: readonly Layer[], compositions: readonly Composition[], nests: readonly Layer[], label: string, newId: () => string): (Draft & { readonly made: readonly string[]; readonly told?: string }) | Refused {
  const path = compositionPath(host.id);
  const gone = new Set(chosen.map((layer) => layer.id));
  const kept = keepFollowers(project, host.id, gone, newId);
  if ('refused' in kept) return kept;
  const { order, by } = applyPatches(project, kept.patches).project.compositions.by[host.id]!.layers;
  const left = order.filter((id) => !gone.has(id)).map((id) => by[id]!);
  const [heir] = chosen.length === 1 && nests.length === 1 ? nests : [];
  const next = (field: string) => (heir && (field === 'clipTo' || field === 'appliesTo' || (field === 'partner' && heir.partner !== null)) ? heir.id : null);
  const links: Patch[] = left.flatMap((layer) => lostLinks(layer, gone).map((field) => patchOf([...layerPath(host.id, layer.id), field], (layer as unknown as Record<string, unknown>)[field], next(field))));
  const top = order.findIndex((id) => gone.has(id));
  const after = [...order.slice(0, top), ...nests.map((nest) => nest.id), ...order.slice(top).filter((id) => !gone.has(id))];
  const told = [keptWords(host, gone, kept.nulls), partnersWords(host, gone, heir), betweenWords(host, gone)].filter((one) => one !== null).join(' ');
  return {
    event: 'layers.nest', label, made: nests.map((nest) => nest.id), ...(told === '' ? {} : { told }),
    patches: [
      ...compositions.map((composition) => patchOf(compositionPath(composition.id), undefined, composition)),
      patchOf(['compositions', 'order'], project.compositions.order, [...project.compositions.order, ...compositions.map((composition) => composition.id)]),
      ...kept.patches, ...links,
      ...chosen.map((layer) => patchOf(layerPath(host.id, layer.id), layer, undefined)),
      ...nests.map((nest) => patchOf(layerPath(host.id, nest.id), undefined, nest)),
      patchOf([...path, 'layers', 'order'], order, after),
    ],
  };
}

const named = (layers: readonly Layer[], what: string) => (layers.length === 1 ? layers[0]!.name : count(layers.length, what));

function keptWords(host: Composition, gone: ReadonlySet<string>, nulls: ReadonlyMap<string, string>): string | null {
  const followers = inOrder(host.layers).filter(({ id, parent }) => !gone.has(id) && parent !== null && gone.has(parent));
  if (followers.length === 0) return null;
  const stays = `${named(followers, 'follower')} ${followers.length === 1 ? 'stays where it stands' : 'stay where they stand'}`;
  return nulls.size === 0 ? `${stays}.` : `${stays}: ${nulls.size === 1 ? `a null keeps the motion of ${host.layers.by[[...nulls.keys()][0]!]!.name}` : `${nulls.size} nulls keep the motion`}.`;
}

function partnersWords(host: Composition, gone: ReadonlySet<string>, heir: Layer | undefined): string | null {
  if (heir && heir.partner !== null) return null;
  const parted = inOrder(host.layers).filter(({ id, partner }) => partner !== null && member(host.layers.by, partner) && gone.has(id) !== gone.has(partner));
  return parted.length === 0 ? null : `${named(parted, 'layer')} ${parted.length === 1 ? 'is' : 'are'} without a partner now.`;
}

/** What stood between them lies under the nest, which is put in at the topmost. */
function betweenWords({ layers: { order, by } }: Composition, gone: ReadonlySet<string>): string | null {
  const [top, bottom] = [order.findIndex((id) => gone.has(id)), order.findLastIndex((id) => gone.has(id))];
  const between = order.slice(top, bottom).filter((id) => !gone.has(id)).map((id) => by[id]!);
  return between.length === 0 ? null : `${named(between, 'layer')} stood between them and ${between.length === 1 ? 'lies' : 'lie'} under the nest now.`;
}
