import { invert, multiply, transform, type Bounds } from '../../display';
import { canChange, coverOf, sourceOf, worldMatrix } from '../../scene';
import { hasContentTime, inOrder, isDrawn, member, POSE, type Channel, type Composition, type Layer, type Project } from '../../model';
import { hull, inSpans, sameRate, type Frames } from '../../time';
import { momentsIn } from '../../timing';

/** What of nested layers may ride outside, on the nest that shows them. */
export const RIDERS = ['place', 'timing', 'opacity', 'blend', 'markers'] as const;
export type Rider = (typeof RIDERS)[number];

/** Whether something rides outside, and why it stays as it is: because the picture would become another one, or because there is nothing of it. */
export type Riding = { readonly rider: Rider; readonly outside: boolean; readonly why: string | null };

/** What rides outside if nobody says otherwise: as little as keeps the picture. */
export function naturalRiders(project: Project, host: Composition, chosen: readonly Layer[]): readonly Rider[] {
  const [first] = chosen;
  if (!first || first.blend === 'normal') return [];
  if (chosen.length === 1) return ['blend'];
  return chosen.every((layer) => layer.blend === first.blend) && whyApart(project, host, chosen) === null ? ['blend'] : [];
}

/** Each rider of these layers, with those that ride outside now: whether it could be flipped, or why not. */
export function ridersOf(project: Project, hostId: string, ids: readonly string[], outside: readonly Rider[], bounds: (layer: string) => Bounds | null): readonly Riding[] {
  const host = member(project.compositions.by, hostId);
  const chosen = host ? inOrder(host.layers).filter((layer) => ids.includes(layer.id)) : [];
  if (!host || chosen.length === 0) return [];
  const out = new Set(outside);
  return RIDERS.map((rider): Riding => ({ rider, outside: out.has(rider), why: whyFixed(project, host, chosen, rider, out, bounds) }));
}

/** Why a rider cannot be flipped where these ride outside, in a sentence; null when it can. */
export function whyFixed(project: Project, host: Composition, chosen: readonly Layer[], rider: Rider, out: ReadonlySet<Rider>, bounds: (layer: string) => Bounds | null): string | null {
  const [only] = chosen.length === 1 ? chosen : [];
  if (only?.kind === 'copies' && rider !== 'markers' && rider !== 'blend') return `${only.name} repeats a layer that would stay outside: nest both.`;
  switch (rider) {
    case 'place': return only ? whyPlace(only, out, bounds) : 'Each layer has a place of its own.';
    case 'timing': return only ? whyTiming(project, host, only, out) : 'Each layer has its own timing.';
    case 'opacity': return only ? whyOpacity(only, out) : whySharedOpacity(project, host, chosen);
    case 'blend': return only ? (only.blend === 'normal' ? `${only.name} blends normally.` : `Inside the nest ${only.name} would have nothing under it to blend with.`) : whySharedBlend(project, host, chosen);
    case 'markers': {
      if (chosen.every((layer) => Object.keys(layer.markers).length === 0)) return 'There are no markers.';
      const cued = chosen.find((layer) => inOrder(layer.timing).some((node) => node.op === 'cue' || momentsIn(node).length > 0));
      return cued && !(only && out.has('timing')) ? `${cued.name} is timed by its markers.` : null;
    }
  }
}

const bothTimed = (layer: Layer) => hasContentTime(layer.kind) && inOrder(layer.timing).some((node) => node.on === 'both');

/** Whether a layer's channels of these names change in time. */
function moves(layer: Layer, names: (name: string) => boolean): boolean {
  return Object.entries(layer.channels as Readonly<Record<string, Channel | undefined>>).some(([name, channel]) => names(name) && channel !== undefined && canChange(channel));
}

const isPlace = (name: string) => Object.hasOwn(POSE, name) && name !== 'opacity';

function whyEarly(layer: Layer): string | null {
  const outer = hull(layer.spans);
  return outer && outer[0] < layer.start ? `${layer.name} begins before its own start; slide its content first.` : null;
}

function whyPlace(layer: Layer, out: ReadonlySet<Rider>, bounds: (layer: string) => Bounds | null): string | null {
  if (!isDrawn(layer.kind) || (!out.has('place') && bounds(layer.id) === null)) return `${layer.name} has no picture of its own to put inside.`;
  if (out.has('place')) return out.has('timing') ? (bothTimed(layer) ? 'Its timing bends place and picture alike: both ride together.' : moves(layer, isPlace) ? 'Its place is keyed: inside, its timing would bend it.' : null) : null;
  if (bothTimed(layer)) return out.has('timing') ? null : 'Its timing bends place and picture alike: flip Timing.';
  return whyEarly(layer);
}

function whyOpacity(layer: Layer, out: ReadonlySet<Rider>): string | null {
  const opacity = layer.channels as Readonly<Record<string, Channel | undefined>>;
  if (!opacity['opacity'] || (opacity['opacity'].value === 100 && !canChange(opacity['opacity']))) return `${layer.name} is at 100 %.`;
  if (!isDrawn(layer.kind)) return `${layer.name} has no picture of its own.`;
  if (out.has('opacity')) return out.has('timing') && canChange(opacity['opacity']) ? 'Its opacity is keyed: inside, its timing would bend it.' : null;
  if (bothTimed(layer) && canChange(opacity['opacity']) && !out.has('timing')) return 'Its timing bends opacity and picture alike: flip Timing.';
  return whyEarly(layer);
}

