import { everyNode, parse, withReplaced, writtenName, type Node, type NodeOf } from '../../formulas';
import { everyFormula, hasFormulas, resolvePath, withAt, type Resolved, type Track } from '../../scene';
import { inOrder, member, POSE, type Channel, type Composition, type Layer, type LayerOf, type Project } from '../../model';
import type { Made } from '../document/made';
import { compositionPath, layerPath } from '../document/paths';
import { applyPatches, patchesBetween, patchOf, readPath, type Patch } from '../document/patch';
import { restingChannel } from '../document/target';
import { clockMoved } from './clock-moved';
import { leaderName } from './link';
import { newDesk, withDial, type Desk } from './outside-desk';

/**
 * Carries formulas into new nests: those inside that read what stays outside get a public dial, which a formula on the nest drives; those outside
 * that read what went inside are led there. Clocks inside go on as they did. What cannot go along is told.
 */
export function carryIntoNests(project: Project, hostId: string, draft: Made): Made {
  const before = member(project.compositions.by, hostId);
  if (!before || !hasFormulas(before)) return draft;
  const next = applyPatches(project, draft.patches).project;
  const host = member(next.compositions.by, hostId)!;
  const nests = inOrder(host.layers).filter((one): one is LayerOf<'nest'> => one.kind === 'nest' && !member(project.compositions.by, one.source));
  const patches: Patch[] = [];
  const lost: string[] = [];
  for (const nest of nests) {
    const inside = member(next.compositions.by, nest.source);
    if (inside) patches.push(...carriedInside(project, next, before, host, nest, inside, lost));
  }
  for (const layer of inOrder(host.layers)) for (const { path, text } of everyFormula(layer)) {
    const written = ledInside(project, next, before, host, layer, text, nests);
    const at = [...layerPath(hostId, layer.id), ...path];
    if (written !== text && readPath(next, at).value === text) patches.push(patchOf(at, text, written));
  }
  const told = lost.length === 0 ? undefined : `${lost[0]}${lost.length > 1 ? ` And ${lost.length - 1} more.` : ''}`;
  return { ...draft, patches: [...draft.patches, ...patches], ...(told ? { told: draft.told ? `${draft.told} ${told}` : told } : {}) };
}

/** A path in a formula: at which other time it is read, and whether it is added up over all times. */
type Path = { readonly node: NodeOf<'path'>; readonly at: NodeOf<'at'> | null; readonly isSummed: boolean };

function pathsIn(text: string): readonly Path[] {
  const read = parse(text);
  if (!read.ok) return [];
  const timed = new Map<Node, NodeOf<'at'>>();
  const summed = new Set<Node>();
  const found: Path[] = [];
  for (const node of everyNode(read.tree)) {
    if (node.is === 'at') timed.set(node.of, node);
    if (node.is === 'call' && node.name === 'total') for (const arg of node.args) for (const one of everyNode(arg)) summed.add(one);
    if (node.is === 'path') found.push({ node, at: timed.get(node) ?? null, isSummed: summed.has(node) });
  }
  return found;
}

/** Whether a time is made of the clock and of lengths that are written down. */
function byClock(time: Node): boolean {
  return [...everyNode(time)].every((node) => node.is === 'number' || (node.is === 'name' && node.name === 'clock') || (node.is === 'binary' && ['+', '-', '*', '/'].includes(node.op)) || node.is === 'unary');
}

