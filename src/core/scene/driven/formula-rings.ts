import { inOrder, type Composition, type Layer, type LayerOf, type Project } from '../../model';
import { findRings } from '../ring-finder';
import { tracksOf, type Track } from '../tracks';
import type { Ask, Drives } from './drives';
import { liveFormulas } from './live-formulas';
import type { Resolved } from './resolve';

/** A track, or a formula of an operator, that another formula needs. */
export type Edge = { readonly host: Composition; readonly layer: Layer; /** A track's address, or `op:id.field`. */ readonly address: string; readonly name: string };

export function keyOf(host: Composition, layer: Layer, address: string): string {
  return `${host.id}|${layer.id}|${address}`;
}

/** The name under which a dial is given from outside. */
export function dialAddress(layer: Layer, track: Pick<Track, 'path'>): string {
  return `${layer.id}/${track.path[2]}`;
}

/** What reading a track needs: it, the timing and the given dials of each nest on the way, and what bends the time of its own keys. */
export function edgesThrough(ask: Ask, project: Project, from: Composition, { through, host, layer }: Pick<Resolved, 'through' | 'host' | 'layer'>, track: Track): readonly Edge[] {
  const target: Edge = { host, layer, address: track.address, name: `${[...through.map(({ nest }) => `${nest.name}/`)].join('')}${layer.name}.${track.spec.label.toLowerCase()}` };
  if (from === host) return [target];
  const onTheWay = through.flatMap(({ host: outer, nest }) => timesOf(outer, nest, (on) => on !== 'keys'));
  // A dial of the source that the track needs is, in there, what the nest gives.
  const dials = dialsNeeded(ask, project, through, [target]).flatMap((needed, i) => givenEdges(project, through[i]!, needed));
  return [...onTheWay, ...dials, target];
}

function givenEdges(project: Project, { host, nest }: Resolved['through'][number], needed: ReadonlySet<string>): readonly Edge[] {
  return tracksOf(project, nest).filter((track) => needed.has(track.address) && track.channel !== null).map((track) => ({ host, layer: nest, address: track.address, name: `${nest.name}.${track.spec.label}` }));
}

/** For each nest on a way, the public dials of what it shows that reading something at its end needs. */
export function dialsNeeded(ask: Ask, project: Project, through: Resolved['through'], targets: readonly Edge[]): readonly ReadonlySet<string>[] {
  const all: ReadonlySet<string>[] = [];
  let wanted = targets;
  for (let i = through.length - 1; i >= 0; i--) {
    const needed = new Set(wanted.flatMap((one) => publicDialsRead(ask, project, one)));
    all.unshift(needed);
    const step = through[i]!;
    wanted = [...timesOf(step.host, step.nest, (on) => on !== 'keys'), ...givenEdges(project, step, needed)];
  }
  return all;
}

/** The operators of a layer whose formulas bend its time. */
function timesOf(host: Composition, layer: Layer, counts: (on: string) => boolean): readonly Edge[] {
  return liveFormulas(layer).operators.filter(({ node }) => counts(node.on ?? (layer.kind === 'nest' || layer.kind === 'footage' || layer.kind === 'audio' ? 'content' : 'keys'))).map(({ node, field }) => ({ host, layer, address: `op:${node.id}.${field}`, name: `${layer.name}'s timing` }));
}

/** What something needs directly. */
function needs(ask: Ask, project: Project, { host, layer, address }: Edge): readonly Edge[] {
  const drives = ask.drivesIn(project, host);
  if (address.startsWith('op:')) {
    const live = liveFormulas(layer).operators.find(({ node, field }) => `op:${node.id}.${field}` === address);
    return live ? (drives.all().find((one) => one.layer === layer && one.operator?.id === live.node.id && one.operator.field === live.field)?.reads ?? []) : [];
  }
  const drive = drives.of(layer, address);
  return [...(drive?.reads ?? []), ...timesOf(host, layer, (on) => on !== 'content')];
}