/** What a layer shows can be timed from outside where its time is its source's alone. */
function whyTiming(project: Project, host: Composition, layer: Layer, out: ReadonlySet<Rider>): string | null {
  const { name } = layer;
  const nodes = inOrder(layer.timing);
  if (nodes.length === 0) return `${name} has no timing.`;
  if (!hasContentTime(layer.kind)) return `The timing of ${name} bends its own keys and stays with them.`;
  if (out.has('timing')) return null;
  const source = sourceOf(project, host, layer);
  if (!source) return `${name} shows nothing.`;
  if (!sameRate(source.rate, host.rate)) return `${name} shows a source of another rate.`;
  if (source.D !== Math.round(source.D)) return `${name} shows a source that ends between two frames.`;
  if (nodes.some((node) => JSON.stringify(node).includes('"marker"'))) return `${name} is timed by markers of what it shows, which would be one nest further in.`;
  if (layer.kind === 'nest' && Object.values(layer.dials).some((dial) => canChange(dial as unknown as Channel))) return `Dials of ${name} are keyed, and timing would bend them.`;
  if (moves(layer, isPlace) && !out.has('place')) return 'Its place is keyed: flip Place first.';
  if (moves(layer, (one) => one === 'opacity') && !out.has('opacity')) return 'Its opacity is keyed: flip Opacity first.';
  if (bothTimed(layer) && !out.has('place')) return 'Its timing bends place and picture alike: flip Place first.';
  return whyEarly(layer);
}

function whySharedOpacity(project: Project, host: Composition, chosen: readonly Layer[]): string | null {
  const of = (layer: Layer) => (layer.channels as Readonly<Record<string, Channel | undefined>>)['opacity'];
  const first = of(chosen[0]!);
  const still = (channel: Channel | undefined) => channel === undefined || !canChange(channel);
  if (!chosen.every((layer) => still(of(layer)))) return 'Each layer’s opacity is its own: it is keyed.';
  const value = first?.value ?? 100;
  if (chosen.some((layer) => (of(layer)?.value ?? 100) !== value)) return 'Each layer has an opacity of its own.';
  return value === 100 ? 'All are at 100 %.' : whyApart(project, host, chosen);
}

function whySharedBlend(project: Project, host: Composition, chosen: readonly Layer[]): string | null {
  const blended = chosen.find((layer) => layer.blend !== 'normal');
  if (!blended) return 'All blend normally.';
  if (chosen.some((layer) => layer.blend !== blended.blend)) return `${blended.name} blends otherwise than the rest; inside it blends with the rest alone.`;
  return whyApart(project, host, chosen) ?? 'Inside the nest they would have nothing under them to blend with.';
}

/** Frames and pairs beyond which it is not looked whether layers overlap. */
const MOST = 60_000;

/** Why layers cannot be laid on as one: two of them overlap at some frame. Null where they never do. */
export function whyApart(project: Project, host: Composition, chosen: readonly Layer[]): string | null {
  const { duration } = host;
  if (duration * chosen.length * chosen.length > MOST) return 'There are too many frames to see whether they overlap.';
  for (let frame = 0; frame < duration; frame++) {
    const boxes = chosen.flatMap((layer): readonly { readonly layer: Layer; readonly box: Bounds | null }[] => {
      const box = inSpans(layer.spans, frame) && layer.visible ? hostBox(project, host, layer, frame) : null;
      return box === 'unknown' ? [{ layer, box: null }] : box ? [{ layer, box }] : [];
    });
    for (const [i, one] of boxes.entries()) for (const other of boxes.slice(i + 1)) {
      if (one.box === null || other.box === null || meet(one.box, other.box)) return `${one.layer.name} and ${other.layer.name} overlap at frame ${frame}: as one they would look different.`;
    }
  }
  return null;
}

/** The upright box of all that a layer paints, in its host; `unknown` where words are set, whose faces are not at hand here. */
function hostBox(project: Project, host: Composition, layer: Layer, frame: Frames): Bounds | null | 'unknown' {
  if (layer.kind === 'text') return 'unknown';
  const cover = coverOf(project, host, layer, frame);
  return cover && uprightBox(worldMatrix(project, host, layer, frame, new Map()), cover);
}

function uprightBox(matrix: Parameters<typeof transform>[0], [left, top, right, bottom]: Bounds): Bounds {
  const corners = ([[left, top], [right, top], [right, bottom], [left, bottom]] as const).map(([x, y]) => transform(matrix, x, y));
  const [xs, ys] = [corners.map(([x]) => x), corners.map(([, y]) => y)];
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
}

function meet(a: Bounds, b: Bounds): boolean {
  return a[0] < b[2] && b[0] < a[2] && a[1] < b[3] && b[1] < a[3];
}

/** The middle of layers' boxes at a frame, in the space of a parent (null: the composition's); null where none has a box. */
export function middleOf(project: Project, host: Composition, chosen: readonly Layer[], parent: string | null, frame: Frames, bounds: (layer: string) => Bounds | null): readonly [number, number] | null {
  const leader = parent === null ? undefined : member(host.layers.by, parent);
  const back = leader ? invert(worldMatrix(project, host, leader, frame, new Map())) : null;
  const boxes = chosen.flatMap((layer) => {
    const box = isDrawn(layer.kind) ? bounds(layer.id) : null;
    const world = worldMatrix(project, host, layer, frame, new Map());
    return box ? [uprightBox(back ? multiply(back, world) : world, box)] : [];
  });
  if (boxes.length === 0) return null;
  const round = (value: number) => Math.round(value * 10) / 10 + 0;
  return [round((Math.min(...boxes.map((box) => box[0])) + Math.max(...boxes.map((box) => box[2]))) / 2), round((Math.min(...boxes.map((box) => box[1])) + Math.max(...boxes.map((box) => box[3]))) / 2)];
}