function carriedInside(project: Project, next: Project, before: Composition, host: Composition, nest: LayerOf<'nest'>, inside: Composition, lost: string[]): readonly Patch[] {
  const patches: Patch[] = [];
  let desk: Desk | null = null;
  let readsBeats = false;
  for (const layer of inOrder(inside.layers)) {
    const was = member(before.layers.by, layer.id) ?? null;
    if (!was) continue;
    let after = layer;
    for (const { path, text } of everyFormula(layer)) {
      let parts: readonly { readonly from: number; readonly to: number; readonly text: string }[] = clockMoved(text, nest.start);
      readsBeats ||= /\b(beat|bar|beatOf)\b|\d(b|bar)\b/.test(text);
      for (const { node, at, isSummed } of pathsIn(text)) {
        const led = resolvePath(project, before, was, node);
        const there = resolvePath(next, inside, layer, node);
        const target = led && (led.through[0]?.nest ?? led.layer);
        if (!led || !target || (there && (there.through[0]?.nest.id ?? there.layer.id) === target.id)) continue;
        const track = led.track ?? placeRead(led);
        // A time that goes by the clock alone is the same outside: what is read then is read there.
        const isLost = isSummed || (at !== null && !byClock(at.time));
        if (isLost || !track || track.spec.type === 'S') {
          lost.push(`A formula of ${layer.name} reads ${led.layer.name} ${isSummed ? 'in a total' : isLost ? 'at times of its own' : 'in a way'}, which does not reach into a nest: it says so there.`);
          continue;
        }
        const wantsPlain = path[path.length - 2] === 'opacity' || /scale/i.test(path[path.length - 2] ?? '');
        const name = pathTo(next, host.id, led, track);
        if (name === null) continue;
        desk ??= newDesk(inside);
        const found = withDial(desk, led.layer, track, at ? `${name} @ (${text.slice(at.time.from, at.time.to)})` : name, wantsPlain);
        desk = found.desk;
        const end = node.steps[node.steps.length - 1 - led.rest.length]!.to;
        const [whole, rest] = at ? [at, text.slice(end, node.to)] : [{ from: node.from, to: end }, ''];
        const dial = `${writtenName({ name: desk.layer.name, quoted: false })}.${writtenName({ name: found.name, quoted: false })}${rest}`;
        parts = [...parts.filter((one) => one.to <= whole.from || one.from >= whole.to), { from: whole.from, to: whole.to, text: dial }];
      }
      if (parts.length > 0) after = withAt(after, path, withReplaced(text, parts));
    }
    if (after !== layer) patches.push(...patchesBetween([...compositionPath(inside.id), 'layers', 'by', layer.id], layer, after));
  }
  const path = compositionPath(inside.id);
  if (desk) {
    patches.push(
      patchOf([...path, 'layers', 'order'], inside.layers.order, [...inside.layers.order, desk.layer.id]), patchOf([...path, 'layers', 'by', desk.layer.id], undefined, desk.layer),
      ...Object.entries(desk.given).map(([address, channel]) => patchOf([...layerPath(host.id, nest.id), 'dials', address], undefined, channel)),
    );
  }
  if (readsBeats && before.tempo && !inside.tempo) patches.push(patchOf([...path, 'tempo'], null, { ...before.tempo, offset: before.tempo.offset - nest.start, map: before.tempo.map?.map(([frame, beat]) => [frame - nest.start, beat]) ?? null }));
  return patches;
}

/** The place of a layer as a formula reads it where the layer keeps it the other way: a point of two numbers, or one of the two of a point. */
function placeRead({ layer, part }: Resolved): Track | null {
  if (part === null) return null;
  const channels = layer.channels as Readonly<Record<string, Channel | undefined>>;
  const [address, value]: readonly ['position' | 'x' | 'y', unknown] = part === 'both' ? ['position', [channels['x']?.value ?? 0, channels['y']?.value ?? 0]] : [part, (channels['position']!.value as readonly number[])[part === 'x' ? 0 : 1]];
  const track: Track = { address, path: ['channels', address], spec: { ...POSE[address], clock: 'layer' }, channel: null, operator: null };
  return { ...track, channel: { ...restingChannel(track), value } };
}

/** How a formula outside calls what another one read. */
function pathTo(project: Project, hostId: string, { layer, through, part }: Resolved, track: Track): string | null {
  const there = part === null ? track.address : part === 'both' ? 'opacity' : 'position';
  const leader = leaderName(project, hostId, { layer: layer.id, track: there, through: through.map(({ nest }) => nest.id) });
  return leader && (part === null ? leader.name : `${leader.name.slice(0, -there.length)}${track.address}`);
}

/** A formula outside, led to where the layers that it reads are now. */
function ledInside(project: Project, next: Project, before: Composition, host: Composition, layer: Layer, text: string, nests: readonly LayerOf<'nest'>[]): string {
  const was = member(before.layers.by, layer.id) ?? layer;
  const parts = pathsIn(text).flatMap(({ node }) => {
    const led = resolvePath(project, before, was, node);
    if (!led) return [];
    const target = led.through[0]?.nest ?? led.layer;
    const there = resolvePath(next, host, layer, node);
    if (there && (there.through[0]?.nest.id ?? there.layer.id) === target.id) return [];
    const nest = nests.find((one) => member(next.compositions.by, one.source)?.layers.by[target.id]);
    return nest ? [{ from: node.from, to: node.from, text: `${writtenName({ name: nest.name, quoted: false })}/` }] : [];
  });
  return parts.length === 0 ? text : withReplaced(text, parts);
}