/** The public dials of its own composition that a track comes to, through whatever it needs there. */
function publicDialsRead(ask: Ask, project: Project, start: Edge): readonly string[] {
  const found = new Set<string>();
  const seen = new Set<string>();
  const waiting = [start];
  for (let edge = waiting.pop(); edge; edge = waiting.pop()) {
    const key = keyOf(edge.host, edge.layer, edge.address);
    if (seen.has(key)) continue;
    seen.add(key);
    const { layer } = edge;
    if (edge.host.id === start.host.id && layer.kind === 'dials') {
      const dial = inOrder((layer as LayerOf<'dials'>).dials).find(({ id }) => `${id}.value` === edge.address);
      if (dial?.public) found.add(`${layer.id}/${dial.id}`);
    }
    waiting.push(...needs(ask, project, edge));
  }
  return [...found];
}

/** The formulas of a composition that need themselves, by key, each with the way round in names. */
export function ringsAmong(ask: Ask, project: Project, host: Composition, drives: Drives): ReadonlyMap<string, readonly string[]> {
  const edges = new Map<string, Edge>();
  const intern = (edge: Edge) => {
    const key = keyOf(edge.host, edge.layer, edge.address);
    let known = edges.get(key);
    if (!known) edges.set(key, (known = edge));
    return known;
  };
  const following = new Map<Edge, readonly Edge[]>();
  const next = (edge: Edge) => {
    let list = following.get(edge);
    if (!list) following.set(edge, (list = [...new Set(needs(ask, project, edge).map(intern))]));
    return list;
  };
  const starts = drives.all().map(({ layer, track, operator }) => intern({
    host, layer, address: track ? track.address : `op:${operator!.id}.${operator!.field}`, name: track ? `${layer.name}.${(trackName(project, layer, track.address))}` : `${layer.name}'s timing`,
  }));
  const rings = findRings(starts, next);
  const ways = new Map<string, readonly string[]>();
  for (const start of starts) {
    const ring = rings.get(start);
    if (ring) ways.set(keyOf(start.host, start.layer, start.address), wayRound(start, ring, next).map(({ name }) => name));
  }
  return ways;
}

/** The way from what a formula reads back to where it would stand, by names; null where there is none. */
export function ringFrom(ask: Ask, project: Project, start: string, name: string, reads: readonly Edge[]): readonly string[] | null {
  const from = new Map<string, { readonly edge: Edge; readonly by: string | null }>();
  const waiting: string[] = [];
  const meet = (edge: Edge, by: string | null) => {
    const key = keyOf(edge.host, edge.layer, edge.address);
    if (from.has(key)) return;
    from.set(key, { edge, by });
    waiting.push(key);
  };
  for (const edge of reads) meet(edge, null);
  for (let i = 0; i < waiting.length; i++) {
    const { edge } = from.get(waiting[i]!)!;
    if (waiting[i] === start) {
      const way: string[] = [];
      for (let at: string | null = from.get(start)!.by; at; at = from.get(at)!.by) way.unshift(from.get(at)!.edge.name);
      return [name, ...way, name];
    }
    for (const one of needs(ask, project, edge)) meet(one, waiting[i]!);
  }
  return null;
}

function trackName(project: Project, layer: Layer, address: string): string {
  return (tracksOf(project, layer).find((one) => one.address === address)?.spec.label ?? address).toLowerCase();
}

/** The shortest way from a member of a ring back to itself. */
function wayRound(start: Edge, ring: ReadonlySet<Edge>, next: (edge: Edge) => readonly Edge[]): readonly Edge[] {
  const from = new Map<Edge, Edge>();
  const waiting = [start];
  for (let i = 0; i < waiting.length; i++) {
    const edge = waiting[i]!;
    for (const one of next(edge)) {
      if (one === start) {
        const way = [edge];
        for (let back = from.get(edge); back; back = from.get(back)) way.unshift(back);
        return edge === start ? [start, start] : [...way, start];
      }
      if (!ring.has(one) || from.has(one)) continue;
      from.set(one, edge);
      waiting.push(one);
    }
  }
  return [start, start];
}
