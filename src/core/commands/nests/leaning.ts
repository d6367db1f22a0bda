import { inOrder, isDrawn, member, type Composition, type Layer, type Project } from '../../model';
import { hull } from '../../time';
import { whyApart } from './nest-riders';

/** The clip that layers going into a nest share, so that the nest is clipped in their stead; null where they have none outside, or none in common. */
export function sharedClip(project: Project, host: Composition, chosen: readonly Layer[]): Pick<Layer, 'clipTo' | 'clipSide'> | null {
  const inside = new Set(chosen.map(({ id }) => id));
  const [first] = chosen;
  if (!first || first.clipTo === null || inside.has(first.clipTo) || !member(host.layers.by, first.clipTo)) return null;
  const alike = chosen.every(({ clipTo, clipSide, blend }) => clipTo === first.clipTo && clipSide === first.clipSide && (chosen.length === 1 || blend === 'normal'));
  return alike && (chosen.length === 1 || whyApart(project, host, chosen) === null) ? { clipTo: first.clipTo, clipSide: first.clipSide } : null;
}

/**
 * Why putting layers into one nest would change the picture of what leans on them from outside, or on which they lean: who is clipped, washed or
 * repeated, in a sentence that says what to take along. Null where nothing does, or where the nest takes their place.
 */
export function whyTorn(project: Project, host: Composition, chosen: readonly Layer[]): string | null {
  const inside = new Set(chosen.map(({ id }) => id));
  const stays = (id: string | null) => (id === null || inside.has(id) ? undefined : member(host.layers.by, id));
  const goes = (id: string | null) => (id !== null && inside.has(id) ? member(host.layers.by, id) : undefined);
  const others = inOrder(host.layers).filter(({ id }) => !inside.has(id));
  for (const layer of chosen) {
    const of = layer.kind === 'copies' ? layer.of : null;
    if (of !== null && !inside.has(of)) return `${layer.name} repeats ${stays(of)?.name ?? 'a layer'}, which has to come along.`;
    const washed = layer.kind === 'wash' ? stays(layer.appliesTo) : undefined;
    if (washed) return `${layer.name} changes ${washed.name}, which would stay outside: take it along.`;
    const under = layer.kind === 'wash' && layer.appliesTo === null ? beneath(host, layer, others) : undefined;
    if (under) return `${layer.name} changes all that lies under it, and ${under.name} would stay outside: take it along, or leave ${layer.name} out.`;
    const form = stays(layer.clipTo);
    if (form && sharedClip(project, host, chosen) === null) return `${layer.name} is clipped by ${form.name}, which would stay outside: take it along.`;
  }
  for (const layer of others) {
    const repeated = layer.kind === 'copies' ? goes(layer.of) : undefined;
    if (repeated) return `${layer.name} repeats ${repeated.name} and has to come along.`;
    // A nest of one layer has its form and its picture, and takes its place.
    const form = chosen.length === 1 ? undefined : goes(layer.clipTo);
    if (form) return `${layer.name} is clipped by ${form.name} and has to come along, or ${form.name} goes into a nest of its own.`;
    const washed = layer.kind === 'wash' && chosen.length > 1 ? goes(layer.appliesTo) : undefined;
    if (washed) return `${layer.name} changes ${washed.name} alone and has to come along.`;
    const between = layer.kind === 'wash' && layer.appliesTo === null ? parted(host, layer, chosen) : undefined;
    if (between) return `${layer.name} lies between them and changes ${between.name}: it has to come along, or all go in from one side of it.`;
  }
  return null;
}

const isSeen = (layer: Layer) => isDrawn(layer.kind) && layer.kind !== 'wash' && layer.visible;

function together(one: Layer, other: Layer): boolean {
  const [a, b] = [hull(one.spans), hull(other.spans)];
  return a !== null && b !== null && a[0] < b[1] && b[0] < a[1];
}

/** The first of these that lies under a wash while that is there. */
function beneath({ layers: { order } }: Composition, wash: Layer, among: readonly Layer[]): Layer | undefined {
  return among.find((layer) => order.indexOf(layer.id) > order.indexOf(wash.id) && isSeen(layer) && together(layer, wash));
}

/** The first of these that lies under a wash, where another one lies over it: their nest would lie over it whole. */
function parted(host: Composition, wash: Layer, among: readonly Layer[]): Layer | undefined {
  const at = host.layers.order.indexOf(wash.id);
  return among.some(({ id }) => host.layers.order.indexOf(id) < at) ? beneath(host, wash, among) : undefined;
}
